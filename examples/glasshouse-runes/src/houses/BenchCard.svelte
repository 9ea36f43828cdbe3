<script>
  import Gauge from '../shared/Gauge.svelte';
  import VentRow from './VentRow.svelte';

  let { bench, units, onvent } = $props();
  let folded = $state(false);
</script>

<li data-part="BenchCard">
  <b>{bench.label}</b>
  <button data-do="fold {bench.id}" onclick={() => (folded = !folded)}>{folded ? 'Unfold' : 'Fold'}</button>
  {#if !folded}
    <Gauge warmth={bench.warmth} scale={units} />
  {/if}
  <VentRow id={bench.id} open={bench.open} {onvent} />
</li>
