<script setup>
import BenchCard from './BenchCard.vue';

defineProps({ benches: { type: Array, required: true }, units: { type: String, required: true } });
const emit = defineEmits(['vent']);
</script>

<template>
  <ul>
    <BenchCard v-for="bench in benches" :key="bench.id" :bench="bench" :units="units" @vent="emit('vent', bench.id)" />
  </ul>
</template>
