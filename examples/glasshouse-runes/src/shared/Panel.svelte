<script>
  let { title, head, children } = $props();
  let folded = $state(false);
</script>

<section data-part="Panel">
  <h3>{title} {@render head?.(folded)}</h3>
  <button data-do="fold panel" onclick={() => (folded = !folded)}>Fold</button>
  {#if !folded}
    {@render children?.()}
  {/if}
</section>
