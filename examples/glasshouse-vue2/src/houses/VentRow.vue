<template>
  <VentLever v-bind="$attrs" v-on="$listeners" />
</template>

<script>
import VentLever from './VentLever.vue';

export default {
  name: 'VentRow',
  components: { VentLever },
  inheritAttrs: false,
};
</script>
