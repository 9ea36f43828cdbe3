/**
 * Packages whose functions carry data: how one is told to the reader. What a package's functions do with what they are
 * given is written as a few lines of source (`model`), read like any other file and joined where it is imported; calls
 * that make something (a store, an atom, a query) are read where they are written (`calls`).
 */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import type { ScriptReader } from '../script/reader';

/** Reads one call; `target` is the pattern its result is bound to. */
export type CallReader = (r: ScriptReader, node: t.CallExpression, target: t.Node | null) => PlaceId | null;

export interface Library {
  /** A name for its model; letters only. */
  name: string;
  /** Matches the specifiers it is imported by. */
  packages: RegExp;
  /**
   * What its functions do. In a model, `shared(key)` is what is tied to the key all over the project, and `change(key)`
   * the function that changes it.
   */
  model?: string;
  /** By exported name; a curried call (`create()(…)`) is read under the name followed by `()`. */
  calls?: Record<string, CallReader>;
}
