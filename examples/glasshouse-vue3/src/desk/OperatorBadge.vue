<script setup>
import { inject } from 'vue';
import { OPERATOR } from '../keys';

const { operator, handOver } = inject(OPERATOR);
</script>

<template>
  <p>
    On duty: {{ operator }}
    <button @click="handOver('Night desk')">Hand over</button>
  </p>
</template>
