import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import type { SingleFileComponent } from './componentInFile';
import type { ScriptReader } from './reader';

/** Reads one call inside a single-file component, or (`component` null) in a plain script; `target` is the pattern its result is bound to. */
export type Reading = (
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  component: SingleFileComponent | null,
) => PlaceId | null;
