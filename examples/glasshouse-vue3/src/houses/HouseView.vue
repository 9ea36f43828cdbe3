<script setup>
import BenchList from './BenchList.vue';

defineProps({ house: { type: Object, required: true }, units: { type: String, required: true } });
const emit = defineEmits(['vent']);
</script>

<template>
  <section>
    <h2>{{ house.name }}</h2>
    <BenchList :benches="house.benches" :units="units" @vent="(id) => emit('vent', id)" />
  </section>
</template>
