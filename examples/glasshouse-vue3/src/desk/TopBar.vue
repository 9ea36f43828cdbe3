<script setup>
import UnitSwitch from './UnitSwitch.vue';

defineProps({ units: { type: String, required: true } });
const emit = defineEmits(['pick']);
</script>

<template>
  <header>
    <h1>Glasshouse</h1>
    <UnitSwitch :units="units" @pick="(to) => emit('pick', to)" />
  </header>
</template>
