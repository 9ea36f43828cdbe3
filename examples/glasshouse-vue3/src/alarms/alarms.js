import { defineStore } from 'pinia';
import { computed, ref } from 'vue';

export const useAlarms = defineStore('alarms', () => {
  const alarms = ref([
    { id: 'a1', text: 'North house too cold', warmth: 9, seen: false },
    { id: 'a2', text: 'Palm house too dry', warmth: 27, seen: false },
  ]);
  const left = computed(() => alarms.value.filter((one) => !one.seen).length);
  function acknowledge(id) {
    alarms.value = alarms.value.map((one) => (one.id === id ? { ...one, seen: true } : one));
  }
  return { alarms, left, acknowledge };
});
