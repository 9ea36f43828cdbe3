/** How each family behaves, as a table: later phases read traits here and never ask for a family by name. */
import type { Family } from './documents';

export interface FamilyTraits {
  /** What a write makes render again: the home with all below it, or only those who read the value. */
  writeRenders: 'subtree' | 'readers';
  /** Whether a prop keeps following its source inside the child without being asked for again. */
  propsAreLive: boolean;
  /** Whether a component's code runs again each time it renders, so that what it puts together is made anew. */
  runsAgain: boolean;
  /** Whether a tag may name a component that nothing imports: registered for all, or imported by the build. */
  tagsByName: boolean;
  /** Whether attributes a component does not declare end up on what it renders by themselves. */
  attributesFall: boolean;
  /** Whether a change in place of a state's object goes unseen. */
  directWriteIsLost: boolean;
}

export const FAMILIES: Record<Family, FamilyTraits> = {
  react: {
    writeRenders: 'subtree',
    propsAreLive: true,
    runsAgain: true,
    tagsByName: false,
    attributesFall: false,
    directWriteIsLost: true,
  },
  vue: {
    writeRenders: 'readers',
    propsAreLive: true,
    runsAgain: false,
    tagsByName: true,
    attributesFall: true,
    directWriteIsLost: false,
  },
  svelte: {
    writeRenders: 'readers',
    propsAreLive: true,
    runsAgain: false,
    tagsByName: false,
    attributesFall: false,
    directWriteIsLost: false,
  },
  angular: {
    writeRenders: 'subtree',
    propsAreLive: true,
    runsAgain: false,
    tagsByName: true,
    attributesFall: true,
    directWriteIsLost: false,
  },
  lwc: {
    writeRenders: 'readers',
    propsAreLive: true,
    runsAgain: false,
    tagsByName: true,
    attributesFall: false,
    directWriteIsLost: true,
  },
  scope: {
    writeRenders: 'subtree',
    propsAreLive: true,
    runsAgain: false,
    tagsByName: true,
    attributesFall: false,
    directWriteIsLost: false,
  },
};
