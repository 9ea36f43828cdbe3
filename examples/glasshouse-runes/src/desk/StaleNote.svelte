<script>
  let { amount } = $props();
  const kept = amount;
</script>

<small data-part="StaleNote">First {kept} litres</small>
