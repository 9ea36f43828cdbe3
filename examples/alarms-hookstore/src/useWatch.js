import { useSyncExternalStore } from 'react';
import { getWatch, subscribe } from './watch';

export function useWatch() {
  return useSyncExternalStore(subscribe, getWatch);
}
