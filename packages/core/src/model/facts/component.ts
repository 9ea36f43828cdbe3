/** What a component says of itself: its props and their types, its events, what it offers by reference. */
import type { FunctionId, PlaceId, Spot } from './place';

export interface PropFact {
  name: string;
  required: boolean;
  default: string | null;
  /** It is called for by having no default alone, and no type says that it has to be there. */
  untyped?: true;
  /** False where the component reads the prop without declaring it anywhere. */
  declared: boolean;
  /** It is declared where others may declare it by as well: in a type or a mixin of another file. */
  shared?: true;
  /** The component sets it itself, for whoever binds it. */
  output?: true;
  /** What a listener at a site stands under that this prop is given. */
  listener?: string;
  /** It takes what is written at the tag as a text, not what that would be as an expression. */
  text?: true;
  at: Spot;
}

/** An event a component declares or sends. */
export interface EventFact {
  name: string;
  /** The prop under which whoever listens passes what is called. */
  listener: string;
  /** It is sent in the name of whoever renders the component, and heard at that one's tag. */
  asParent?: true;
  /** Elements around the component's tag may hear it as well. */
  bubbles?: true;
  /** The fields of what it brings in `detail`, wherever it is sent; absent where they are not known. */
  fields?: string[];
  at: Spot;
}

/** Something a component lets others do with it: `exposes` is the object put into the reference `handle`. */
export interface HandleFact {
  handle: PlaceId;
  exposes: PlaceId;
  fn: FunctionId;
  at: Spot;
}

/** Something that asks for children by what they are, rather than being given to them: a query, a lookup in the own markup. */
export interface QueryFact {
  /** The component asked for; null where it is asked for by a name that its tag bears. */
  component: PlaceId | null;
  /** Names that the tag bears, any of them. */
  names: string[];
  /** It asks among what is written between the component's tags, not in the component's own markup. */
  content: boolean;
  /** For all there are, as a list. */
  all: boolean;
  /** For the one of them that a value chooses while the program runs. */
  chosen?: true;
  /** What holds the child that is found, in its field `current`. */
  holder: PlaceId;
  /** Functions that run before anything is found; null where none does. */
  before: FunctionId[] | null;
  fn: FunctionId;
  at: Spot;
}

/** The instance that renders this one, or the outermost of all, held by a place. */
export interface ParentInstanceFact {
  place: PlaceId;
  outermost: boolean;
  fn: FunctionId;
}

/** A component made known to all under a name. */
export interface RegisterFact {
  name: string;
  place: PlaceId;
}

/** Which components the tags of a template may mean, where families say so: by a module, or by a component for itself. */
export interface ScopeFact {
  /** The module, or the component. */
  self: PlaceId;
  /** Components that see each other, and what is imported. */
  declares: PlaceId[];
  /** Components, and modules for what they offer. */
  imports: PlaceId[];
  offers: PlaceId[];
}

export interface TypedProp {
  name: string;
  optional: boolean;
  at: Spot;
}

export type TypeFact =
  | { is: 'props'; props: TypedProp[]; open: boolean; bases: TypeFact[] }
  /** A name with what stands in its angle brackets; `keys` where the second of those is a list of texts. */
  | { is: 'name'; name: string; of: TypeFact[]; keys: string[] | null }
  | { is: 'all'; of: TypeFact[] }
  | { is: 'unknown' };

export interface TypeImportFact {
  name: string;
  source: string;
  imported: string;
}
