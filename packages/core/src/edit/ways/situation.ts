/** What every way of carrying a value out starts from. */
import type { CellFlow } from '../../follow/cells';
import type { Dominators } from '../../follow/dominators';
import type { Linked } from '../../link';
import type { Steps } from '../plan';
import type { Workshop } from '../workshop';

export interface Move {
  linked: Linked;
  dominators: Dominators;
  flow: CellFlow;
  /** Further cells of the home that go the same way. */
  beside?: readonly CellFlow[];
  home: number;
  /** Where the value is to live; null for a module. */
  to: number | null;
  /** Components that shall read it too. */
  wanted: number[];
  readers: number[];
  writers: number[];
  relays: number[];
  workshop: Workshop;
  steps: Steps;
}
