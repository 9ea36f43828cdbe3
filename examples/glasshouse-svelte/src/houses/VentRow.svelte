<script>
  import VentLever from './VentLever.svelte';
</script>

<VentLever {...$$props} on:vent />
