import type * as t from '@babel/types';
import type { PlaceId } from '../../../model/facts';
import type { ScriptReader } from '../../script/reader';

/** Reads one call; `target` is the pattern its result is bound to. */
export type Recogniser = (r: ScriptReader, node: t.CallExpression, target: t.Node | null) => PlaceId | null;
