import { ref } from 'vue';

/** Folded or not: for each who asks, a state of its own. */
export function useFold() {
  const folded = ref(false);
  function toggle() {
    folded.value = !folded.value;
  }
  return { folded, toggle };
}
