/** What is known of the component being read, and how a call of the family's own functions is read. */
import type * as t from '@babel/types';
import type { FunctionId, PlaceId, Spot } from '../../model/facts';
import type { ScriptReader } from '../script/reader';

/** The component being read. */
export interface VueComponent {
  fn: FunctionId;
  props: PlaceId;
  /** The instance: what options and templates reach by name. */
  self: PlaceId;
  /** Places that hold a reference: templates take the value out of it. */
  refs: Set<PlaceId>;
  /** Places that hold the function that sends events. */
  emit: Set<PlaceId>;
  /** What is provided to all below: the key's place and the value's. */
  provides: { context: PlaceId; value: PlaceId | null; name: string; at: Spot }[];
  /** References templates name, by name. */
  handles: Map<string, PlaceId>;
}

export type Reading = (
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
  component: VueComponent | null,
) => PlaceId | null;
