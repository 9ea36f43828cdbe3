let watch = { by: 'day desk' };
const listeners = new Set();

export function subscribe(listener) {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function getWatch() {
  return watch;
}

export function handOver(by) {
  watch = { by };
  listeners.forEach((listener) => listener());
}
