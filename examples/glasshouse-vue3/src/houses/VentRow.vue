<script setup>
import VentLever from './VentLever.vue';
</script>

<template>
  <VentLever />
</template>
