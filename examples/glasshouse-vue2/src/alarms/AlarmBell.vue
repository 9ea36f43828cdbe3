<template>
  <p>{{ left }} alarms</p>
</template>

<script>
import { desk } from './alarms';

export default {
  name: 'AlarmBell',
  computed: {
    left() {
      return desk.alarms.filter((one) => !one.seen).length;
    },
  },
};
</script>
