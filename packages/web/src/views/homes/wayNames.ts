/** What the ways are called on the page, and where they have the value live. */
import type { HomeOption } from '@vectura/core';

const TITLE: Record<HomeOption['kind'], string> = {
  keep: 'Leave it',
  down: 'Move it lower',
  up: 'Move it higher',
  compose: 'Pass markup down',
  context: 'Context',
  store: 'Store',
  service: 'Service',
};

/** What no component holds is not moved higher: a component takes it in. */
export function titleOf(kind: HomeOption['kind'], current: string | null): string {
  return kind === 'up' && current === null ? 'Let a component hold it' : TITLE[kind];
}

const WHERE: Record<HomeOption['kind'], (component: string) => string> = {
  keep: (c) => `in ${c}`,
  down: (c) => `in ${c}`,
  up: (c) => `in ${c}`,
  compose: (c) => `${c} writes what its children contain`,
  context: (c) => `provided by ${c}`,
  store: () => 'a module of its own',
  service: (c) => `provided by ${c}`,
};

export function whereOf({ kind, component }: HomeOption): string {
  if (kind === 'service' && component === null) return 'one for the whole application';
  return WHERE[kind](component ?? 'its module');
}
