<script setup>
const props = defineProps({ units: { type: String, required: true } });
const emit = defineEmits(['pick']);

function flip() {
  emit('pick', props.units === 'celsius' ? 'kelvin' : 'celsius');
}
</script>

<template>
  <button @click="flip">Show other than {{ units }}</button>
</template>
