<template>
  <small>First said: {{ kept }}</small>
</template>

<script>
export default {
  name: 'StaleNote',
  props: { note: { type: String, required: true } },
  data() {
    return { kept: this.note };
  },
};
</script>
