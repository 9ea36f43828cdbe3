<script>
  let { id, open, onvent } = $props();
</script>

<button data-part="VentLever" data-do="vent {id}" onclick={() => onvent(id)}>{open ? 'Shut' : 'Open'} the vent</button>
