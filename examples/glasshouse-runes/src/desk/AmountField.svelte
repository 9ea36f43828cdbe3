<script>
  let { amount = $bindable(0) } = $props();
</script>

<p data-part="AmountField">
  {amount}
  <button data-do="more" onclick={() => (amount += 1)}>More</button>
</p>
