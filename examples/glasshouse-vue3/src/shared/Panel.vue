<script setup>
import { useFold } from './useFold';

defineProps({ title: { type: String, required: true } });
const { folded, toggle } = useFold();
</script>

<template>
  <section>
    <h3>{{ title }} <slot name="head" :folded="folded" /></h3>
    <button @click="toggle">Fold</button>
    <div v-show="!folded"><slot /></div>
  </section>
</template>
