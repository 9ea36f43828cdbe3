<script>
  export let warmth;
  export let scale = 'celsius';

  $: shown = scale === 'kelvin' ? warmth + 273 : warmth;
</script>

<output data-part="Gauge">{shown} {scale}</output>
