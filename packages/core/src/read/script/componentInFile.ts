/** What is known of the single-file component that is being read. */
import type { FunctionId, PlaceId, Spot } from '../../model/facts';

/** The component being read. */
export interface SingleFileComponent {
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
  /** What whoever holds the component may reach; null while that is nothing. */
  exposes: PlaceId | null;
  /** What it is given beyond its props lands on its root by itself. */
  inherits: boolean;
  /** It renders nothing itself: others mix it into theirs, and its instance is theirs. */
  mixin: boolean;
  /** The names it is looked up by among the instances above and below. */
  names: string[];
  /** What is bound both ways without a name: the prop, and the event that asks for its change. */
  model: { prop: string; event: string } | null;
}
