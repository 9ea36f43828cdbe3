/** The views of a project, in the order in which people work: adding one is one entry here and one folder beside it. */
import type { ComponentType } from 'react';

export interface ViewEntry {
  /** The last part of its address, under the project's. */
  path: string;
  label: string;
  /** The keys that work in it, with what each does. */
  keys: readonly (readonly [keys: string, does: string])[];
  /** Loads its code, when the view is first opened. */
  load(): Promise<ComponentType>;
}

export const VIEWS = [
  {
    path: 'sheet',
    label: 'Sheet',
    keys: [
      ['↑ ↓', 'to the next mark along the thread'],
      ['← →', 'to the next mark along the row'],
      ['Enter', 'follow the value'],
      ['H', 'weigh its homes'],
      ['W', 'let the component read the value, too'],
      ['Home End', 'to the first and last mark of the thread'],
      ['C', 'show the code'],
      ['F', 'fold or unfold what a component contains'],
      ['B', 'show only what is below a component'],
      ['O', 'the component as a whole, or a value again'],
      ['N', 'narrow what is shown'],
    ],
    load: async () => (await import('./sheet/SheetView')).SheetView,
  },
  {
    path: 'trail',
    label: 'Trail',
    keys: [
      ['J K', 'stop by stop'],
      ['R', 'next way'],
      ['B', 'unfold the ways that part here'],
      ['W', 'ask why it does not reach a component'],
      ['Z', 'roomy or tight rows'],
      ['L', 'more or fewer lines of code'],
      ['C', 'show the code of the stop'],
      ['S', 'show it on the sheet'],
    ],
    load: async () => (await import('./trail/TrailView')).TrailView,
  },
  {
    path: 'findings',
    label: 'Findings',
    keys: [
      ['J K', 'finding by finding'],
      ['Enter', 'follow the value'],
      ['H', 'weigh its homes'],
      ['C', 'show the code'],
      ['M', 'mend it: the edits and their proof'],
      ['X', 'pick a finding'],
      ['A', 'accept what is picked, with a reason'],
      ['G', 'in figures'],
    ],
    load: async () => (await import('./findings/FindingsView')).FindingsView,
  },
  {
    path: 'homes',
    label: 'Homes',
    keys: [
      ['← →', 'way by way'],
      ['P', 'the plan of the way: steps, edits and proof'],
    ],
    load: async () => (await import('./homes/HomesView')).HomesView,
  },
  {
    path: 'reach',
    label: 'Reach',
    keys: [
      ['↑ ↓', 'row by row'],
      ['Enter', 'ask of that component'],
      ['S', 'every row, or those that take part'],
    ],
    load: async () => (await import('./reach/ReachView')).ReachView,
  },
  {
    path: 'code',
    label: 'Code',
    keys: [
      ['↑ ↓', 'line by line, in the code'],
      ['← →', 'name by name, in the code'],
      ['Enter', 'follow the name under the caret'],
    ],
    load: async () => (await import('./code/CodeView')).CodeView,
  },
] as const satisfies readonly ViewEntry[];

export type ViewPath = (typeof VIEWS)[number]['path'];

/** The keys that work everywhere. */
export const COMMON_KEYS: ViewEntry['keys'] = [
  ['Ctrl K', 'find any component or value'],
  ['?', 'show these keys'],
  ['Esc', 'close what is open'],
];
