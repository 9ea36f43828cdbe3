/** What an exploration finds: the places a value reached, what had happened to it by then, and where it left. */
import type { Repeat } from '../../model/facts';

/** A value at a place: `path` leads from what the place holds to the value; `context` says in whose run. */
export interface At {
  place: number;
  path: number;
  run: number;
}

/** What happened to a value since it arrived. */
export interface Change {
  part: boolean;
  derived: boolean;
  frozen: boolean;
  /** How often the functions it came back from are called. */
  repeat: Repeat;
}

/** `shared`: from what belongs to no component into the run of one that reads it. */
export type ExitKind = 'site' | 'argument' | 'returned' | 'rendered' | 'inner' | 'shared' | 'clone' | 'handle';

export interface Exit extends Change {
  kind: ExitKind;
  at: At;
  /** The site (`site`), call (`argument`) or function (`returned`, `rendered`) it leaves by. */
  target: number;
  /** Which argument (`argument`). */
  index: number;
  /** Hooks and helpers it went through on the way, by name. */
  through: readonly string[];
  /** It was put into a new object or list of the same make on the way: what leaves is a copy. */
  anew: boolean;
  /** The value itself was spread into it, maybe beside others. */
  spread: boolean;
  /** It was taken by a key that is chosen at run time: it may have been another value. */
  guessed: boolean;
}

export interface LocalUse extends Change {
  use: number;
  /** Which of the places visited it was at. */
  from: number;
  path: number;
  run: number;
}

/** A use that has no fact of its own: an argument of something outside, the object of an outside method. */
export interface CallUse extends Change {
  call: number;
  path: number;
  run: number;
  /** It is the object whose method is called, and no argument. */
  ofObject?: true;
}

export interface Local {
  uses: LocalUse[];
  outsideCalls: CallUse[];
  /** Calls of the value itself, where it is a function; or (`part`) of one of its fields. */
  called: { call: number; run: number; part: boolean }[];
  exits: Exit[];
  /** The calls by which it came into the runs of functions that were gone through once, by the run. */
  cameBy: Map<number, { call: number; run: number }[]>;
  /** Why it was not followed to its end; null where it was. */
  cut: string | null;
  /** Every place it came to, for asking by any of its local names. */
  visited: readonly Visited[];
}

/** A place a value came to, what had happened to it by then, and from which of the places before it. */
export interface Visited extends At {
  flags: number;
  from: number;
  /** The function it is in where that is gone through once for all calls of it: which arrival of the value there; else -1. */
  entry: number;
  /** The field it was taken from by a key that is chosen at run time: put under such a key again, it has that name. */
  key: string;
}

export function isPart(visited: Visited): boolean {
  return (visited.flags & PART) !== 0;
}

export function wasFrozen(visited: Visited): boolean {
  return (visited.flags & FROZEN) !== 0;
}

export function wasDerived(visited: Visited): boolean {
  return (visited.flags & DERIVED) !== 0;
}

export const PART = 1;
export const DERIVED = 2;
export const FROZEN = 4;
export const SOMETIMES = 8;
export const MANY = 16;
/** It was spread, sliced or put together anew; of two ways to a place the first says so. */
export const ANEW = 32;

/** The value itself was: what comes of it holds its fields, and may hold others. */
export const SPREAD = 64;
/** It was taken by a key that is chosen at run time out of what has names: it may have been that of another name. */
export const GUESSED = 128;
/** What is told of the first of two ways to a place alone. */
export const TOLD_OF_FIRST = ANEW | SPREAD | GUESSED;

export function isAnew(flags: number): boolean {
  return (flags & ANEW) !== 0;
}

export function isGuessed(flags: number): boolean {
  return (flags & GUESSED) !== 0;
}

/** What each combination of signs says, made once. */
const CHANGES: readonly Change[] = Array.from({ length: 2 * GUESSED }, (_, flags) => ({
  part: (flags & PART) !== 0,
  derived: (flags & DERIVED) !== 0,
  frozen: (flags & FROZEN) !== 0,
  repeat: flags & MANY ? 'many' : flags & SOMETIMES ? 'conditional' : 'once',
}));
const NO_CHANGE: Change = { part: false, derived: false, frozen: false, repeat: 'once' };

export function changeOf(flags: number): Change {
  return CHANGES[flags] ?? NO_CHANGE;
}
