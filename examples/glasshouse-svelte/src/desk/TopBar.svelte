<script>
  import UnitSwitch from './UnitSwitch.svelte';

  export let units;
</script>

<header data-part="TopBar">
  <UnitSwitch {units} on:pick />
</header>
