const listeners = new Set();
let left = 12;

export function seedsLeft() {
  return left;
}

export function takeSeeds(count) {
  left -= count;
  for (const listener of listeners) listener(left);
}

export function onSeeds(listener) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
