/** Functions and calls. */
import type { EventFact, PropFact, TypeFact } from './component';
import type { FunctionId, PlaceId, Repeat, Spot } from './place';

/**
 * `component` renders something; `candidate` becomes one when some site renders it; `hook` and `plain` are helpers;
 * `closure` lives inside another function; `module` is the file's own top level.
 */
export type FunctionRole = 'module' | 'component' | 'candidate' | 'hook' | 'plain' | 'closure';

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
  /** The markup of a component in a file of its own: it runs as part of the component that gives it its instance. */
  template?: true;
  /** For a candidate: it is a component unless something calls it, as a directive does with a controller that it takes for its own. */
  unlessCalled?: true;
  /** It is kept from one rendering to the next, until something changes that it depends on. */
  stable?: true;
  /** It runs where nothing looks at what it sets afterwards. */
  unwatched?: true;
  /** It has the page looked at again, or tells others. */
  rewatches?: true;
  at: Spot;
  /** Last line of the function. */
  endLine: number;
  /** The place of what a call without any argument brings, where that differs: a store's hook without a selector. */
  bare?: PlaceId;
  /** For components: the events it declares or sends. */
  events?: EventFact[];
  /** It also sends events whose names are decided at run time. */
  sendsAny?: true;
  /** A listener for what it does not say that it sends is put on its own element. */
  listensOnRoot?: true;
  /** For components written as classes: the object its methods stand on. */
  instance?: PlaceId;
  /** For components: what is known of its props, from their declaration and from reads. */
  props?: PropFact[];
  /** For components: everything undeclared is taken too (rest, or the props object used as a whole). */
  takesRest?: boolean;
  /** For components: it re-renders only when a prop is another value than before; a change inside one goes unseen. */
  comparesInputs?: true;
  /** For components: some of the type of its props is declared where the file does not show it. */
  openType?: boolean;
  /** The type itself, where some of it has to be looked for in other files. */
  propsType?: TypeFact;
  /** The object its own names stand on, where others may come to hold it. */
  own?: PlaceId;
  /** The names a component gives itself, for tags that nothing imports; `button[lift]` stands for an attribute of an element. */
  ownNames?: string[];
  /** What it is given beyond its props has no single root to land on, and it places it nowhere itself. */
  losesRest?: boolean;
  /** Markup that a component fetches by a name, and places any of which may hold what gives it. */
  fetches?: { name: string; from: PlaceId[]; at: Spot };
  /** Functions whose props, events and state a component takes over. */
  mixes?: PlaceId[];
  /** For components that others may extend: what runs of this one as part of those, which has its state but not its markup. */
  asBase?: FunctionId;
  /** It is what runs of a component as part of others: the component's own code, told of a second time. */
  repeatsComponent?: true;
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
  /** It is written with `new`: what comes of it is an instance of a class. */
  creates?: boolean;
  /** Only called where there is something to call (`onOpen?.()`). */
  optional?: boolean;
  /** Where what it calls cannot be found, nothing is taken to come of it. */
  onlyKnown?: boolean;
  /** An event is heard by an element that it comes past, as others of its name may. */
  past?: boolean;
  /** It asks for the instance that is provided above whoever asks, not for one of its own. */
  fromAbove?: boolean;
  /** It asks no further up than the component in whose markup the asker stands. */
  inView?: boolean;
  /** It runs what a component extends or mixes in, as part of that. */
  extends?: boolean;
  /** Its first argument is the instance that what it calls shall run on: no class that makes instances of its own is meant. */
  onInstance?: boolean;
  /** It is a template with a tag: what it is given are values in a text. */
  template?: boolean;
  fn: FunctionId;
  at: Spot;
}
