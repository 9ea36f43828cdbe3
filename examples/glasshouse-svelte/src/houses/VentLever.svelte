<script>
  import { createEventDispatcher } from 'svelte';

  export let id;
  export let open;
  const send = createEventDispatcher();
</script>

<button data-part="VentLever" data-do="vent {id}" on:click={() => send('vent', id)}>{open ? 'Shut' : 'Open'} the vent</button>
