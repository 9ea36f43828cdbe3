/** Carriers by group: the colour and the line each is drawn with, and the words it is called by. */
import type { Carrier, Effect, Role } from '@vectura/core';

export type Group = 'down' | 'up' | 'through' | 'outside' | 'reach';

export const GROUPS: readonly Group[] = ['down', 'up', 'through', 'outside', 'reach'];

export const GROUP_OF: Record<Carrier, Group> = {
  prop: 'down',
  slot: 'down',
  overflow: 'down',
  binding: 'down',
  local: 'down',
  event: 'up',
  callback: 'up',
  context: 'through',
  channel: 'through',
  store: 'outside',
  service: 'outside',
  handle: 'reach',
};

export const COLOUR: Record<Group, string> = {
  down: 'var(--down)',
  up: 'var(--up)',
  through: 'var(--through)',
  outside: 'var(--outside)',
  reach: 'var(--reach)',
};

/** Dash patterns, so that groups differ in print and for colour-blind eyes as well; a double line is drawn apart. */
export const DASH: Record<Group, string | undefined> = {
  down: undefined,
  up: '5 3',
  through: '1.5 3.5',
  outside: undefined,
  reach: '3 2',
};

export const HOW: Record<Carrier, string> = {
  prop: 'as a prop',
  callback: 'through a callback',
  event: 'as an event',
  binding: 'through a two-way binding',
  slot: 'with markup',
  overflow: 'in a spread',
  context: 'through a context',
  store: 'through a store',
  service: 'through a service',
  handle: 'through a handle',
  channel: 'on a channel',
  local: 'in a closure',
};

export const EFFECT: Record<Effect, string> = {
  same: '',
  renamed: 'renamed',
  part: 'a part of it',
  derived: 'computed from it',
  frozen: 'copied once',
};

export const DOES: Record<Role, string> = {
  home: 'lives here',
  reader: 'uses it',
  relay: 'only carries it',
  provider: 'provides it to everything below',
  writer: 'changes it',
};
