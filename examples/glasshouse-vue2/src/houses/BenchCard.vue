<template>
  <li>
    <b>{{ bench.label }}</b>
    <button @click="toggle">{{ folded ? 'Unfold' : 'Fold' }}</button>
    <Gauge v-if="!folded" :warmth="bench.warmth" :scale="units" />
    <VentRow :open="bench.open" @vent="$emit('vent')" />
  </li>
</template>

<script>
import foldable from '../shared/foldable';
import Gauge from '../shared/Gauge.vue';
import VentRow from './VentRow.vue';

export default {
  name: 'BenchCard',
  components: { Gauge, VentRow },
  mixins: [foldable],
  props: { bench: { type: Object, required: true }, units: { type: String, required: true } },
};
</script>
