<script>
export default {
  props: { modelValue: { type: Number, required: true } },
  emits: ['update:modelValue'],
  methods: {
    change(event) {
      this.$emit('update:modelValue', Number(event.target.value));
    },
  },
};
</script>

<template>
  <input type="number" :value="modelValue" @input="change" />
</template>
