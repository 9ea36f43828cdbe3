<script setup>
const props = defineProps({ note: { type: String, required: true } });
const { note: kept } = props;
</script>

<template>
  <small>First said: {{ kept }}</small>
</template>
