<script>
  export let amount;
  const kept = amount;
</script>

<small data-part="StaleNote">First {kept} litres</small>
