<template>
  <input type="number" :value="value" @input="change" />
</template>

<script>
export default {
  name: 'AmountField',
  props: { value: { type: Number, required: true } },
  methods: {
    change(event) {
      this.$emit('input', Number(event.target.value));
    },
  },
};
</script>
