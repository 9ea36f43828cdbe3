/** What the tag of a site resolved to. */
/** A component, and the wrapper's call that made it: each call makes one of its own. -1 where no wrapper did. */
export interface Target {
  fn: number;
  via: number;
}

/** What a site's tag turned out to be. */
export interface SiteTarget {
  targets: Target[];
  /** Inside a wrapper: what it renders when it was made by a call, by that call. */
  byCall: Map<number, Target[]>;
  /** Functions of the components it may render, in the order found. */
  components: number[];
  /** The context it provides or reads, by the context's number. */
  provides: number | null;
  consumes: number | null;
  /** Why it was not resolved; null where it was. */
  reason: string | null;
  /** True where the tag belongs to a package outside the project. */
  outside: boolean;
  /** True where it is taken out of several by a key that is chosen while the program runs: `parts[kind]`. */
  picked: boolean;
  /** True where it may be something else besides what was found: what is passed in, or could not be followed. */
  uncertain: boolean;
  /** True where it is an element of the page unless something else is passed in, and nobody passes in what cannot be followed. */
  element: boolean;
}

export function unknownTarget(): SiteTarget {
  return {
    targets: [],
    byCall: new Map(),
    components: [],
    provides: null,
    consumes: null,
    reason: null,
    outside: false,
    picked: false,
    uncertain: false,
    element: false,
  };
}

export function add(target: SiteTarget, one: Target): void {
  if (!target.targets.some((known) => known.fn === one.fn && known.via === one.via)) target.targets.push(one);
  if (!target.components.includes(one.fn)) target.components.push(one.fn);
}

export function sameTarget(a: SiteTarget, b: SiteTarget): boolean {
  if (a.provides !== b.provides || a.consumes !== b.consumes || a.reason !== b.reason) return false;
  if (a.outside !== b.outside || a.picked !== b.picked || a.element !== b.element || a.byCall.size !== b.byCall.size)
    return false;
  if (a.uncertain !== b.uncertain || !sameTargets(a.targets, b.targets)) return false;
  for (const [call, targets] of a.byCall) if (!sameTargets(targets, b.byCall.get(call))) return false;
  return true;
}

function sameTargets(a: readonly Target[], b: readonly Target[] | undefined): boolean {
  return !!b && a.length === b.length && a.every(({ fn, via }, i) => b[i]?.fn === fn && b[i].via === via);
}
