<template>
  <section>
    <h2>{{ house.name }}</h2>
    <BenchList :benches="house.benches" :units="units" @vent="(id) => $emit('vent', id)" />
  </section>
</template>

<script>
import BenchList from './BenchList.vue';

export default {
  name: 'HouseView',
  components: { BenchList },
  props: { house: { type: Object, required: true }, units: { type: String, required: true } },
};
</script>
