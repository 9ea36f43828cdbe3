<script>
  import BenchList from './BenchList.svelte';

  export let house;
  export let units;
</script>

<section data-part="HouseView">
  <h2>{house.name}</h2>
  <BenchList benches={house.benches} {units} on:vent />
</section>
