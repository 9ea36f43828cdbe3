import { derived, writable } from 'svelte/store';

function createFeed() {
  const { subscribe, update } = writable(0);
  return { subscribe, age: () => update((minutes) => minutes + 5) };
}

/** How long ago the sensors were read. */
export const feed = createFeed();
export const stale = derived(feed, ($feed) => $feed > 3);
