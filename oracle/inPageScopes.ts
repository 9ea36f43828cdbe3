/**
 * Runs in the page, for applications of scopes: notes which component stands at each element, whose scope its attributes are read
 * with, what it is given, and who hears what is sent. It knows the family's own scopes and nothing else.
 */
import type { Seen } from './inPage';

/** Written as one function, since it is passed to the page as text. */
export function installScopes(): void {
  type Loose = Record<string, unknown>;
  interface Scope extends Loose {
    $id: number;
    $parent: Scope | null;
  }
  interface Wrapped {
    data(): Loose;
    scope(): Scope | undefined;
    isolateScope(): Scope | undefined;
    injector(): { get(name: string): Loose } | undefined;
  }
  interface Angular {
    element(node: Element): Wrapped;
    module(name: string): { _invokeQueue: [string, string, [string, unknown]][] };
  }
  const sets = {
    written: new Set<string>(),
    under: new Set<string>(),
    identical: new Set<string>(),
    given: new Set<string>(),
    contexts: new Set<string>(),
    messages: new Set<string>(),
  };
  const owners = new Map<number, string>();
  const parts = new Map<Element, { name: string; scope: Scope; instance: Loose | null }[]>();
  let senders: { scope: Scope; method: string }[] = [];
  let isWatched = false;
  /** Whose element is being used: what it sends by a service, or by the outermost scope, is its doing. */
  let acting: string | null = null;

  const angular = (): Angular => (window as unknown as { angular: Angular }).angular;
  const camel = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
  const plainName = (given: string): string => given.trim().split(/\s+/)[0] ?? '';

  function isTraceable(value: unknown): boolean {
    if (typeof value === 'string') return value.length > 2;
    return typeof value === 'object' && value !== null && !(value instanceof Node);
  }

  /** All that can be read by a name in a scope, with the elements of lists and their fields. */
  function valuesOf(scope: Scope): Set<unknown> {
    const values = new Set<unknown>();
    const add = (value: unknown, depth: number): void => {
      if (!isTraceable(value) || values.has(value)) return;
      values.add(value);
      if (depth > 0 && typeof value === 'object' && value !== null)
        for (const [name, one] of Object.entries(value)) if (!name.startsWith('$$')) add(one, depth - 1);
    };
    for (const name in scope) if (name === '$ctrl' || !name.startsWith('$')) add(scope[name], 3);
    return values;
  }

  /** Directives of the application, by the names of their tags. */
  function registered(): Set<string> {
    const queue = angular().module('glasshouse')._invokeQueue;
    return new Set(
      queue.flatMap(([provider, method, [name]]) =>
        provider === '$compileProvider' && /^(component|directive)$/.test(method) ? [name] : [],
      ),
    );
  }

  function partsAt(
    element: Element,
    tags: ReadonlySet<string>,
  ): { name: string; scope: Scope; instance: Loose | null }[] {
    const wrapped = angular().element(element);
    const data = wrapped.data();
    const scope = wrapped.scope();
    if (!scope) return [];
    const named = element.getAttribute('ng-controller');
    if (named !== null) return [{ name: plainName(named), scope, instance: null }];
    if (element.hasAttribute('ng-view')) {
      const route = wrapped.injector()?.get('$route').current as { controller?: string; scope?: Scope } | undefined;
      return route?.controller && route.scope === scope
        ? [{ name: plainName(route.controller), scope, instance: null }]
        : [];
    }
    const tag = camel(element.localName);
    const own = wrapped.isolateScope();
    if (!tags.has(tag) || !own) return [];
    return [{ name: tag, scope: own, instance: (data[`$${tag}Controller`] as Loose | undefined) ?? null }];
  }

  /** The component whose markup an element was written in: names in it are found in that one's scope. */
  function authorOf(scope: Scope | undefined): { name: string; scope: Scope } | null {
    for (let at = scope; at && '$id' in at; at = Object.getPrototypeOf(at) as Scope | undefined) {
      const name = Object.hasOwn(at, '$id') ? owners.get(at.$id) : undefined;
      if (name !== undefined) return { name, scope: at };
    }
    return null;
  }

  function note(element: Element): void {
    for (const { name, scope, instance } of parts.get(element) ?? []) {
      for (let at = element.parentElement; at; at = at.parentElement) {
        const above = parts.get(at)?.at(-1);
        if (!above) continue;
        sets.under.add(`${above.name}>${name}`);
        break;
      }
      const isController = instance === null && element.hasAttribute('ng-controller');
      const outside = isController
        ? (Object.getPrototypeOf(scope) as Scope)
        : element.hasAttribute('ng-view')
          ? undefined
          : angular().element(element).scope();
      const author = authorOf(outside);
      if (!author || !outside) continue;
      sets.written.add(`${author.name}>${name}`);
      if (isController) continue;
      const values = valuesOf(outside);
      for (const attribute of element.getAttributeNames()) {
        const prop = camel(attribute);
        const value = instance && prop in instance ? instance[prop] : scope[prop];
        if (value === undefined || attribute.startsWith('ng-') || attribute === 'class') continue;
        sets.given.add(`${author.name}>${name}.${prop}`);
        if (isTraceable(value) && values.has(value)) sets.identical.add(`${author.name}>${name}.${prop}`);
      }
    }
  }

  /** The component that a scope belongs to, or that runs in it. */
  function partOf(scope: Scope): string | null {
    for (let at: Scope | null = scope; at; at = at.$parent) {
      const name = owners.get(at.$id);
      if (name !== undefined) return name;
    }
    return null;
  }

  /** Lets whoever sends say so, and each listener, as long as the application runs. */
  function watchMessages(root: Scope): void {
    isWatched = true;
    const proto = Object.getPrototypeOf(root) as Loose;
    for (const method of ['$emit', '$broadcast']) {
      const plain = proto[method] as (...args: unknown[]) => unknown;
      proto[method] = function (this: Scope, ...args: unknown[]): unknown {
        senders.push({ scope: this, method });
        try {
          return plain.apply(this, args);
        } finally {
          senders = senders.slice(0, -1);
        }
      };
    }
    const all: Scope[] = [root];
    for (let scope = all.pop(); scope; scope = all.pop()) {
      wrap(scope);
      for (let child = scope.$$childHead as Scope | null; child; child = child.$$nextSibling as Scope | null)
        all.push(child);
    }
    const plain = proto.$on as (topic: string, run: (...args: unknown[]) => unknown) => unknown;
    proto.$on = function (this: Scope, topic: string, run: (...args: unknown[]) => unknown): unknown {
      return plain.call(this, topic, heardBy(this, topic, run));
    };
  }

  function wrap(scope: Scope): void {
    const listeners = (scope.$$listeners ?? {}) as Record<string, ((...args: unknown[]) => unknown)[]>;
    for (const [topic, list] of Object.entries(listeners))
      list.forEach((run, index) => (list[index] = heardBy(scope, topic, run)));
  }

  function heardBy(scope: Scope, topic: string, run: (...args: unknown[]) => unknown): typeof run {
    return function (this: unknown, ...args: unknown[]) {
      const sender = senders.at(-1);
      const [from, to] = [sender ? (partOf(sender.scope) ?? acting) : null, partOf(scope)];
      if (!topic.startsWith('$') && from !== null && to !== null) {
        sets.messages.add(`${from}>${to}@${topic}`);
        if (sender?.method === '$emit') sets.given.add(`${to}>${from}.${topic}`);
      }
      return run.apply(this, args);
    };
  }

  function noteActing(event: Event): void {
    acting = null;
    for (let at = event.target as Element | null; at && acting === null; at = at.parentElement)
      acting = parts.get(at)?.at(-1)?.name ?? null;
  }
  for (const type of ['click', 'input', 'change']) window.addEventListener(type, noteActing, true);

  function noteAll(): void {
    const tags = registered();
    parts.clear();
    const elements = [...document.querySelectorAll('*')];
    for (const element of elements) {
      const found = partsAt(element, tags);
      if (found.length === 0) continue;
      parts.set(element, found);
      for (const { name, scope } of found) owners.set(scope.$id, name);
    }
    for (const element of elements) note(element);
    const [first] = parts.values();
    const root = first?.[0]?.scope.$root as Scope | undefined;
    if (root && !isWatched) watchMessages(root);
  }

  Object.assign(window, {
    __note: noteAll,
    __seen: (): Seen => ({
      written: [...sets.written],
      under: [...sets.under],
      identical: [...sets.identical],
      given: [...sets.given],
      contexts: [...sets.contexts],
      messages: [...sets.messages],
    }),
  });
}
