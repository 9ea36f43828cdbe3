<script setup>
import { storeToRefs } from 'pinia';
import AlarmRow from './AlarmRow';
import { useAlarms } from './alarms';

defineProps({ units: { type: String, required: true } });
const store = useAlarms();
const { alarms } = storeToRefs(store);
</script>

<template>
  <ul>
    <AlarmRow
      v-for="alarm in alarms"
      :key="alarm.id"
      :alarm="alarm"
      :units="units"
      @seen="store.acknowledge(alarm.id)"
    />
  </ul>
</template>
