<script lang="ts">
  interface Props {
    warmth: number;
    scale?: string;
  }

  let { warmth, scale = 'celsius' }: Props = $props();
  let shown = $derived(scale === 'kelvin' ? warmth + 273 : warmth);
</script>

<output data-part="Gauge">{shown} {scale}</output>
