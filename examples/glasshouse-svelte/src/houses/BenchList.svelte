<script>
  import BenchCard from './BenchCard.svelte';

  export let benches;
  export let units;
</script>

<ul data-part="BenchList">
  {#each benches as bench (bench.id)}
    <BenchCard {bench} {units} on:vent />
  {/each}
</ul>
