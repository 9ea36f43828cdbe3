<template>
  <button @click="$emit('vent')">{{ open ? 'Shut' : 'Open' }} the vent</button>
</template>

<script>
export default {
  name: 'VentLever',
  props: { open: Boolean },
};
</script>
