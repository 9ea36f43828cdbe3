<template>
  <button @click="flip">Show other than {{ units }}</button>
</template>

<script>
export default {
  name: 'UnitSwitch',
  props: { units: { type: String, required: true } },
  methods: {
    flip() {
      this.$emit('pick', this.units === 'celsius' ? 'kelvin' : 'celsius');
    },
  },
};
</script>
