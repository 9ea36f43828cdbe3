/** How each family behaves, as a table: later phases read traits here and never ask for a family by name. */
import type { Family } from './documents';

export interface FamilyTraits {
  /** What a write makes re-render: the home with all below it, or only those who read the value. */
  writeRenders: 'subtree' | 'readers';
  /** Whether a component reads what it provides itself, and not only what stands above it. */
  readsOwnContext: boolean;
  /** Whether a component's code runs again each time it renders, so that what it puts together is made again. */
  runsAgain: boolean;
  /** Whether a tag may name a component that nothing imports: registered for all, or imported by the build. */
  tagsByName: boolean;
  /** Whether a build tool may supply names that nothing imports. */
  autoImports: boolean;
  /** Whether attributes a component does not declare end up on what it renders by themselves. */
  attributesFall: boolean;
  /** Whether something else than the component may take what is passed and heard at its tag: a directive. */
  sharesTag: boolean;
  /** Whether anything may be written at a tag, as directives of packages may take it there. */
  openTags: boolean;
  /** Whether a message that is sent up is heard by all around, whoever wrote the markup in which its sender stands. */
  sendsUp: boolean;
  /** Whether a callback is given what it is called with by names, as the fields of one object. */
  callsByName: boolean;
  /** Whether a component is the element of its tag: it sends that element's events, and has its methods. */
  isElement: boolean;
  /** By what a value gets to all below without being passed on; null where only a module that is imported does. */
  sharesBy: 'context' | 'service' | null;
  /** Whether a service is there once for the whole application, whoever asks for it. */
  oneServiceForAll: boolean;
  /** Whether whoever renders a component is held to the props that its definition calls for. */
  holdsToProps: boolean;
  /** Whether a page renders components itself, which are there as long as it is. */
  pagesRender: boolean;
  /** Whether a change in place of a state's object goes unseen. */
  directWriteIsLost: boolean;
  /** Whether an object that a component is passed is read-only there: what changes it throws. */
  passesReadOnly: boolean;
  /** Whether the change event of a field comes with each key, and not once it is left. */
  changesOnEachKey: boolean;
}

export const FAMILIES: Record<Family, FamilyTraits> = {
  react: {
    writeRenders: 'subtree',
    readsOwnContext: false,
    runsAgain: true,
    tagsByName: false,
    autoImports: false,
    attributesFall: false,
    sharesTag: false,
    openTags: false,
    sendsUp: false,
    callsByName: false,
    isElement: false,
    sharesBy: 'context',
    oneServiceForAll: false,
    holdsToProps: true,
    pagesRender: false,
    directWriteIsLost: true,
    passesReadOnly: false,
    changesOnEachKey: true,
  },
  vue: {
    writeRenders: 'readers',
    readsOwnContext: false,
    runsAgain: false,
    tagsByName: true,
    autoImports: true,
    attributesFall: true,
    sharesTag: false,
    openTags: false,
    sendsUp: false,
    callsByName: false,
    isElement: false,
    sharesBy: 'context',
    oneServiceForAll: false,
    holdsToProps: true,
    pagesRender: false,
    directWriteIsLost: false,
    passesReadOnly: false,
    changesOnEachKey: false,
  },
  svelte: {
    writeRenders: 'readers',
    readsOwnContext: true,
    runsAgain: false,
    tagsByName: false,
    autoImports: false,
    attributesFall: false,
    sharesTag: false,
    openTags: false,
    sendsUp: false,
    callsByName: false,
    isElement: false,
    sharesBy: 'context',
    oneServiceForAll: false,
    holdsToProps: true,
    pagesRender: false,
    directWriteIsLost: false,
    passesReadOnly: false,
    changesOnEachKey: false,
  },
  angular: {
    writeRenders: 'subtree',
    readsOwnContext: false,
    runsAgain: false,
    tagsByName: true,
    autoImports: false,
    attributesFall: true,
    sharesTag: true,
    openTags: false,
    sendsUp: false,
    callsByName: false,
    isElement: false,
    sharesBy: 'service',
    oneServiceForAll: false,
    holdsToProps: true,
    pagesRender: false,
    directWriteIsLost: false,
    passesReadOnly: false,
    changesOnEachKey: false,
  },
  lwc: {
    writeRenders: 'readers',
    readsOwnContext: false,
    runsAgain: false,
    tagsByName: true,
    autoImports: false,
    attributesFall: false,
    sharesTag: true,
    openTags: false,
    sendsUp: false,
    callsByName: false,
    isElement: true,
    sharesBy: null,
    oneServiceForAll: false,
    holdsToProps: true,
    pagesRender: false,
    directWriteIsLost: false,
    passesReadOnly: true,
    changesOnEachKey: false,
  },
  scope: {
    writeRenders: 'subtree',
    readsOwnContext: false,
    runsAgain: false,
    tagsByName: true,
    autoImports: false,
    attributesFall: false,
    sharesTag: true,
    openTags: true,
    sendsUp: true,
    callsByName: true,
    isElement: false,
    sharesBy: 'service',
    oneServiceForAll: true,
    holdsToProps: false,
    pagesRender: true,
    directWriteIsLost: false,
    passesReadOnly: false,
    changesOnEachKey: false,
  },
};
