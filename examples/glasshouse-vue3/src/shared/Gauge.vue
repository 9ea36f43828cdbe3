<script setup lang="ts">
import { computed } from 'vue';

const props = withDefaults(defineProps<{ warmth: number; scale?: string }>(), { scale: 'celsius' });
const shown = computed(() => (props.scale === 'kelvin' ? props.warmth + 273 : props.warmth));
</script>

<template>
  <output>{{ shown }} {{ scale }}</output>
</template>
