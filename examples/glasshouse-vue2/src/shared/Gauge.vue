<template>
  <output>{{ shown }} {{ scale }}</output>
</template>

<script>
export default {
  name: 'Gauge',
  props: { warmth: { type: Number, required: true }, scale: { type: String, default: 'celsius' } },
  computed: {
    shown() {
      return this.scale === 'kelvin' ? this.warmth + 273 : this.warmth;
    },
  },
};
</script>
