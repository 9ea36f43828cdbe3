import { writable } from 'svelte/store';

/** What is wrong in the houses, for all who want to know. */
export const alarms = writable([
  { id: 'a1', text: 'North house too cold', warmth: 9, seen: false },
  { id: 'a2', text: 'Palm house too dry', warmth: 27, seen: false },
]);

export function acknowledge(id) {
  alarms.update((all) => all.map((one) => (one.id === id ? { ...one, seen: true } : one)));
}
