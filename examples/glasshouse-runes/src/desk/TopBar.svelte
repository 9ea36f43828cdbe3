<script>
  import UnitSwitch from './UnitSwitch.svelte';

  let { units, onpick } = $props();
</script>

<header data-part="TopBar">
  <UnitSwitch {units} {onpick} />
</header>
