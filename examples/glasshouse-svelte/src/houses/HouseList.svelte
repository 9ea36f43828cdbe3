<script>
  import { createEventDispatcher } from 'svelte';

  export let houses;
  export let picked;
  const send = createEventDispatcher();
</script>

<nav data-part="HouseList">
  {#each houses as one (one.id)}
    <button data-do={one.id} on:click={() => send('open', one.id)}>{one.name}{one.id === picked ? ' (shown)' : ''}</button>
  {/each}
</nav>
