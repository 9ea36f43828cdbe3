<script setup>
defineProps({ open: Boolean });
const emit = defineEmits(['vent']);
</script>

<template>
  <button @click="emit('vent')">{{ open ? 'Shut' : 'Open' }} the vent</button>
</template>
