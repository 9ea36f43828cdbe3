/** The kinds of store that a plan can write, each as the text of its module and what is written to read from it. */
import { pascal } from '../../model/spelling';
import type { Linked } from '../../link';
import type { DeclaredState } from '../react/state';
import { nextOf } from './moving';
import type { Syntax } from '../syntax/tree';

/** What a module exports for an expression of the home, and how it is read. */
export interface Exported {
  name: string;
  /** What is written to read it, by what the file calls the export; `imports` are what that takes. */
  read(local: string, named: (source: string, imported: string) => string): string;
}

export interface StoreAsked {
  /** What the value is called where it is shared. */
  name: string;
  state: DeclaredState;
  type: string | null;
  typed: boolean;
  /** A file whose quotes and semicolons are taken over. */
  style: Syntax;
}

export interface MadeStore {
  text: string;
  /** In a plan: “a store as the others are”. */
  says: string;
  /** In words: “the store”. */
  from: string;
  value: Exported;
  setter: Exported;
}

export type StoreKind = 'zustand' | 'jotai' | 'plain';

/** What the project keeps shared state in already, where a plan can write that; else the plainest. */
export function kindOf({ program: { graph } }: Linked): StoreKind {
  const sources = new Set(graph.files.flatMap(({ imports }) => imports.map(({ source }) => source)));
  return (['zustand', 'jotai'] as const).find((one) => sources.has(one)) ?? 'plain';
}

const asIs = (name: string): Exported => ({ name, read: (local) => local });

/** Lines of a module in the style of another file. */
function moduleText({ quote, semicolon, unit }: Syntax, lines: readonly string[]): string {
  return `${lines
    .map((line) =>
      line
        .replaceAll("'", quote)
        .replace(/;$/, semicolon)
        .replace(/^ +/, (by) => unit.repeat(by.length / 2)),
    )
    .join('\n')}\n`;
}

export const KINDS: Record<StoreKind, (asked: StoreAsked) => MadeStore> = {
  zustand: ({ name, state, type, typed, style }) => {
    const hook = `use${pascal(name)}`;
    const set = `set${pascal(name)}`;
    const shape = `{ ${name}: ${type ?? 'any'}; ${set}: (next: ${nextOf(type ?? 'any')}) => void }`;
    const apply = `typeof next === 'function' ? next(state.${name}) : next`;
    return {
      text: moduleText(style, [
        `import { create } from 'zustand';`,
        '',
        `export const ${hook} = create${typed ? `<${shape}>()` : ''}((set) => ({`,
        `  ${name}: ${state.initial},`,
        `  ${set}: (next) => set((state) => ({ ${name}: ${apply} })),`,
        '}));',
      ]),
      says: 'a store like the others of the project',
      from: 'the store',
      value: { name: hook, read: (local) => `${local}((state) => state.${name})` },
      setter: { name: hook, read: (local) => `${local}((state) => state.${set})` },
    };
  },
  jotai: ({ name, state, type, typed, style }) => {
    const atom = `${name}Atom`;
    return {
      text: moduleText(style, [
        `import { atom } from 'jotai';`,
        '',
        `export const ${atom} = atom${typed && type !== null ? `<${type}>` : ''}(${state.initial});`,
      ]),
      says: 'an atom like the others of the project',
      from: 'the atom',
      value: { name: atom, read: (local, named) => `${named('jotai', 'useAtomValue')}(${local})` },
      setter: { name: atom, read: (local, named) => `${named('jotai', 'useSetAtom')}(${local})` },
    };
  },
  plain: ({ name, state, type, typed, style }) => {
    const hook = `use${pascal(name)}`;
    const set = `set${pascal(name)}`;
    const of = typed ? `: ${type ?? 'any'}` : '';
    return {
      text: moduleText(style, [
        `import { useSyncExternalStore } from 'react';`,
        '',
        `let ${name}${of} = ${state.initial};`,
        `const listeners = new Set${typed ? '<() => void>' : ''}();`,
        '',
        `function subscribe(listener${typed ? ': () => void' : ''}) {`,
        '  listeners.add(listener);',
        '  return () => {',
        '    listeners.delete(listener);',
        '  };',
        '}',
        '',
        `export function ${set}(next${typed ? `: ${nextOf(type ?? 'any')}` : ''}) {`,
        `  ${name} = typeof next === 'function' ? next(${name}) : next;`,
        '  listeners.forEach((listener) => listener());',
        '}',
        '',
        `export function ${hook}() {`,
        // Rendered on a server, it has to say what it starts as there.
        `  return useSyncExternalStore(subscribe, () => ${name}, () => ${name});`,
        '}',
      ]),
      says: 'a module that tells its readers of each change',
      from: 'that module',
      value: { name: hook, read: (local) => `${local}()` },
      setter: asIs(set),
    };
  },
};
