/**
 * Call contexts, also called runs: a component and the calls that lead from its body into hooks and helpers. They
 * tell a hook's cells apart by the component, and the call, they belong to.
 */
import { entryAt } from '../../model/checked';

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

  /** The component (its function) a run is on behalf of; -1 for what belongs to none. */
  ownerOf(run: number): number {
    return entryAt(this.owner, run, 'run');
  }

  /** The run that a run's last call was made in; -1 for a component's own body. */
  parentOf(run: number): number {
    return entryAt(this.parent, run, 'run');
  }

  /** The call that led into a run; -1 for a component's own body. */
  callOf(run: number): number {
    return entryAt(this.call, run, 'run');
  }

  /** How many calls lead from the component's own body into a run. */
  depthOf(run: number): number {
    return entryAt(this.depth, run, 'run');
  }

  /** The call of a wrapper that made the component of a run; -1 where none did. */
  viaOf(run: number): number {
    return entryAt(this.via, run, 'run');
  }

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
  push(run: number, call: number, most: number = CallContexts.MAX_DEPTH): number | null {
    const depth = this.depthOf(run) + 1;
    if (depth > most) return null;
    if (this.isIn(run, call)) return null;
    const key = `${run}:${call}`;
    let id = this.index.get(key);
    if (id === undefined) {
      id = this.add(this.ownerOf(run), run, call, depth, this.viaOf(run));
      this.index.set(key, id);
    }
    return id;
  }

  /** Whether a call is being made already. */
  private isIn(run: number, call: number): boolean {
    for (let c = run; c !== -1; c = this.parentOf(c)) if (this.call[c] === call) return true;
    return false;
  }

  /** As `push`; a call that is being made already is returned to. */
  pushOrReturn(run: number, call: number): number | null {
    for (let c = run; c !== -1; c = this.parentOf(c)) if (this.call[c] === call) return c;
    return this.push(run, call, CallContexts.MAX_DEPTH_ONCE);
  }

  /**
   * The runs of a function on behalf of one component, taken together, by the first of them: for what is the same in all of them.
   * What the function returns goes back to each of its calls.
   */
  join(first: number): number {
    let id = this.joined.get(first);
    if (id === undefined) {
      id = this.add(
        this.ownerOf(first),
        this.parentOf(first),
        this.callOf(first),
        this.depthOf(first),
        this.viaOf(first),
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
