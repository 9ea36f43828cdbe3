/** What is known of the file being read beyond its scope: which of its variables are cells, and which are asked back. */
import type { PlaceId } from '../../model/facts';
import type { SingleFileComponent } from '../script/componentInFile';

export interface SvelteFile {
  /** State is said by runes; without them every variable of the component that is set is state. */
  runes: boolean;
  component: SingleFileComponent | null;
  /** The setter of each variable that is a cell, by the variable's place. */
  setters: Map<PlaceId, PlaceId>;
  /** Variables that are props: setting one asks whoever bound it to change it, by the prop's name. */
  asked: Map<PlaceId, string>;
}

/** Names a component's scripts and markup mention. */
export interface Mentioned {
  /** Those that are called. */
  named: ReadonlySet<string>;
  /** Those that are set, or have a field set, and how often. */
  set: ReadonlyMap<string, number>;
  /** Those that are set themselves. */
  assigned: ReadonlySet<string>;
  /** Those that hold a list which is changed by its methods. */
  filled: ReadonlySet<string>;
}
