<template>
  <button @click="lit = !lit">{{ lit ? 'Lamp off' : 'Lamp on' }}</button>
</template>

<script>
export default {
  name: 'GrowLamp',
  data() {
    return { lit: false };
  },
};
</script>
