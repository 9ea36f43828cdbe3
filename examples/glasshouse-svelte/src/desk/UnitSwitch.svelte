<script>
  import { createEventDispatcher } from 'svelte';

  export let units;
  const send = createEventDispatcher();
</script>

<button data-part="UnitSwitch" data-do="flip" on:click={() => send('pick', units === 'celsius' ? 'kelvin' : 'celsius')}>
  Show other than {units}
</button>
