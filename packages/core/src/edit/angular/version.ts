/** The version of the framework that a project asks for. */
import { Impossible } from '../plan';
import type { Texts } from '../texts';

/** Throws where it is older than the first that can do something, which `lacks` says of it. */
export function needVersion(texts: Texts, first: number, lacks: string): void {
  const wanted = /"@angular\/core"\s*:\s*"\D*(\d+)/.exec(texts.read('package.json') ?? '')?.[1];
  if (wanted !== undefined && Number(wanted) < first)
    throw new Impossible(`Its version of the framework, ${wanted}, ${lacks}.`);
}
