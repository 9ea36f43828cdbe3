/**
 * Facts: what a reader hands over for one file. They depend on the file's text and path alone, hold no syntax,
 * and are plain JSON, so that they can be cached, made in parallel and compared. Identifiers are indices into
 * the arrays of the same file.
 */
import type { Family, Problem } from './documents';
import type { TypeFact } from './types';

/** Where something stands in its file. Lines and columns count from 1; `length` is in characters on that line. */
export interface Spot {
  line: number;
  column: number;
  length: number;
}

export type PlaceId = number;
export type FunctionId = number;

/** How often something is rendered each time its author renders. */
export type Repeat = 'once' | 'conditional' | 'many';

const REPEAT_ORDER: Record<Repeat, number> = { once: 0, conditional: 1, many: 2 };

/** The stronger of two: a conditional inside a loop is rendered many times. */
export function strongerRepeat(a: Repeat, b: Repeat): Repeat {
  return REPEAT_ORDER[a] >= REPEAT_ORDER[b] ? a : b;
}

/** Something that can hold a value: a binding, a parameter, an object being put together, a piece of markup, … */
export type PlaceKind =
  | 'binding'
  | 'param'
  | 'result'
  | 'function'
  | 'object'
  | 'part'
  | 'computed'
  | 'markup'
  | 'siteProps'
  | 'cell'
  | 'setter'
  | 'context'
  | 'read'
  | 'import'
  | 'unknown';

export interface Place {
  kind: PlaceKind;
  /** What the source calls it; empty where it has no name. */
  name: string;
  /** The innermost function it belongs to; 0 is the module itself. */
  fn: FunctionId;
  at: Spot;
}

/**
 * What a flow does to the value: `get` takes a field out, `put` stores it as a field, `rest` takes all fields but some,
 * `derived` computes something from it, `frozen` copies it once, `unwrap` takes the value out of a reference that holds it in a field, `taken`
 * takes a value once where it is the value itself, and lets what holds values (a reference, a function) pass. The field `*`
 * stands for any element.
 */
export type FlowOp = 'same' | 'get' | 'put' | 'rest' | 'derived' | 'frozen' | 'unwrap' | 'taken';

export interface Flow {
  from: PlaceId;
  to: PlaceId;
  op: FlowOp;
  field?: string;
  /** Fields a `rest` leaves out; the sign of events alone stands for all of them. */
  except?: string[];
}

export interface PropFact {
  name: string;
  required: boolean;
  default: string | null;
  /** False where the component reads the prop without declaring it anywhere. */
  declared: boolean;
  /** It is declared where others may declare it by as well: in a type or a mixin of another file. */
  shared?: true;
  /** The component sets it itself, for whoever binds it. */
  output?: true;
  /** What a listener at a site stands under that this prop is given. */
  listener?: string;
  at: Spot;
}

/**
 * `component` renders something; `candidate` becomes one when some site renders it; `hook` and `plain` are helpers;
 * `closure` lives inside another function; `module` is the file's own top level.
 */
export type FunctionRole = 'module' | 'component' | 'candidate' | 'hook' | 'plain' | 'closure';

/** An event a component declares or sends. */
export interface EventFact {
  name: string;
  /** The prop under which whoever listens hands over what is called. */
  listener: string;
  at: Spot;
}

export interface FunctionFact {
  name: string;
  role: FunctionRole;
  parent: FunctionId | null;
  /** The place holding the function itself as a value. */
  self: PlaceId;
  params: PlaceId[];
  /** The place that receives what it returns. */
  result: PlaceId;
  /**
   * How many arguments it counts on: parameters before the first that has a default, takes the rest or is asked for, up to the
   * last one that is read whenever the function runs to its end.
   */
  needs: number;
  /** The last of its parameters takes all further arguments, as a list. */
  takesMore?: true;
  /** True where the body does nothing but call one function: a wrapper that hands the call on. */
  wraps: boolean;
  /** It is kept from one rendering to the next, until something changes that it depends on. */
  kept?: true;
  at: Spot;
  /** Last line of the function. */
  endLine: number;
  /** The place of what a call without any argument brings, where that differs: a store's hook without a selector. */
  bare?: PlaceId;
  /** For components: the events it declares or sends. */
  events?: EventFact[];
  /** It also sends events whose names are decided at run time. */
  sendsAny?: true;
  /** It says which events it sends: a listener for any other is put on its own element. */
  declaresEvents?: true;
  /** For components written as classes: the object its methods stand on. */
  instance?: PlaceId;
  /** For components: what is known of its props, from their declaration and from reads. */
  props?: PropFact[];
  /** For components: everything undeclared is taken too (rest, or the props object used as a whole). */
  takesRest?: boolean;
  /** For components: some of the type of its props is declared where the file does not show it. */
  openType?: boolean;
  /** The type itself, where some of it has to be looked for in other files. */
  propsType?: TypeFact;
  /** The object its own names stand on, where others may come to hold it. */
  own?: PlaceId;
  /** The name a component gives itself, for tags that nothing imports. */
  ownName?: string;
  /** What it is given beyond its props has no single root to land on, and it places it nowhere itself. */
  losesRest?: boolean;
  /** Functions whose props, events and state a component takes over. */
  mixes?: PlaceId[];
}

export interface CallFact {
  callee: PlaceId;
  /** What the source calls the callee, for messages. */
  name: string;
  args: (PlaceId | null)[];
  /** The object a method is called on. */
  receiver: PlaceId | null;
  result: PlaceId;
  /** How often it is called each time the function around it runs. */
  repeat: Repeat;
  /** A list is spread into its arguments: there may be more than stand here. */
  open?: boolean;
  /** Only called where there is something to call (`onOpen?.()`). */
  optional?: boolean;
  /** Where what it calls cannot be found, nothing is taken to come of it. */
  onlyKnown?: boolean;
  /** It is a template with a tag: what it is given are values in a text. */
  template?: boolean;
  fn: FunctionId;
  at: Spot;
}

/** What is done with a value where its way ends. */
export type UseKind = 'shown' | 'branched' | 'computed' | 'iterated' | 'effect' | 'handler' | 'outside' | 'copied';

/** The detail of a use that copies the value itself, but lets what holds values pass. */
export const TAKEN = 'taken';

export interface UseFact {
  place: PlaceId;
  kind: UseKind;
  /** The event, timer or function concerned, where there is one. */
  detail?: string;
  /** For `shown`: the piece of markup it is placed in. */
  inside?: PlaceId;
  repeat?: Repeat;
  fn: FunctionId;
  at: Spot;
}

export interface SitePropFact {
  /** Null for a spread. */
  name: string | null;
  place: PlaceId | null;
  /** The source text of a literal value. */
  literal: string | null;
  /** Which value is given, or whether any is, is decided where it is written. */
  chosen?: true;
  at: Spot;
}

/** One place in markup where a component is rendered. */
export interface SiteFact {
  /** It is an element of the page where its tag is not given. */
  elseElement?: boolean;
  /** The tag as written. */
  name: string;
  /** The place the tag reads. */
  tag: PlaceId;
  /** The object of props it is given. */
  propsPlace: PlaceId;
  /** The piece of markup it stands in. */
  inside: PlaceId;
  /** It stands within another element of that piece. */
  nested?: boolean;
  /** It has a key that is computed: with another key, what it renders starts from nothing. */
  keyed?: true;
  /** A provider that stands in no markup: it is around all that whoever runs the function around it renders. */
  ambient?: boolean;
  props: SitePropFact[];
  repeat: Repeat;
  fn: FunctionId;
  at: Spot;
}

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
   * `assignment` (to the variable itself or to a field, but no method called on what it holds).
   */
  tracks?: 'nothing' | 'assignment';
  /** It is made as a store, for others to subscribe to. */
  subscribed?: true;
  /** It is computed a single time out of values that may change later. */
  computedOnce?: true;
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
  place: PlaceId;
  hasDefault: boolean;
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
 * A place tied to all others of the same key, in whatever file: what goes `into` one comes out of those that are not.
 * Topics, action types, names in a storage, the one store of a program.
 */
export interface JoinFact {
  key: string;
  place: PlaceId;
  into: boolean;
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
  given?: PlaceId;
  /** As the source says it: `tray.open = …`, `trays.push()`. */
  text: string;
  /** It changes what elements of the page have, and they are there to be changed in place. */
  ofElement?: true;
  fn: FunctionId;
  at: Spot;
}

/** What `from` holds also reaches wherever the value of `to` comes from: a reducer that answers another module's action. */
export interface TieFact {
  from: PlaceId;
  to: PlaceId;
}

/** An element someone else wrote, given more props. */
export interface CloneFact {
  element: PlaceId;
  propsPlace: PlaceId;
  props: SitePropFact[];
  fn: FunctionId;
  at: Spot;
}

export interface TypeImportFact {
  name: string;
  source: string;
  imported: string;
}

/** The instance that renders this one, or the outermost of all, held by a place. */
export interface AboveFact {
  place: PlaceId;
  outermost: boolean;
  fn: FunctionId;
}

/** A component made known to all under a name. */
export interface RegisterFact {
  name: string;
  place: PlaceId;
}

/** A route of a table: the markup it shows, and the route around it, as an index into the same list. */
export interface RouteFact {
  parent: number | null;
  /** It is shown at the outlet of what is mounted, not where its table stands. */
  atOutlet?: boolean;
  /** The part of the address it stands for, as it is written. */
  path?: string;
  piece: PlaceId | null;
  /** The sites that are written in it: where they begin in the file's list, and how many there are. */
  sites?: [first: number, count: number];
  at: Spot;
}

/** Something a component lets others do with it: `exposes` is the object put into the reference `handle`. */
export interface HandleFact {
  handle: PlaceId;
  exposes: PlaceId;
  fn: FunctionId;
  at: Spot;
}

/** A topic listened to, sent on, or no longer listened to. */
export interface ChannelFact {
  topic: string;
  does: 'listens' | 'sends' | 'ends';
  handler: PlaceId | null;
  /** The object it is sent or listened to on; null for the window, and where that is not the project's. */
  bus: PlaceId | null;
  /** It is heard on something that the page brings, which sends by itself: an element, a connection. */
  elsewhere?: true;
  /** The fields of what is sent, where it is written out. */
  fields: string[] | null;
  fn: FunctionId;
  at: Spot;
}

/** Something started that goes on until it is ended: a listener, a timer, a subscription. */
export interface StartFact {
  /** As the source calls it: `addEventListener`, `setInterval`. */
  name: string;
  /** What it is about: the event's or topic's name. */
  topic: string;
  ended: boolean;
  fn: FunctionId;
  at: Spot;
}

/** Props a wrapper adds to the component it is given. */
export interface InjectFact {
  component: PlaceId;
  props: PlaceId;
  at: Spot;
}

export interface ImportFact {
  place: PlaceId;
  /** The specifier as written. */
  source: string;
  /** `default`, `*` for the whole namespace, or the exported name. */
  imported: string;
  at: Spot;
}

/** An export that is a place of this file, or one passed on from another (`source` set; name `*` for all of them). */
export interface ExportFact {
  name: string;
  place: PlaceId | null;
  source: string | null;
  imported: string | null;
  at: Spot;
}

/** Something the reader met and could not follow. */
export interface GapFact {
  what: 'component' | 'import' | 'channel' | 'instance';
  name: string;
  reason: string;
  fn: FunctionId;
  at: Spot;
}

export interface FileFacts {
  path: string;
  family: Family;
  bytes: number;
  lines: number;
  hash: string;
  problems: Problem[];
  /** Set where a script or the markup could not be read at all, so that facts are missing. */
  broken?: true;
  places: Place[];
  flows: Flow[];
  functions: FunctionFact[];
  calls: CallFact[];
  uses: UseFact[];
  sites: SiteFact[];
  cells: CellFact[];
  contexts: ContextFact[];
  contextReads: ContextReadFact[];
  joins: JoinFact[];
  mutations: MutationFact[];
  ties: TieFact[];
  injects: InjectFact[];
  handles: HandleFact[];
  clones: CloneFact[];
  channels: ChannelFact[];
  starts: StartFact[];
  /** Places of objects that are not the value themselves but hold it: atoms, signals, references. */
  boxes: PlaceId[];
  /** Places whose value tells the elements of a list apart: no use of it, but not nothing either. */
  keys: PlaceId[];
  /** Names of which the file asks whether they hold anything: `if (soil)`, `soil?.depth`. */
  asked: PlaceId[];
  /** What comes of asking about a value as a whole (`!soil`, `soil === other`): nothing that it holds is read. */
  wholes: PlaceId[];
  /** What comes of comparing a name with something else: where that holds nothing, it is just not that one. */
  compared: PlaceId[];
  imports: ImportFact[];
  exports: ExportFact[];
  gaps: GapFact[];
  /** Types of props the file declares, and names of types it takes from others (`*`: all of them). */
  types: Record<string, TypeFact>;
  typeImports: TypeImportFact[];
  above: AboveFact[];
  registers: RegisterFact[];
  routes: RouteFact[];
  outlets: { place: PlaceId; fn: FunctionId }[];
  /** It puts scripts into the page, which may do anything there. */
  loadsScripts?: true;
  /** The side the file says it is for. */
  side: 'client' | 'server' | null;
}

/** Raised whenever the shape or meaning of facts changes, so that cached ones are read anew. */
export const FACTS_VERSION = 40;
