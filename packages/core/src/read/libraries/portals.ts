/** Portals render what they are given where they are written, for contexts and props alike. */
import type { Library } from './library';

export const portals: Library = {
  name: 'portals',
  packages: /^react-dom$/,
  model: `
    export function createPortal(node) { return node; }
    export function flushSync(run) { return run(); }
    export default { createPortal, flushSync };
  `,
};
