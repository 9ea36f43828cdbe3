<script>
  let { units, onpick } = $props();
</script>

<button data-part="UnitSwitch" data-do="flip" onclick={() => onpick(units === 'celsius' ? 'kelvin' : 'celsius')}>
  Show other than {units}
</button>
