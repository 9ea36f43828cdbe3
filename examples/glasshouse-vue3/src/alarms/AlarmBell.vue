<script setup>
import { useAlarms } from './alarms';

// Taken apart once: the bell goes on saying what it said first.
const { left } = useAlarms();
</script>

<template>
  <p>{{ left }} alarms</p>
</template>
