/** Cells, contexts, and what changes a cell in place. */
import type { FunctionId, PlaceId, Spot } from './place';

export type CellFactKind = 'state' | 'derived' | 'store' | 'service' | 'channel' | 'url' | 'storage' | 'remote';

/** Of a cell that no component holds: it is there once, for all. */
export interface SharedCell {
  /** What it is asked for by, after its kind: `units.scale`. */
  id: string;
  /** Cells of one key are one cell, wherever they are met: a topic, a name in a storage. Null where it is met once. */
  key: string | null;
  /** Of no interest while no component reads or changes it: a module's own variable. */
  quiet: boolean;
  /** The function it is made in; the module itself where it is there once. */
  within: FunctionId;
  /** Nothing makes it: it is there once a component sets it. */
  bySetting?: true;
}

/** A cell a function makes: each component that runs the function has its own, unless it is shared. */
export interface CellFact {
  name: string;
  kind: CellFactKind;
  shared?: SharedCell;
  /** A change in place of what holds it is a change of the cell. */
  inPlace?: boolean;
  /**
   * What makes whoever shows it show it anew, where that is not what the family does: `nothing` (a plain variable),
   * `assignment` (to the variable itself or to a field, but no method called on what it holds), `itself` (nothing but
   * assignment to the variable itself).
   */
  tracks?: 'nothing' | 'assignment' | 'itself';
  /** It is made as a store, for others to subscribe to. */
  subscribed?: true;
  /** It is computed a single time out of values that may change later. */
  computedOnce?: true;
  /**
   * It is a name that markup sets in a scope inside its component's own: from then on it hides what it began as, which stays as it is.
   */
  hides?: true;
  /** It is there only where no cell of the component is found here: its script may set the name as well. */
  unless?: PlaceId;
  /** The place its value is read from. */
  value: PlaceId;
  /** The place of the function that changes it. */
  setter: PlaceId | null;
  fn: FunctionId;
  at: Spot;
}

export interface ContextFact {
  name: string;
  /** Contexts of one key are one, wherever they are met; null where it is made in one place. */
  key: string | null;
  /** May be something else altogether: of interest only where it is provided or read. */
  maybe?: boolean;
  /** The family passes it on by itself: names of the scopes around. It is no cell, and nobody forgets to provide it. */
  ambient?: true;
  place: PlaceId;
  hasDefault: boolean;
  /** A list anywhere may provide it, of a module or one that is put together: what is not read so far. */
  listed?: true;
  /** Its type says that it may hold nothing: whoever reads it has to be ready for that. */
  mayBeNone?: true;
  at: Spot;
}

export interface ContextReadFact {
  context: PlaceId;
  /** Whoever reads it asks whether there is anything. */
  maybe?: true;
  result: PlaceId;
  fn: FunctionId;
  at: Spot;
}

/**
 * A change of a field in place (`tray.open = true`). Where the object turns out to hold a cell in that field, calling
 * `change` is calling what changes the cell.
 */
export interface MutationFact {
  object: PlaceId;
  field: string;
  /** The place of the change, called by a call of its own; null for a method that changes the object itself. */
  change: PlaceId | null;
  /** What an assignment gives to a cell; it is the cell's from then on, and does not flow there. */
  assigned?: PlaceId;
  /** As the source says it: `tray.open = …`, `trays.push()`. */
  text: string;
  /** It changes what elements of the page have, and they are there to be changed in place. */
  ofElement?: true;
  /** It is what a child may ask for, of what is bound both ways: nobody changes anything while none does. */
  onRequest?: true;
  /** It is written where the family renders right after, or while the object is being made: what it changes shows. */
  beforeRender?: true;
  fn: FunctionId;
  at: Spot;
}
