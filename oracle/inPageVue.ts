/**
 * Runs in the page, for applications of Vue: notes what the framework's own tree of instances holds in memory, whenever it is
 * asked to. It knows the shape of that tree, in both major versions, and nothing else.
 */
import type { Seen } from './inPage';

/** Written as one function, since it is passed to the page as text. */
export function installVue(): void {
  /** What either version's instance is, said in one way. */
  interface Instance {
    raw: object;
    name: string;
    author: Instance | null;
    above: Instance | null;
    /** What it was given, by name: props, attributes, listeners. */
    given: Record<string, unknown>;
    held: unknown[];
    injected: unknown[];
    provides: (key: unknown) => boolean;
    children: Instance[];
  }
  type Loose = Record<string, unknown>;
  const sets = {
    written: new Set<string>(),
    under: new Set<string>(),
    identical: new Set<string>(),
    given: new Set<string>(),
    contexts: new Set<string>(),
  };
  const asked = new Map<object, unknown[]>();

  const bare = (value: unknown): unknown => {
    const one = value as { __v_isRef?: boolean; value?: unknown; __v_raw?: unknown } | null;
    if (typeof one !== 'object' || one === null) return value;
    if (one.__v_isRef) return bare(one.value);
    return one.__v_raw ?? value;
  };
  const camel = (name: string): string => name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
  /** A listener goes by its event, what is bound both ways by its prop. */
  const plain = (event: string): string => camel(event.replace(/^update:/, ''));

  function newer(raw: Loose | null | undefined): Instance | null {
    if (!raw) return null;
    const type = raw.type as Loose;
    const vnode = raw.vnode as { props: Loose | null; ctx?: Loose };
    const proxy = raw.proxy as Loose;
    const given: Loose = {};
    for (const [name, value] of Object.entries(vnode.props ?? {}))
      if (!/^(key|ref|ref_for|ref_key|class|style|on(Vnode|vnode).*)$/.test(name))
        given[/^on[A-Z]/.test(name) ? plain(name.charAt(2).toLowerCase() + name.slice(3)) : camel(name)] = value;
    const setup = (raw.devtoolsRawSetupState ?? raw.setupState ?? {}) as Loose;
    const computed = Object.keys((type.computed as object | undefined) ?? {}).map((name) => proxy[name]);
    const provides = raw.provides as object;
    const parent = raw.parent as Loose | null;
    return {
      raw,
      name: String(type.name ?? type.__name ?? ''),
      get author() {
        return newer(vnode.ctx);
      },
      get above() {
        return newer(parent);
      },
      given,
      held: [
        ...Object.values(raw.props as Loose),
        ...Object.values(setup),
        ...Object.values((raw.data ?? {}) as Loose),
        ...computed,
      ],
      injected: [...(asked.get(raw) ?? []), ...keysOf(type.inject)],
      provides: (key) => provides !== parent?.provides && Object.hasOwn(provides, key as string),
      get children() {
        return below(raw.subTree as Loose);
      },
    };
  }

  function below(vnode: Loose | null | undefined): Instance[] {
    if (!vnode) return [];
    const own = newer(vnode.component as Loose | null);
    if (own) return [own];
    const { children } = vnode;
    return Array.isArray(children)
      ? children.flatMap((child) => (typeof child === 'object' ? below(child as Loose) : []))
      : [];
  }

  function older(vm: Loose | null | undefined): Instance | null {
    if (!vm) return null;
    const options = vm.$options as Loose;
    const given: Loose = {};
    for (const [name, value] of Object.entries({ ...(options.propsData as object), ...(vm.$attrs as object) }))
      given[camel(name)] = value;
    for (const [name, value] of Object.entries((options._parentListeners ?? {}) as Loose)) given[plain(name)] ??= value;
    const named = (group: unknown): unknown[] =>
      Object.keys((group as object | undefined) ?? {}).map((name) => vm[name]);
    const provided = vm._provided as object | undefined;
    return {
      raw: vm,
      name: String(options.name ?? options.__name ?? ''),
      get author() {
        return older((vm.$vnode as Loose | undefined)?.context as Loose | undefined);
      },
      get above() {
        return older(vm.$parent as Loose | undefined);
      },
      given,
      held: [
        ...Object.values((vm._props ?? {}) as Loose),
        ...Object.values((vm._data ?? {}) as Loose),
        ...named(options.computed),
        ...named(options.methods),
      ],
      injected: keysOf(options.inject),
      provides: (key) => !!provided && Object.hasOwn(provided, key as string),
      get children() {
        return (vm.$children as Loose[]).flatMap((child) => older(child) ?? []);
      },
    };
  }

  function keysOf(inject: unknown): unknown[] {
    if (Array.isArray(inject)) return inject;
    return Object.entries((inject ?? {}) as Record<string, unknown>).map(([name, one]) =>
      typeof one === 'object' && one !== null ? ((one as { from?: unknown }).from ?? name) : (one ?? name),
    );
  }

  function traceable(value: unknown): boolean {
    if (typeof value === 'function') return true;
    if (typeof value === 'string') return value.length > 2;
    return typeof value === 'object' && value !== null;
  }

  function valuesOf(instance: Instance): Set<unknown> {
    const values = new Set<unknown>();
    for (const one of instance.held) {
      const value = bare(one);
      if (!traceable(value)) continue;
      values.add(value);
      if (typeof value === 'object' && value !== null && !(value instanceof Node))
        for (const field of Object.values(value)) if (traceable(bare(field))) values.add(bare(field));
    }
    return values;
  }

  function note(instance: Instance): void {
    const { name, author, above } = instance;
    if (name !== '') {
      if (author?.name) {
        sets.written.add(`${author.name}>${name}`);
        const values = valuesOf(author);
        for (const [prop, raw] of Object.entries(instance.given)) {
          sets.given.add(`${author.name}>${name}.${prop}`);
          const value = bare(raw);
          if (traceable(value) && typeof value !== 'function' && values.has(value))
            sets.identical.add(`${author.name}>${name}.${prop}`);
        }
      }
      if (above?.name) sets.under.add(`${above.name}>${name}`);
      for (const key of instance.injected)
        for (let at = instance.above; at; at = at.above)
          if (at.provides(key)) {
            sets.contexts.add(`${at.name}>${name}`);
            break;
          }
    }
    for (const child of instance.children) note(child);
  }

  Object.assign(window, {
    __injected: (instance: object, key: unknown) => asked.set(instance, [...(asked.get(instance) ?? []), key]),
    __note: () => {
      for (const element of document.querySelectorAll('*')) {
        const app = (element as unknown as { __vue_app__?: { _container: { _vnode: Loose } } }).__vue_app__;
        if (app) for (const one of below(app._container._vnode)) note(one);
        const vm = (element as unknown as { __vue__?: Loose }).__vue__;
        const root = vm && older(vm.$root as Loose);
        if (root) return note(root);
      }
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
