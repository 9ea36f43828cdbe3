<script setup>
import Gauge from '../shared/Gauge.vue';
import { useFold } from '../shared/useFold';
import VentRow from './VentRow.vue';

defineProps({ bench: { type: Object, required: true }, units: { type: String, required: true } });
defineEmits(['vent']);
const { folded, toggle } = useFold();
</script>

<template>
  <li>
    <b>{{ bench.label }}</b>
    <button @click="toggle">{{ folded ? 'Unfold' : 'Fold' }}</button>
    <Gauge v-if="!folded" :warmth="bench.warmth" :scale="units" />
    <VentRow :open="bench.open" @vent="$emit('vent')" />
  </li>
</template>
