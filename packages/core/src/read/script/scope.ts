/** Names and the places they stand for: one scope for each block and function. */
import type { FunctionId, PlaceId } from '../../model/facts';

export class Scope {
  private readonly names = new Map<string, PlaceId>();

  constructor(
    readonly parent: Scope | null,
    readonly fn: FunctionId,
  ) {}

  declare(name: string, place: PlaceId): void {
    this.names.set(name, place);
  }

  /** Declared in this very scope, not in one around it. */
  own(name: string): PlaceId | undefined {
    return this.names.get(name);
  }

  lookup(name: string): PlaceId | undefined {
    let found = this.names.get(name);
    for (let scope = this.parent; scope && found === undefined; scope = scope.parent) found = scope.names.get(name);
    return found;
  }
}
