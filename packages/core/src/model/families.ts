/** How each family behaves, as a table: later phases read traits here and never ask for a family by name. */
import type { Family } from './documents';

export interface FamilyTraits {
  /** What a write makes render again: the home with all below it, or only those who read the value. */
  writeRenders: 'subtree' | 'readers';
  /** Whether a prop keeps following its source inside the child without being asked for again. */
  propsAreLive: boolean;
  /** Whether a change in place of a state's object goes unseen. */
  directWriteIsLost: boolean;
}

export const FAMILIES: Record<Family, FamilyTraits> = {
  react: { writeRenders: 'subtree', propsAreLive: true, directWriteIsLost: true },
  vue: { writeRenders: 'readers', propsAreLive: true, directWriteIsLost: false },
  svelte: { writeRenders: 'readers', propsAreLive: true, directWriteIsLost: false },
  angular: { writeRenders: 'subtree', propsAreLive: true, directWriteIsLost: false },
  lwc: { writeRenders: 'readers', propsAreLive: true, directWriteIsLost: true },
  scope: { writeRenders: 'subtree', propsAreLive: true, directWriteIsLost: false },
};
