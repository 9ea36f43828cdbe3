<template>
  <button @click="mist">Mist all benches</button>
</template>

<script>
import { bus } from '../bus';

export default {
  name: 'MistCan',
  methods: {
    mist() {
      bus.$emit('bench:misted', 'all');
    },
  },
};
</script>
