<script setup>
const note = defineModel('note', { type: String });
</script>

<template>
  <input v-model="note" />
</template>
