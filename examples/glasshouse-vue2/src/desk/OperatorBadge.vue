<template>
  <p>
    On duty: {{ desk.operator }}
    <button @click="handOver('Night desk')">Hand over</button>
  </p>
</template>

<script>
export default {
  name: 'OperatorBadge',
  inject: ['desk', 'handOver'],
};
</script>
