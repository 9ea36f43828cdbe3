<script>
  let { houses, picked, onopen } = $props();
</script>

<nav data-part="HouseList">
  {#each houses as one (one.id)}
    <button data-do={one.id} onclick={() => onopen(one.id)}>{one.name}{one.id === picked ? ' (shown)' : ''}</button>
  {/each}
</nav>
