<template>
  <section>
    <h3>{{ title }} <slot name="head" :folded="folded" /></h3>
    <button @click="toggle">Fold</button>
    <div v-show="!folded"><slot /></div>
  </section>
</template>

<script>
import foldable from './foldable';

export default {
  name: 'Panel',
  mixins: [foldable],
  props: { title: { type: String, required: true } },
};
</script>
