/** What is known of a cell, whatever its kind. */
import type { At } from '../link/travel/visited';
import type { CellKind } from '../model/documents';
import type { CellFact, Spot } from '../model/facts';

export interface CellInfo {
  id: string;
  name: string;
  kind: CellKind;
  /** The function of the component it lives in; null where no component holds it. */
  home: number | null;
  file: number;
  spot: Spot;
  /** Where its value is read from; null for a context, whose values are other cells. */
  value: At | null;
  setter: At | null;
  setterName: string;
  /** Where a function is passed down rather than a value: it is followed to who calls it. */
  callable: boolean;
  /** The context's number, for a context. */
  context: number | null;
  /** A module's own variable, of interest only to those who use it. */
  quiet?: boolean;
  /** As the fact of the cell says. */
  tracks?: CellFact['tracks'];
  computedOnce?: true;
}

/** Whether a cell goes by a name of its own: no component holds it, or one provides it. */
export function isShared({ home, kind }: CellInfo): boolean {
  return home === null || kind === 'service';
}
