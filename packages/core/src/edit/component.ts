/** A component as it can be edited, whatever its family: how it takes a prop, where it passes that on, and what stands for it instead. */
import type * as t from '@babel/types';
import type { Spot } from '../model/facts';
import type { Span } from './syntax/tree';
import type { Imports } from './syntax/imports';
import type { Texts } from './texts';

/** A prop as a tag is given it. */
export interface PassedProp {
  prop: string;
  /** Where the name of the tag begins, by which sites are known. */
  tag: number;
  /** What is given, as the source says it. */
  expression: string;
}

/** How a component reads one of its props: known to the editor that says so. */
export interface Taken {
  readonly by: string;
}

/**
 * What a component gets in the place of a prop: something that follows the value (a reference, a store, a signal), something that has to
 * be asked for it each time, or a function that is called and no value.
 */
export type Gets = 'live' | 'asked' | 'called';

/** What is provided to all below: the name of what stands for it in the module, and what the home provides. */
export interface Provided {
  /** At which tag the home gave it. */
  made?: PassedProp;
  /** The context, key or the like, as it is called in the file. */
  key: string;
  expression: string;
  /** It is a function that is called below, and no value that is read. */
  isFunction?: boolean;
}

export interface ComponentEditor {
  readonly name: string;
  readonly path: string;
  /** Where its markup stands, if in a file of its own. */
  readonly markupPath?: string;
  /** How a prop is read; null where it is not, or in a way that is not edited. */
  taken(prop: string): Taken | null;
  /** Whether a prop can be taken away without breaking its types. */
  canDrop(prop: string): boolean;
  /** Where what a prop holds, and nothing else, is given to a tag. */
  passing(taken: Taken, prop: string): PassedProp[];
  /** The tags into which what a rest holds is spread; none where the prop is taken by its name. */
  spreadTags(taken: Taken): number[];
  /** What the tag at a spot is given for a prop; null where nothing is written there. */
  passedAt(spot: Spot, prop: string): PassedProp | null;
  /** Whether what is given is known wherever the component renders, so that it can be provided there. */
  isAtTop(passed: PassedProp): boolean;
  /** Whether what is made at a tag could be made at the top of the component, under a name. */
  canHoist(passed: PassedProp): boolean;
  /** Makes it there; gives its name. `keep` tells what keeping it from render to render depends on; null where it cannot be kept. */
  hoist(passed: PassedProp, keep: (fn: t.Node) => string[] | null, imports: Imports): string;
  /** Where what a prop holds is used, apart from what is no longer given. */
  usesOf(taken: Taken, prop: string): Span[];
  dropPassed(passed: PassedProp): void;
  dropProp(prop: string): void;
  /** Provides something to all that it renders. */
  provide(provided: Provided, imports: Imports): void;
  /** What is written to read what is provided under a key. */
  contextRead(key: string, imports: Imports): string;
  /** What others get of it as the value; `live` unless it says so. */
  readonly gives?: Gets;
  /** Reads what an expression gives instead of a prop. */
  readInstead(taken: Taken, prop: string, read: string, imports: Imports, gets: Gets): void;
  /**
   * Reads what an expression gives under a name of its own, which is to be like `wanted`, and shows it at the end of its markup where
   * that has room: for who did not read it before.
   */
  readWanted?(wanted: string, read: string, gets: Gets): { local: string; isShown: boolean };
  /** The text of a module that makes what is provided, by its names and types. */
  moduleOf(made: readonly { name: string; type: string }[], typed: boolean): string;
  /** What something that is provided is called in its module. */
  keyName(name: string): string;
  /** What it loses of its script, once everything is collected: what only that needed is not imported any more. */
  gone?(): Span[];
  write(texts: Texts): void;
}
