<template>
  <ul>
    <bench-card
      v-for="bench in benches"
      :key="bench.id"
      :bench="bench"
      :units="units"
      @vent="$emit('vent', bench.id)"
    />
  </ul>
</template>

<script>
import BenchCard from './BenchCard.vue';

export default {
  name: 'BenchList',
  components: { BenchCard },
  props: ['benches', 'units'],
};
</script>
