<script>
  export let title;
  let folded = false;
</script>

<section data-part="Panel">
  <h3>{title} <slot name="head" {folded} /></h3>
  <button data-do="fold panel" on:click={() => (folded = !folded)}>Fold</button>
  {#if !folded}
    <slot />
  {/if}
</section>
