/**
 * Runs in the page, for applications of Angular: notes what stands behind the elements, by the functions that the framework
 * puts on the window in development mode. It knows those, the shape of what they bring, and nothing else.
 */
import type { Seen } from './inPage';

/** Written as one function, since it is passed to the page as text. */
export function installAngular(): void {
  type Loose = Record<string, unknown>;
  interface Debug {
    getComponent(element: Element): object | null;
    getOwningComponent(element: Element): object | null;
    getDirectives(element: Element): object[];
    getDirectiveMetadata(instance: object): { inputs?: Loose; outputs?: Loose } | null;
    getInjector(element: Element): { get(token: unknown, otherwise: null): unknown };
  }
  const sets = {
    written: new Set<string>(),
    under: new Set<string>(),
    identical: new Set<string>(),
    given: new Set<string>(),
    contexts: new Set<string>(),
  };
  /** Directives of the framework's own packages, which the survey does not read. */
  const OUTSIDE = /^(Ng[A-Z].*|Router(Link|Outlet).*|.*ValueAccessor)$/;
  const nameOf = (instance: object | null | undefined): string => instance?.constructor.name.replace(/^_/, '') ?? '';

  /** What a signal gives; a stream of one value, that value; anything else as it is. */
  function bare(value: unknown): unknown {
    if (
      typeof value === 'function' &&
      Object.getOwnPropertySymbols(value).some((one) => String(one).includes('SIGNAL'))
    )
      try {
        return (value as () => unknown)();
      } catch {
        return undefined;
      }
    const stream = value as { getValue?(): unknown } | null;
    return typeof stream === 'object' && typeof stream?.getValue === 'function' ? stream.getValue() : value;
  }

  function traceable(value: unknown): boolean {
    if (typeof value === 'string') return value.length > 2;
    return typeof value === 'object' && value !== null && !(value instanceof Node);
  }

  /** All that an instance holds: its fields, what it computes, what services of its hold, and the elements of lists. */
  function valuesOf(instance: object): Set<unknown> {
    const values = new Set<unknown>();
    const add = (value: unknown, depth: number): void => {
      const own = bare(value);
      if (!traceable(own) || values.has(own)) return;
      values.add(own);
      if (depth > 0 && typeof own === 'object' && own !== null) for (const one of fieldsOf(own)) add(one, depth - 1);
    };
    for (const one of fieldsOf(instance)) add(one, 3);
    return values;
  }

  function fieldsOf(object: object): unknown[] {
    const getters = Object.entries(
      Object.getOwnPropertyDescriptors((Object.getPrototypeOf(object) as object | null) ?? {}),
    );
    return [
      ...Object.values(object),
      ...getters.flatMap(([, { get }]) => {
        try {
          return get ? [get.call(object) as unknown] : [];
        } catch {
          return [];
        }
      }),
    ];
  }

  /** Whether anybody listens to an output. Who listens to a model keeps the framework to itself: whoever binds it is taken to. */
  function isHeard(output: unknown): boolean {
    if (typeof output === 'function') return 'subscribe' in output;
    const one = output as { observed?: boolean; listeners?: unknown[] | null } | null;
    return !!one && (one.observed === true || (one.listeners?.length ?? 0) > 0);
  }

  function note(ng: Debug, element: Element): void {
    const author = ng.getOwningComponent(element);
    const component = ng.getComponent(element);
    const all = new Set([...(component ? [component] : []), ...ng.getDirectives(element)]);
    for (const one of all) if (OUTSIDE.test(nameOf(one))) all.delete(one);
    for (const instance of all) {
      const name = nameOf(instance);
      const { inputs = {}, outputs = {} } = ng.getDirectiveMetadata(instance) ?? {};
      for (let above = element.parentElement; above; above = above.parentElement) {
        const around = ng.getComponent(above) ?? directiveOn(ng, above);
        if (!around) continue;
        sets.under.add(`${nameOf(around)}>${name}`);
        break;
      }
      if (!author) continue;
      sets.written.add(`${nameOf(author)}>${name}`);
      const values = valuesOf(author);
      // Which of the two is the name at the tag differs between versions.
      for (const [one, other] of Object.entries(inputs)) {
        const field = one in instance ? one : String(other);
        const alias = one in instance ? String(other) : one;
        const isBound = [`ng-reflect-${kebab(alias)}`, `ng-reflect-${kebab(field)}`, alias].some((attribute) =>
          element.hasAttribute(attribute),
        );
        if (!isBound) continue;
        sets.given.add(`${nameOf(author)}>${name}.${alias}`);
        const value = bare((instance as Loose)[field]);
        if (traceable(value) && values.has(value)) sets.identical.add(`${nameOf(author)}>${name}.${alias}`);
      }
      for (const [one, other] of Object.entries(outputs)) {
        const field = one in instance ? one : String(other);
        const alias = one in instance ? String(other) : one;
        if (isHeard((instance as Loose)[field]) || isHeard((instance as Loose)[alias.replace(/Change$/, '')]))
          sets.given.add(`${nameOf(author)}>${name}.${alias}`);
      }
      // What a component above provides to it, and not to whoever stands above that one.
      for (const value of component === instance ? Object.values(instance) : [])
        noteProvider(ng, element, nameOf(instance), value);
    }
  }

  /** What stands around all that an element holds, where a directive is put on it. */
  function directiveOn(ng: Debug, element: Element): object | undefined {
    return ng.getDirectives(element).find((one) => !OUTSIDE.test(nameOf(one)));
  }

  function noteProvider(ng: Debug, element: Element, name: string, value: unknown): void {
    if (typeof value !== 'object' || value === null) return;
    const token = (value as object).constructor;
    if (!Object.hasOwn(token, '\u0275prov')) return;
    for (let above = element.parentElement; above; above = above.parentElement) {
      const around = ng.getComponent(above);
      if (!around || ng.getInjector(above).get(token, null) !== value) continue;
      const outer = above.parentElement;
      // Above the outermost component nobody is asked: what is there is the application's.
      if (!outer || !ng.getOwningComponent(above) || ng.getInjector(outer).get(token, null) === value) continue;
      sets.contexts.add(`${nameOf(around)}>${name}`);
    }
  }

  function kebab(name: string): string {
    return name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);
  }

  Object.assign(window, {
    __note: () => {
      const { ng } = window as unknown as { ng?: Debug };
      if (ng) for (const element of document.querySelectorAll('body *')) note(ng, element);
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
