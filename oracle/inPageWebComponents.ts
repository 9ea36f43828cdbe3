/**
 * Runs in the page, for Lightning Web Components: notes what the shadow trees hold, which instance stands behind each element, and what
 * is listened to. It knows those and nothing else.
 */
import type { Seen } from './inPage';

/** Written as one function, since it is passed to the page as text. */
export function installWebComponents(): void {
  type Loose = Record<string, unknown>;
  const sets = {
    written: new Set<string>(),
    under: new Set<string>(),
    identical: new Set<string>(),
    given: new Set<string>(),
    contexts: new Set<string>(),
    messages: new Set<string>(),
  };
  const instances = new Map<Element, object>();
  const listened = new Map<Element, Set<string>>();

  /** The class of a tag: `c-bed-card` is `BedCard`. */
  const nameOf = (element: Element): string =>
    element.localName
      .slice(element.localName.indexOf('-'))
      .replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
  const isComponent = (node: Node | null): node is Element =>
    node instanceof Element && node.localName.startsWith('c-');
  const bare = (value: unknown): unknown =>
    (window as unknown as { __unwrap(value: unknown): unknown }).__unwrap(value) ?? value;

  function isTraceable(value: unknown): boolean {
    if (typeof value === 'string') return value.length > 2;
    return typeof value === 'object' && value !== null && !(value instanceof Node);
  }

  /** All that an instance holds: its fields, what it computes, the elements of lists and their fields. */
  function valuesOf(instance: object): Set<unknown> {
    const values = new Set<unknown>();
    const add = (value: unknown, depth: number): void => {
      const own = bare(value);
      if (!isTraceable(own) || values.has(own)) return;
      values.add(own);
      if (depth > 0 && typeof own === 'object' && own !== null)
        for (const one of Object.values(own)) add(one, depth - 1);
    };
    for (const one of fieldsOf(instance)) add((instance as Loose)[one], 3);
    return values;
  }

  function fieldsOf(instance: object): string[] {
    const proto = (Object.getPrototypeOf(instance) as object | null) ?? {};
    const getters = Object.entries(Object.getOwnPropertyDescriptors(proto)).flatMap(([name, { get }]) =>
      get ? [name] : [],
    );
    return [...Object.keys(instance), ...getters];
  }

  /** What an element stands in as it is shown: through the slot that it is put into, and out of shadow trees. */
  function above(node: Node): Node | null {
    if (node instanceof Element && node.assignedSlot) return node.assignedSlot;
    return node instanceof ShadowRoot ? node.host : node.parentNode;
  }

  function note(element: Element): void {
    const name = nameOf(element);
    for (let at = above(element); at; at = above(at))
      if (isComponent(at)) {
        sets.under.add(`${nameOf(at)}>${name}`);
        break;
      }
    const root = element.getRootNode();
    if (!(root instanceof ShadowRoot)) return;
    const author = root.host;
    sets.written.add(`${nameOf(author)}>${name}`);
    const holder = instances.get(author);
    const own = instances.get(element);
    const values = holder ? valuesOf(holder) : new Set<unknown>();
    // What is public is there on the element as well.
    const fields = own ? Object.getOwnPropertyNames(Object.getPrototypeOf(own)) : [];
    for (const field of fields) {
      if (field === 'constructor' || !(field in element)) continue;
      const value = bare((element as unknown as Loose)[field]);
      if (typeof value === 'function' || value === undefined) continue;
      sets.given.add(`${nameOf(author)}>${name}.${field}`);
      if (isTraceable(value) && values.has(value)) sets.identical.add(`${nameOf(author)}>${name}.${field}`);
    }
    for (const event of listened.get(element) ?? []) sets.given.add(`${nameOf(author)}>${name}.${event}`);
  }

  function heard(element: Element, event: Event): void {
    const [sender] = event.composedPath();
    const root = element.getRootNode();
    if (!(sender instanceof Element && isComponent(sender) && root instanceof ShadowRoot)) return;
    sets.given.add(`${nameOf(root.host)}>${nameOf(sender)}.${event.type}`);
    sets.messages.add(`${nameOf(sender)}>${nameOf(root.host)}@${event.type}`);
  }

  function all(root: Document | ShadowRoot): void {
    for (const element of root.querySelectorAll('*')) {
      if (isComponent(element)) note(element);
      if (element.shadowRoot) all(element.shadowRoot);
    }
  }

  const { addEventListener } = EventTarget.prototype;
  EventTarget.prototype.addEventListener = function (
    this: EventTarget,
    ...given: Parameters<typeof addEventListener>
  ): void {
    const [type] = given;
    if (this instanceof Element) {
      listened.set(this, (listened.get(this) ?? new Set()).add(type));
      // Who hears an event that comes by from further below.
      addEventListener.call(this, type, (event) => heard(this, event));
    }
    addEventListener.apply(this, given);
  };

  Object.assign(window, {
    __hold: (made: { prototype: { connectedCallback?(): void; template?: { host: Element } } }) => {
      const { prototype } = made;
      const before = prototype.connectedCallback;
      prototype.connectedCallback = function (this: { template: { host: Element } }): void {
        instances.set(this.template.host, this);
        before?.call(this);
      };
    },
    __note: () => all(document),
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
