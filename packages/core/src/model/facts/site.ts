/** Sites: where markup renders something, and where routes show what. */
import type { FunctionId, PlaceId, Repeat, Spot } from './place';

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
  /** It is nothing where no component goes by that name: an attribute that may be one. */
  maybe?: boolean;
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
  /** What sites on one element have in common: several of its attributes, or its tag and an attribute, may be components. */
  element?: PlaceId;
  /** It stands within another element of that piece. */
  nested?: boolean;
  /** It has a key that is computed: with another key, what it renders starts from nothing. */
  keyed?: true;
  /** It stands in a loop that knows its elements by themselves: for another element it renders another instance. */
  perElement?: true;
  /** A provider that stands in no markup: it is around all that whoever runs the function around it renders. */
  ambient?: boolean;
  /** Kinds of pages on which whoever puts them together may place the component, in plain words: `record page`. */
  stands?: string[];
  props: SitePropFact[];
  /** Names the tag bears, by which a query finds it. */
  names?: string[];
  repeat: Repeat;
  fn: FunctionId;
  at: Spot;
}

/** An element someone else wrote, given more props. */
export interface CloneFact {
  element: PlaceId;
  propsPlace: PlaceId;
  props: SitePropFact[];
  fn: FunctionId;
  at: Spot;
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
