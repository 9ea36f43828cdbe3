<script setup>
import { ref } from 'vue';

const lit = ref(false);
</script>

<template>
  <button @click="lit = !lit">{{ lit ? 'Lamp off' : 'Lamp on' }}</button>
  <small>by the door</small>
</template>
