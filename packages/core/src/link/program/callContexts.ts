/**
 * Call contexts: whose run of a function is meant. A context is a component and the calls that lead from its body into
 * hooks and helpers, so that a hook's cells are told apart by the component (and the call) they belong to.
 */
export class CallContexts {
  readonly owner: number[] = [];
  readonly parent: number[] = [];
  readonly call: number[] = [];
  readonly depth: number[] = [];
  /** The call of a wrapper that made the component; -1 where none did. */
  readonly via: number[] = [];
  /** All runs of a function on behalf of one component, taken together: the first of them; -1 for a run of its own. */
  readonly joins: number[] = [];
  private readonly roots = new Map<string, number>();
  private readonly index = new Map<string, number>();
  private readonly joined = new Map<number, number>();
  static readonly MAX_DEPTH = 4;
  /** Where there are few runs. */
  static readonly MAX_DEPTH_OF_FEW = 8;
  /** Of functions that are gone through once for all calls: there are as many runs of them as functions, not as ways. */
  static readonly MAX_DEPTH_ONCE = 40;

  /** The context of a component's own body; `owner` is its function, `via` the wrapper's call that made it. */
  root(owner: number, via = -1): number {
    const key = `${owner}:${via}`;
    let id = this.roots.get(key);
    if (id === undefined) {
      id = this.add(owner, -1, -1, 0, via);
      this.roots.set(key, id);
    }
    return id;
  }

  /** One call further in; null for recursion and where it is too deep to follow. */
  push(context: number, call: number, most: number = CallContexts.MAX_DEPTH): number | null {
    const depth = (this.depth[context] ?? 0) + 1;
    if (depth > most) return null;
    if (this.isIn(context, call)) return null;
    const key = `${context}:${call}`;
    let id = this.index.get(key);
    if (id === undefined) {
      id = this.add(this.owner[context] ?? -1, context, call, depth, this.via[context] ?? -1);
      this.index.set(key, id);
    }
    return id;
  }

  /** Whether a call is being made already. */
  private isIn(context: number, call: number): boolean {
    for (let c = context; c !== -1; c = this.parent[c] ?? -1) if (this.call[c] === call) return true;
    return false;
  }

  /** As `push`; a call that is being made already is returned to. */
  pushOrReturn(context: number, call: number): number | null {
    for (let c = context; c !== -1; c = this.parent[c] ?? -1) if (this.call[c] === call) return c;
    return this.push(context, call, CallContexts.MAX_DEPTH_ONCE);
  }

  /**
   * The runs of a function on behalf of one component, taken together, by the first of them: for what is the same in all of them.
   * What the function returns goes back to each of its calls.
   */
  join(first: number): number {
    let id = this.joined.get(first);
    if (id === undefined) {
      const { parent, call, depth, via } = this;
      id = this.add(
        this.owner[first] ?? -1,
        parent[first] ?? -1,
        call[first] ?? -1,
        depth[first] ?? 0,
        via[first] ?? -1,
      );
      this.joins[id] = first;
      this.joined.set(first, id);
    }
    return id;
  }

  private add(owner: number, parent: number, call: number, depth: number, via: number): number {
    this.joins.push(-1);
    this.via.push(via);
    this.parent.push(parent);
    this.call.push(call);
    this.depth.push(depth);
    return this.owner.push(owner) - 1;
  }
}
