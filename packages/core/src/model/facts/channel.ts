/** What is tied together by a key, a name or a wrapper rather than by a flow. */
import type { FunctionId, PlaceId, Spot } from './place';

/**
 * A place tied to all others of the same key, in whatever file: what goes `into` one comes out of those that are not.
 * Topics, action types, names in a storage, the one store of a program.
 */
export interface JoinFact {
  key: string;
  place: PlaceId;
  into: boolean;
  /**
   * The key is a name under which something is registered: it is no value of its own, and what is registered is found through it.
   * `defined`: whoever registers it gives it; `used`: whoever names it gives something to it; `any`: there is one of it for all.
   */
  named?: 'defined' | 'used' | 'any';
  /** Markup calls the instance that is registered under the key by this name. */
  alias?: string;
  /** The object of names on which the instance in `place` stands under all of its aliases. */
  on?: PlaceId;
}

/** What `from` holds also reaches wherever the value of `to` comes from: a reducer that answers another module's action. */
export interface TieFact {
  from: PlaceId;
  to: PlaceId;
  /** It reaches what calls of the function that `to` holds bring: another class stands in for the one that is asked for. */
  result?: true;
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
  /** It is an event of an element that comes to the page on its way: sent there only where something listens for it. */
  passes?: true;
  /** The topic is what a constant of another file says, which is registered by this name. */
  symbolic?: true;
  /** The fields of what is sent, where it is written out. */
  fields: string[] | null;
  /** Which way it goes along the scopes around one another, where it does not reach all. */
  way?: 'up' | 'down';
  /** For what is sent: how many arguments. For a listener: the first of its parameters that takes one. */
  args?: number;
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
  /** What is told: it goes on only where that comes from something that stays when the component goes. */
  of?: PlaceId;
  fn: FunctionId;
  at: Spot;
}

/** Who makes an instance of a service for those who ask for it: each instance of a component, or (null) the application once. */
export interface ProviderFact {
  service: PlaceId;
  by: PlaceId | null;
  /** It is there for the provider's own markup alone, not for what others write between its tags. */
  ofView?: true;
  at: Spot;
}

/** Props a wrapper adds to the component it is given. */
export interface InjectFact {
  component: PlaceId;
  props: PlaceId;
  at: Spot;
}
