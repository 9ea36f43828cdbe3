<script>
  import VentLever from './VentLever.svelte';

  let { ...rest } = $props();
</script>

<VentLever {...rest} />
