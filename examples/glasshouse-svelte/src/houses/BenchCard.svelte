<script>
  import Gauge from '../shared/Gauge.svelte';
  import VentRow from './VentRow.svelte';

  export let bench;
  export let units;
  let folded = false;
</script>

<li data-part="BenchCard">
  <b>{bench.label}</b>
  <button data-do="fold {bench.id}" on:click={() => (folded = !folded)}>{folded ? 'Unfold' : 'Fold'}</button>
  {#if !folded}
    <Gauge warmth={bench.warmth} scale={units} />
  {/if}
  <VentRow id={bench.id} open={bench.open} on:vent />
</li>
