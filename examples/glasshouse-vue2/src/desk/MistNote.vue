<template>
  <small>Last misted: {{ last }}</small>
</template>

<script>
import { bus } from '../bus';

export default {
  name: 'MistNote',
  data() {
    return { last: 'never' };
  },
  created() {
    // Nothing lets go of it: each note that comes and goes leaves a listener behind.
    bus.$on('bench:misted', this.keep);
  },
  methods: {
    keep(which) {
      this.last = which;
    },
    clear() {
      this.last = 'never';
    },
  },
};
</script>
