<script>
  import BenchCard from './BenchCard.svelte';

  let { benches, units, onvent } = $props();
</script>

<ul data-part="BenchList">
  {#each benches as bench (bench.id)}
    <BenchCard {bench} {units} {onvent} />
  {/each}
</ul>
