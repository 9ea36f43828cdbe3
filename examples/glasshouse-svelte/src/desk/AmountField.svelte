<script>
  export let amount = 0;
</script>

<p data-part="AmountField">
  {amount}
  <button data-do="more" on:click={() => (amount += 1)}>More</button>
</p>
