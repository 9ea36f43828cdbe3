/** Names and the places they stand for: one scope for each block and function. */
import type { FunctionId, PlaceId } from '../../model/facts';

/** A name is looked for in every scope around it, so that what is nested without bound would take without bound. */
const DEEPEST = 2000;

export class Scope {
  private readonly names = new Map<string, PlaceId>();
  private readonly depth: number;

  /** Throws a `RangeError`, as running out of stack does, where it would lie too deep. */
  constructor(
    readonly parent: Scope | null,
    readonly fn: FunctionId,
  ) {
    this.depth = parent ? parent.depth + 1 : 0;
    if (this.depth > DEEPEST) throw new RangeError('Scopes are nested too deeply.');
  }

  declare(name: string, place: PlaceId): void {
    this.names.set(name, place);
  }

  /** Declared in this very scope, not in one around it. */
  own(name: string): PlaceId | undefined {
    return this.names.get(name);
  }

  /** All that is declared in this very scope. */
  all(): Iterable<[name: string, place: PlaceId]> {
    return this.names;
  }

  lookup(name: string): PlaceId | undefined {
    let found = this.names.get(name);
    for (let scope = this.parent; scope && found === undefined; scope = scope.parent) found = scope.names.get(name);
    return found;
  }
}
