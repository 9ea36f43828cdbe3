/**
 * Methods of the language's own collections, by what they do with the elements: a callback's parameters and its result
 * are wired to the collection, so that `houses.map(h => …)` hands each house on instead of losing it.
 */

export interface MethodShape {
  /** Which callback parameter receives an element. */
  itemParam?: number;
  /** Which callback parameter receives what was gathered so far (reduce). */
  gatherParam?: number;
  /** What comes back: the collection itself, a copy of it, one element, what the callback made, or a value computed from it. */
  returns: 'self' | 'copy' | 'item' | 'made' | 'madeFlat' | 'gathered' | 'computed' | 'nothing';
  /** Its arguments are put beside the elements, in what comes back; those of any other method only say which are meant. */
  merges?: true;
  /** The call reads how many there are, or their order: the collection is used, not only passed on. */
  uses: 'iterated' | 'computed' | null;
}

export const COLLECTION_METHODS: Record<string, MethodShape> = {
  map: { itemParam: 0, returns: 'made', uses: 'iterated' },
  flatMap: { itemParam: 0, returns: 'madeFlat', uses: 'iterated' },
  forEach: { itemParam: 0, returns: 'nothing', uses: 'iterated' },
  filter: { itemParam: 0, returns: 'copy', uses: 'computed' },
  find: { itemParam: 0, returns: 'item', uses: 'computed' },
  findLast: { itemParam: 0, returns: 'item', uses: 'computed' },
  findIndex: { itemParam: 0, returns: 'computed', uses: 'computed' },
  some: { itemParam: 0, returns: 'computed', uses: 'computed' },
  every: { itemParam: 0, returns: 'computed', uses: 'computed' },
  sort: { itemParam: 0, returns: 'self', uses: 'computed' },
  toSorted: { itemParam: 0, returns: 'copy', uses: 'computed' },
  reduce: { itemParam: 1, gatherParam: 0, returns: 'gathered', uses: 'computed' },
  join: { returns: 'computed', uses: 'computed' },
  slice: { returns: 'copy', uses: null },
  reverse: { returns: 'self', uses: null },
  toReversed: { returns: 'copy', uses: null },
  concat: { returns: 'copy', merges: true, uses: null },
  at: { returns: 'item', uses: null },
  pop: { returns: 'item', uses: null },
  shift: { returns: 'item', uses: null },
  values: { returns: 'self', uses: null },
};

/** Methods that put their arguments into the collection they are called on. */
export const ADDING_METHODS = new Set(['push', 'unshift', 'add']);

/** Methods that change the collection they are called on. */
export const MUTATING_METHODS = new Set([
  'push',
  'pop',
  'shift',
  'unshift',
  'splice',
  'sort',
  'reverse',
  'fill',
  'copyWithin',
]);
