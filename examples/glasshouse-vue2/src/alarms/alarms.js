import Vue from 'vue';

/** What is wrong in the houses, for all who want to know. */
export const desk = Vue.observable({
  alarms: [
    { id: 'a1', text: 'North house too cold', warmth: 9, seen: false },
    { id: 'a2', text: 'Palm house too dry', warmth: 27, seen: false },
  ],
});

export function acknowledge(id) {
  desk.alarms = desk.alarms.map((one) => (one.id === id ? { ...one, seen: true } : one));
}
