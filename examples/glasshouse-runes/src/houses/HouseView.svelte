<script>
  import BenchList from './BenchList.svelte';

  let { house, units, onvent } = $props();
</script>

<section data-part="HouseView">
  <h2>{house.name}</h2>
  <BenchList benches={house.benches} {units} {onvent} />
</section>
