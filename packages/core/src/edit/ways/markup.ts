/** Markup handed down instead of the value: whoever has it writes what the components on the way would pass it to. */
import type * as t from '@babel/types';
import { list } from '../../rules/rule';
import type { CellFlow } from '../../follow/cells';
import { itself } from '../../follow/flow';
import { Impossible } from '../plan';
import { MarkupWriter, type Relieved, type Slot } from '../react/handedIn';
import { elementsUsing, hasChildren, isMemoised, onlyIn, Unrelieved } from '../react/relieving';
import type { ReactComponent } from '../react/component';
import { freeName } from '../syntax/names';
import { topNamesOf } from '../syntax/imports';
import { exportable, sourceOfName, specifierOf } from '../syntax/moduleNames';
import { spanOf, Syntax } from '../syntax/tree';
import { isRepeated } from '../../homes/situation';
import type { Linked } from '../../link';
import { lowerFirst } from './names';
import type { Move } from './situation';
import type { Workshop } from '../workshop';

/** One tag of a relieved component, and who writes it from then on with markup in it. */
interface MovedTag {
  into: ReactComponent;
  element: t.JSXElement;
  relay: Relieved;
  text: string;
}

export function toMarkup(move: Move): void {
  const { workshop, home, relays, steps } = move;
  if (move.wanted.length > 0) throw new Impossible('Nobody on the way renders the components that shall read it too.');
  if (!workshop.component(home))
    throw new Impossible(`${workshop.info(home).name} is written in a way that is not edited.`);
  const reasons = handIn(move, relays, arrivingBy(move.linked, [move.flow]));
  for (const reason of new Set(reasons.values())) {
    const left = [...reasons].filter(([, one]) => one === reason).map(([fn]) => fn);
    const names = left.map((fn) => workshop.info(fn).name);
    steps.hand(
      `${list(names)} ${left.length === 1 ? 'goes' : 'go'} on passing it: ${left.length === 1 ? reason : reason.replace(/^it is/, 'they are')}`,
      ...left.map((fn) => workshop.pathOf(fn)),
    );
  }
}

/** The props by which each component gets values, or what changes them. */
export function arrivingBy({ program }: Linked, flows: readonly CellFlow[]): Map<number, Set<string>> {
  const found = new Map<number, Set<string>>();
  const parts = flows.flatMap(({ values, calls }) => [values, calls]);
  for (const part of parts.flatMap((one) => (one ? itself(one) : [])))
    for (const { component, at } of part.stops.values())
      if (component?.propsPlace === at.place)
        found.set(component.fn, (found.get(component.fn) ?? new Set()).add(program.fieldPaths.head(at.path)));
  return found;
}

/**
 * Relieves components of what they only pass on: whoever renders them writes what they would pass it to. Returns those that go on
 * passing it, with the reasons. Throws where all do.
 */
export function handIn(
  bench: Bench,
  relays: readonly number[],
  arriving: ReadonlyMap<number, Set<string>>,
): Map<number, string> {
  const { workshop, linked } = bench;
  const reasons = new Map<number, string>();
  for (const fn of relays) {
    if (!arriving.has(fn)) reasons.set(fn, 'it is written in a way that is not edited.');
    else if (isRepeated(linked, fn)) reasons.set(fn, 'it is rendered many times.');
  }
  const planned = relieve(bench, relays, arriving, reasons);
  if (planned) write(bench, planned);
  else {
    const [first] = reasons;
    throw new Impossible(
      first
        ? `${workshop.info(first[0]).name} cannot be relieved of it: ${first[1]}`
        : 'No component on the way only carries it.',
    );
  }
  return reasons;
}

/** What is edited, and the steps that tell of it. */
type Bench = Pick<Move, 'linked' | 'workshop' | 'steps'>;

/** At more places than this, writing what a component contains is no relief. */
const MOST_TAGS = 4;

interface Planned {
  relieved: Map<number, Relieved>;
  moved: MovedTag[];
  hands: MarkupWriter;
}

/** As many components relieved as can be: where one cannot, it is left as it is, and whoever stands below it is tried again. */
function relieve(
  bench: Bench,
  relays: readonly number[],
  arriving: ReadonlyMap<number, ReadonlySet<string>>,
  reasons: Map<number, string>,
): Planned | null {
  const { workshop } = bench;
  const all = new Map<number, { relay: Relieved; tags: Tag[] }>();
  for (const fn of relays)
    if (!reasons.has(fn))
      unlessRefused(reasons, () => {
        all.set(fn, { relay: relievedOf(bench, fn, arriving.get(fn) ?? new Set()), tags: tagsOf(bench, fn) });
      });
  for (;;) {
    const left = [...all].filter(([fn]) => !reasons.has(fn));
    const relieved = new Map(left.map(([fn, { relay }]) => [fn, relay]));
    if (left.length === 0) return null;
    const before = reasons.size;
    const hands = new MarkupWriter((path, tag) => {
      const site = workshop.siteAt(path, tag);
      const children = site === null ? [] : workshop.childrenOf(site);
      return children.length === 1 ? (relieved.get(children[0] ?? -1) ?? null) : null;
    });
    const moved = movedTags(
      left.flatMap(([, { relay, tags }]) => tags.map((tag) => ({ relay, tag }))),
      relieved,
      hands,
      reasons,
    );
    for (const { name, from, into } of hands.needed)
      unlessRefused(reasons, () => checkName(name, from, into, [...relieved.values()]));
    if (reasons.size === before) return { relieved, moved, hands };
  }
}

/** Does something for a component, and notes where it cannot be relieved. */
function unlessRefused(reasons: Map<number, string>, act: () => void): void {
  try {
    act();
  } catch (error) {
    if (!(error instanceof Unrelieved)) throw error;
    reasons.set(error.fn, error.message);
  }
}

function relievedOf({ workshop }: Bench, fn: number, props: ReadonlySet<string>): Relieved {
  const component = workshop.component(fn);
  if (!component) throw new Unrelieved(fn, 'it is written in a way that is not edited.');
  if (isMemoised(component)) throw new Unrelieved(fn, 'it is memoised, and markup is new each time it is made.');
  const uses = [...props].flatMap((prop) => {
    const taken = component.taken(prop);
    if (!taken || taken.by === 'rest') throw new Unrelieved(fn, `it takes ${prop} in a way that is not edited.`);
    if (!component.canDrop(prop))
      throw new Unrelieved(fn, 'its props are typed in another file, or for several components.');
    return component.usesOf(taken, prop);
  });
  const elements = elementsUsing(fn, component, uses);
  const tags = workshop.linked.program.sitesOf(fn);
  const isRoomInside =
    elements.length === 1 && component.taken('children') === null && !component.names.has('children');
  const slots: Slot[] = [];
  for (const element of elements) {
    const isChildren = isRoomInside && tags.every((site) => !isFilled(workshop, site));
    const taken = new Set([...component.names, ...slots.map(({ prop }) => prop)]);
    slots.push({ element, prop: isChildren ? 'children' : freeName(taken, propFor(nameOf(element))) });
  }
  return { fn, component, arriving: props, slots, drops: onlyIn(component, elements) };
}

/** What a component’s markup is handed in as: `gauge`; `switchMarkup` where the language has that word for itself. */
function propFor(component: string): string {
  const name = lowerFirst(component);
  return Syntax.of('name.js', `const ${name} = 0;`) === null ? `${name}Markup` : name;
}

/** Whether the tag of a site has something between its ends. */
function isFilled(workshop: Workshop, site: number): boolean {
  const entry = workshop.linked.program.graph.sites[site];
  const syntax = entry ? workshop.syntax(workshop.linked.program.graph.path(entry.file)) : null;
  const element = entry && syntax ? syntax.nearest(entry.fact.at, 'JSXElement') : null;
  return element === null || hasChildren(element);
}

/** A tag of a component, and who writes it. */
interface Tag {
  author: number;
  into: ReactComponent;
  element: t.JSXElement;
}

/** All tags of a component. Throws where one of them cannot be edited. */
function tagsOf({ workshop }: Bench, fn: number): Tag[] {
  const { program } = workshop.linked;
  const sites = program.sitesOf(fn).filter((site) => program.graph.sites[site] !== undefined);
  if (sites.length > MOST_TAGS)
    throw new Unrelieved(fn, `it is written at ${sites.length} places, each of which would write what it contains.`);
  return sites.flatMap((site) => {
    const entry = program.graph.sites[site];
    if (!entry) return [];
    if (workshop.childrenOf(site).length !== 1) throw new Unrelieved(fn, 'a tag of it may be another component.');
    const author = workshop.authorOf(site);
    const into = author === null ? null : workshop.component(author);
    if (author === null || !into) throw new Unrelieved(fn, 'it is also rendered where nothing can be edited.');
    const element = into.syntax.nearest(entry.fact.at, 'JSXElement');
    if (!element) throw new Unrelieved(fn, 'a tag of it is not written as markup.');
    return [{ author, into, element }];
  });
}

/** The tags of relieved components that stand in components which are not relieved, as they are written from then on. */
function movedTags(
  tags: readonly { relay: Relieved; tag: Tag }[],
  relieved: ReadonlyMap<number, Relieved>,
  hands: MarkupWriter,
  reasons: Map<number, string>,
): MovedTag[] {
  const found = tags.filter(({ relay, tag: { author, element } }) => {
    const own = relieved.get(author);
    if (own && !own.slots.some((one) => isWithin(element, one.element)))
      reasons.set(relay.fn, `${own.component.name} renders it a second time.`);
    return !own;
  });
  const roots = found.filter(
    ({ tag }) =>
      !found.some(
        ({ tag: other }) =>
          other !== tag &&
          other.into === tag.into &&
          spanOf(other.element).start < spanOf(tag.element).start &&
          isWithin(tag.element, other.element),
      ),
  );
  return roots.flatMap(({ relay, tag: { into, element } }) => {
    let text: string | null = null;
    unlessRefused(reasons, () => {
      text = hands.written(element, into, into);
    });
    return text === null ? [] : [{ into, element, relay, text }];
  });
}

function isWithin(node: t.Node, around: t.Node): boolean {
  return spanOf(around).start <= spanOf(node).start && spanOf(node).end <= spanOf(around).end;
}

/** A name has to be the same thing in both files, or to be free in the one that does not have it. */
function checkName(name: string, from: ReactComponent, into: ReactComponent, relieved: readonly Relieved[]): void {
  if (from.syntax === into.syntax) return;
  const fn = relieved.find(({ component }) => component === from)?.fn ?? -1;
  const own = sourceOfName(from.syntax, name) ?? exportable(from.syntax, name);
  if (!own) throw new Unrelieved(fn, `${name} is known in its file alone.`);
  const there = sourceOfName(into.syntax, name);
  const isSame = there !== null && there.path === own.path && there.imported === own.imported;
  const isTaken = into.names.has(name) || topNamesOf(into.syntax.ast).has(name);
  if (!isSame && isTaken) throw new Unrelieved(fn, `${name} is another thing in ${into.path}.`);
}

function write({ workshop, steps }: Bench, { relieved, moved, hands }: Planned): void {
  const { texts } = workshop;
  for (const { into, element, relay, text } of moved) {
    const { start, end } = spanOf(element);
    texts.replace(into.path, start, end, asReturned(into.syntax, element, text));
    const contained = containedIn(workshop, relay, relieved);
    steps.edit(
      `Let ${into.name} write ${list(contained)}, and hand ${it(contained)} to ${relay.component.name}.`,
      into.path,
    );
  }
  const exported = new Set<string>();
  for (const { name, from, into } of hands.needed) {
    const imports = workshop.importsOf(into.path);
    if (from.syntax === into.syntax) {
      imports.keep(name);
      continue;
    }
    const known = sourceOfName(from.syntax, name);
    const own = known ? null : exportable(from.syntax, name);
    const source = known ?? own;
    if (!source) continue;
    if (own && !exported.has(`${own.path} ${own.at}`)) {
      exported.add(`${own.path} ${own.at}`);
      texts.insert(from.path, own.at, 'export ');
    }
    if (sourceOfName(into.syntax, name)) imports.keep(name);
    else {
      const { path, imported } = source;
      imports.bring(path.startsWith('/') ? specifierOf(into.syntax, from.syntax, path.slice(1)) : path, imported, name);
    }
  }
  for (const { component, slots, drops } of relieved.values()) {
    const { syntax } = component;
    for (const { element, prop } of slots) {
      const local = component.addProp(prop, `import('react').ReactNode`);
      const { start, end } = spanOf(element);
      texts.replace(syntax.path, start, end, standsInMarkup(syntax, element) ? `{${local}}` : local);
      workshop.importsOf(syntax.path).noteGone({ start, end });
    }
    for (const prop of drops) component.dropProp(prop);
    const contained = slots.map(({ element }) => nameOf(element));
    steps.edit(
      `Show what is handed in instead of ${list(contained)} in ${component.name}${drops.size > 0 ? `, which no longer takes ${list([...drops])}` : ''}.`,
      component.path,
    );
  }
}

/** The components whose tags are handed in to another, those within them included. */
function containedIn(workshop: Workshop, relay: Relieved, relieved: ReadonlyMap<number, Relieved>): string[] {
  return relay.slots.flatMap(({ element }) => {
    const site = workshop.siteAt(relay.component.path, spanOf(element.openingElement.name).start);
    const [child] = site === null ? [] : workshop.childrenOf(site);
    const inner = relieved.get(child ?? -1);
    return [nameOf(element), ...(inner ? containedIn(workshop, inner, relieved) : [])];
  });
}

/** Markup that has grown beyond a line, where it is returned in one: in brackets, on lines of its own. */
function asReturned(syntax: Syntax, element: t.JSXElement, text: string): string {
  const { start } = spanOf(element);
  const around = syntax.around(start);
  const parent = around[around.indexOf(element) - 1];
  const line = syntax.text.slice(syntax.text.lastIndexOf('\n', start - 1) + 1, start);
  const isLong = text.includes('\n') || line.length + text.length > 100;
  // The lines of a text in backquotes stay where they are.
  if (!isLong || parent?.type !== 'ReturnStatement' || element.extra?.parenthesized || text.includes('`')) return text;
  const indent = syntax.indentAt(start);
  return `(\n${indent}${syntax.unit}${text.replaceAll('\n', `\n${syntax.unit}`)}\n${indent})`;
}

function standsInMarkup(syntax: Syntax, element: t.JSXElement): boolean {
  const around = syntax.around(spanOf(element).start);
  return /^JSX(Element|Fragment)$/.test(around[around.indexOf(element) - 1]?.type ?? '');
}

function nameOf({ openingElement: { name } }: t.JSXElement): string {
  if (name.type === 'JSXIdentifier') return name.name;
  return name.type === 'JSXMemberExpression' ? name.property.name : name.name.name;
}

function it(names: readonly string[]): string {
  return names.length === 1 ? 'it' : 'them';
}
