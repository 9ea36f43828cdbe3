<template>
  <ul>
    <AlarmRow v-for="alarm in alarms" :key="alarm.id" :alarm="alarm" :units="units" @seen="acknowledge(alarm.id)" />
  </ul>
</template>

<script>
import AlarmRow from './AlarmRow';
import { acknowledge, desk } from './alarms';

export default {
  name: 'AlarmStrip',
  components: { AlarmRow },
  props: { units: { type: String, required: true } },
  computed: {
    alarms() {
      return desk.alarms;
    },
  },
  methods: { acknowledge },
};
</script>
