/** How often what changes a value can come. */

/** Triggers that come many times a second; `change` only where the family has it with each key. */
export const OFTEN = new Set([
  'change',
  'input',
  'mousemove',
  'pointermove',
  'scroll',
  'drag',
  'dragover',
  'setinterval',
  'requestanimationframe',
]);
