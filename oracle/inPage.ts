/**
 * Runs in the page, before the application: notes at each commit what React itself holds in memory. It knows the shape of
 * React's own tree and nothing else.
 */

/** What was seen, as lines that sets can hold. */
export interface Seen {
  /** `author>child`: the component whose code wrote the element. */
  written: string[];
  /** `above>child`: the nearest component the element is rendered inside. */
  under: string[];
  /** `author>child.prop`: a prop whose very value the author holds. */
  identical: string[];
  /** `author>child.prop`: a prop the author gave, whatever its value. */
  given: string[];
  /** `provider>reader`: a context read, with the component that wrote its nearest provider. */
  contexts: string[];
  /** `sender>listener@topic`: a message that was heard, where messages go along scopes. */
  messages?: string[];
}

/** Written as one function, since it is passed to the page as text. `outside` names components of packages. */
export function install(outside: string[]): void {
  interface Fiber {
    tag: number;
    type: unknown;
    child: Fiber | null;
    sibling: Fiber | null;
    return: Fiber | null;
    memoizedProps: Record<string, unknown> | null;
    memoizedState: unknown;
    stateNode: Record<string, unknown> | null;
    dependencies: { firstContext: { context: unknown; memoizedValue: unknown; next: unknown } | null } | null;
    _debugOwner: Fiber | null;
  }
  const [FUNCTION, CLASS, CONSUMER, PROVIDER, FORWARD, SIMPLE_MEMO] = [0, 1, 9, 10, 11, 15];
  const sets = {
    written: new Set<string>(),
    under: new Set<string>(),
    identical: new Set<string>(),
    given: new Set<string>(),
    contexts: new Set<string>(),
  };
  const skipped = new Set(outside);

  function nameOf(fiber: Fiber | null): string | null {
    if (!fiber || ![FUNCTION, CLASS, FORWARD, SIMPLE_MEMO].includes(fiber.tag)) return null;
    const type = fiber.type as { displayName?: string; name?: string; render?: { name?: string } };
    const name = type.displayName ?? type.render?.name ?? type.name ?? '';
    return name === '' || skipped.has(name) ? null : name;
  }

  function isOutside(fiber: Fiber | null): boolean {
    const type = fiber?.type as { displayName?: string; name?: string } | null | undefined;
    return skipped.has(type?.displayName ?? '') || skipped.has(type?.name ?? '');
  }

  /** The nearest fiber of the application's own, along owners or along parents. */
  function nearest(fiber: Fiber | null, along: 'return' | '_debugOwner'): Fiber | null {
    let at = fiber;
    while (at && nameOf(at) === null) at = at[along];
    return at;
  }

  function isTraceable(value: unknown): boolean {
    if (typeof value === 'function') return true;
    if (typeof value === 'string') return value.length > 2;
    return typeof value === 'object' && value !== null && !('$$typeof' in value);
  }

  /** What a component holds: props, state, contexts, and the fields of each. */
  function heldBy(fiber: Fiber): Set<unknown> {
    const held = new Set<unknown>();
    const add = (value: unknown, deep: boolean): void => {
      if (!isTraceable(value)) return;
      held.add(value);
      if (!deep || typeof value !== 'object' || value === null || value instanceof Node) return;
      for (const field of Object.values(value)) add(field, false);
    };
    for (const value of Object.values(fiber.memoizedProps ?? {})) add(value, true);
    if (fiber.tag === CLASS) {
      for (const value of Object.values((fiber.memoizedState as object | null) ?? {})) add(value, true);
      for (const value of Object.values(fiber.stateNode ?? {})) if (typeof value === 'function') held.add(value);
    } else {
      let hook = fiber.memoizedState as {
        memoizedState: unknown;
        queue?: { dispatch?: unknown } | null;
        next: unknown;
      } | null;
      while (hook && typeof hook === 'object' && 'next' in hook) {
        const state = hook.memoizedState;
        add(state, true);
        if (Array.isArray(state)) add(state[0], true);
        if (hook.queue?.dispatch) held.add(hook.queue.dispatch);
        hook = hook.next as typeof hook;
      }
    }
    for (let read = fiber.dependencies?.firstContext ?? null; read; read = read.next as typeof read)
      add(read.memoizedValue, true);
    return held;
  }

  function note(fiber: Fiber, held: Map<Fiber, Set<unknown>>): void {
    const name = nameOf(fiber);
    if (name === null) return;
    const author = nearest(fiber._debugOwner, '_debugOwner');
    const above = nearest(fiber.return, 'return');
    if (author) sets.written.add(`${nameOf(author)}>${name}`);
    if (above) sets.under.add(`${nameOf(above)}>${name}`);
    // What a consumer's function writes is written by whoever wrote the consumer; a package's wrapper passes on.
    const owner = fiber._debugOwner;
    if (author && (author === owner || owner?.tag === CONSUMER || isOutside(owner))) {
      let values = held.get(author);
      if (!values) held.set(author, (values = heldBy(author)));
      for (const [prop, value] of Object.entries(fiber.memoizedProps ?? {})) {
        if (prop === 'children') continue;
        sets.given.add(`${nameOf(author)}>${name}.${prop}`);
        if (isTraceable(value) && values.has(value)) sets.identical.add(`${nameOf(author)}>${name}.${prop}`);
      }
    }
    for (let read = fiber.dependencies?.firstContext ?? null; read; read = read.next as typeof read) {
      let at = fiber.return;
      const is = (one: Fiber): boolean => {
        const type = one.type as { _context?: unknown };
        return one.tag === PROVIDER && (one.type === read?.context || type._context === read?.context);
      };
      while (at && !is(at)) at = at.return;
      const provider = at && nearest(at._debugOwner, '_debugOwner');
      if (provider) sets.contexts.add(`${nameOf(provider)}>${name}`);
    }
  }

  function walk(root: Fiber): void {
    const held = new Map<Fiber, Set<unknown>>();
    const queue = [root];
    for (let fiber = queue.pop(); fiber; fiber = queue.pop()) {
      note(fiber, held);
      if (fiber.sibling) queue.push(fiber.sibling);
      if (fiber.child) queue.push(fiber.child);
    }
  }

  Object.assign(window, {
    // React calls this hook at every commit, if it is there.
    __REACT_DEVTOOLS_GLOBAL_HOOK__: {
      supportsFiber: true,
      renderers: new Map(),
      inject: () => 1,
      checkDCE: () => undefined,
      onCommitFiberRoot: (_: number, root: { current: Fiber }) => walk(root.current),
      onCommitFiberUnmount: () => undefined,
      onPostCommitFiberRoot: () => undefined,
    },
    __seen: (): Seen => ({
      written: [...sets.written],
      under: [...sets.under],
      identical: [...sets.identical],
      given: [...sets.given],
      contexts: [...sets.contexts],
    }),
  });
}
