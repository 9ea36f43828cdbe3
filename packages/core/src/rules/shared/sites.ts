/** Component sites as the rules about passed props see them. */
import type { PropFact, SiteFact } from '../../model/facts';
import type { ComponentInfo } from '../../link/program/program';
import type { Linked } from '../../link';
import { FAMILIES } from '../../model/families';
import { isModel } from '../../read/libraries';
import type { Graph } from '../../link/graph/graph';
import { push } from '../../link/graph/byPlace';
import { once } from '../../link/memo/once';
import { EXTENDS } from '../../link/travel/exploration';
import type { Exit, Local, Visited } from '../../link/travel/visited';
import { CHILDREN, HANDLE, isSigned, textProp, updateProp } from '../../model/signs';

export interface Passing {
  site: number;
  fact: SiteFact;
  file: number;
  component: ComponentInfo;
  author: ComponentInfo | null;
  /** Something is spread into its props, or a wrapper or a clone adds to them: more may arrive than stands here. */
  open: boolean;
  /** A wrapper from a package stands around the component, which may take props for itself. */
  wrapped: boolean;
}

/** Every site that renders one known component. */
export const passings = once(gather);

/** The sites that render each component, where it is the only one they can. */
export const passingsBy = once((linked: Linked): ReadonlyMap<number, readonly Passing[]> => {
  const found = new Map<number, Passing[]>();
  for (const one of passings(linked)) push(found, one.component.fn, one);
  return found;
});

function gather(linked: Linked): Passing[] {
  const { program, render } = linked;
  const { graph } = program;
  const cloned = new Set<number>();
  graph.clones.forEach((_, clone) => {
    for (const { site } of linked.clones.all(clone)) cloned.add(site);
  });
  const read = new Set(graph.contextReads.map(({ fact, file }) => graph.at(file, fact.result)));
  const found: Passing[] = [];
  graph.sites.forEach(({ fact, file }, site) => {
    const target = program.siteTargets[site];
    const [only] = target?.components ?? [];
    const component = only === undefined ? undefined : program.component(only);
    // What a framework passes to each of its pages, nobody wrote.
    if (isModel(graph.path(file))) return;
    // One of a list of components, or a default beside what is passed in: the others could not be followed.
    if (!target || target.picked || target.uncertain || target.components.length !== 1 || !component) return;
    // What a context holds is for whoever provides it: what is known is what stands in for it.
    if (graph.trace(graph.at(file, fact.tag)).some(({ place }) => read.has(place))) return;
    const open =
      fact.props.some((prop) => prop.name === null) ||
      cloned.has(site) ||
      graph.injected.has(component.fn) ||
      target.outside;
    const author = program.component(render.authors[site] ?? -1) ?? null;
    found.push({ site, fact, file, component, author, open, wrapped: target.outside });
  });
  return found;
}

/** Whether what a file exports may be used where it cannot be seen: nothing mounts the project, or others import it. */
export function isOffered({ program, render }: Linked, file: number): boolean {
  return !render.hasEntries || program.graph.modules.offers(program.graph.path(file));
}

/** The names of the props a component takes. */
export const takenBy = once(
  (component: ComponentInfo): ReadonlySet<string> => new Set(component.props.map((prop) => prop.name)),
);

/** Whether a prop is one that a site has to pass: without it, the component gets nothing where it counts on something. */
export function isMissed(linked: Linked, component: ComponentInfo, prop: PropFact): boolean {
  return (
    prop.required &&
    prop.default === null &&
    !OWN_ATTRIBUTES.has(prop.name) &&
    doesSomethingWith(linked, component, prop.name) &&
    (FAMILIES[component.family].holdsToProps || countsOn(linked, component, prop.name))
  );
}

/**
 * Whether a component calls a prop or takes a field of it, without asking anywhere whether it is there. Where nobody holds callers to
 * what a definition says, many definitions call for more than they need; markup of some families does without as well.
 */
export function countsOn(linked: Linked, component: ComponentInfo, prop: string): boolean {
  const local = exploreProp(linked, component, prop);
  if (!local) return false;
  const { graph } = linked.program;
  // What the component sets itself is there without anybody's doing.
  if (graph.files[component.file]?.mutations.some(({ field }) => field === prop)) return false;
  const own = local.visited.filter(({ path }) => path === 0).map(({ place }) => place);
  if (own.some((place) => isAskedFor(graph, place))) return false;
  // Markup that is written in place is read as part of the component itself.
  const throws = (fn: number): boolean =>
    FAMILIES[component.family].holdsToProps || (fn !== component.fn && !isInMarkup(graph, fn));
  const takes = (place: number): boolean =>
    graph.edgesOutOf(place).some(({ op, to }) => op === 'get' && throws(graph.fnOfPlace(to)));
  return (
    local.called.some(({ call }) => throws(graph.fnOfCall(call)) && !graph.calls[call]?.fact.optional) ||
    own.some(takes)
  );
}

function isInMarkup(graph: Graph, fn: number): boolean {
  for (let at = fn; at !== -1; at = graph.parentOf(at)) if (graph.functions[at]?.fact.template) return true;
  return false;
}

/** Functions that say what something is, or whether it is there: `angular.isDefined(…)`, `isEmpty(…)`, `has(…)`. */
const ASKS = /(^|\.)(is[A-Z]\w*|has)$/;

/** Whether code asks what a value is, and so does without it as well. */
export function isAskedFor(graph: Graph, place: number): boolean {
  return (
    graph.usesOf(place).some((use) => graph.uses[use]?.fact.kind === 'branched') ||
    graph.callsWithArg(place).some((call) => ASKS.test(graph.calls[call]?.fact.name ?? ''))
  );
}

/** What becomes of a prop in its component; null where the component takes none. */
function exploreProp(
  { program, locals }: Linked,
  { propsPlace, fn, props }: ComponentInfo,
  prop: string,
): Local | null {
  const [root] = program.rootsOf(fn);
  if (propsPlace === null || root === undefined) return null;
  const isText = props.some(({ name, text }) => text && name === prop);
  const path = program.fieldPaths.cons(isText ? textProp(prop) : prop, 0);
  return locals.explore({ place: propsPlace, path, run: root });
}

/** The props a site passes that the component does not take. */
export function unknownAt(component: ComponentInfo, { props }: SiteFact): string[] {
  if (component.takesRest || component.openType) return [];
  const taken = takenBy(component);
  return props.flatMap(({ name }) =>
    name === null || taken.has(name) || OWN_ATTRIBUTES.has(name) || isSigned(name) ? [] : [name],
  );
}

/** Given by the framework itself, not by name. */
export const OWN_ATTRIBUTES = new Set(['key', HANDLE, CHILDREN]);

/** A component without any markup only says something to the one it stands in, which reads its props for itself. */
export function rendersNothing({ program: { graph } }: Linked, fn: number): boolean {
  const entry = graph.functions[fn];
  if (!entry) return true;
  // What a render function brings is what the component does.
  const results = new Set([graph.at(entry.file, entry.fact.result)]);
  for (const place of results)
    for (const { from } of graph.edgesInto(place)) {
      if (graph.places[from]?.kind !== 'result') return false;
      results.add(from);
    }
  return true;
}

/** Whether a component uses a prop, passes it on, or may do so where that cannot be followed. */
export function doesSomethingWith(linked: Linked, component: ComponentInfo, prop: string): boolean {
  const { program, crossings } = linked;
  const { propsPlace } = component;
  // Taking a prop out of the rest is a use of its own: it keeps the prop from being passed on.
  if (propsPlace === null || component.takesRest) return true;
  // Setting it is what it is for: whoever binds it is told.
  if (asksFor(program.graph, propsPlace, prop)) return true;
  const { graph } = program;
  const local = exploreProp(linked, component, prop);
  if (!local) return true;
  // As a key, or put into something that is part of another: what comes of that is not followed back.
  // So is what a function does with an object that holds it.
  const isStored = ({ place, path }: Visited): boolean =>
    graph.keys.has(place) ||
    (path !== 0 && graph.callsWithArg(place).some((call) => !graph.calls[call]?.fact.onlyKnown)) ||
    graph
      .edgesOutOf(place)
      .some((edge) => edge.op === 'put' && /^(part|computed)$/.test(graph.places[edge.to]?.kind ?? ''));
  if (local.visited.some(isStored)) return true;
  // What was not followed to its end may be used there; in what a component extends, by its name.
  if (local.cut !== null && (local.cut !== EXTENDS || isNamedInBases(graph, component.fn, prop))) return true;
  if (local.uses.length + local.outsideCalls.length + local.called.length > 0) return true;
  // What the instance offers counts where somebody reaches it, a name that is there for all below where one of them reads it, and what a
  // signal gives where somebody calls that.
  const givesWhenCalled = ({ kind, target }: Exit): boolean => {
    const entry = kind === 'returned' ? graph.functions[target] : undefined;
    return entry !== undefined && graph.boxes.has(graph.at(entry.file, entry.fact.self));
  };
  return local.exits.some((exit) => {
    const isOffered =
      exit.kind === 'handle' ||
      (exit.kind === 'site' && crossings.isAmbient(exit.target)) ||
      (givesWhenCalled(exit) && graph.callersOfFunction(exit.target).length === 0);
    return !isOffered || crossings.cross(exit).length > 0;
  });
}

/** Whether a file in which a component that this one extends or mixes in is written has anything of a name. */
function isNamedInBases(graph: Graph, fn: number, name: string): boolean {
  const bases = new Set([fn]);
  for (const one of bases) {
    const { fact, file = 0 } = graph.functions[one] ?? {};
    if (one !== fn && graph.files[file]?.places.some((place) => place.name === name)) return true;
    for (const place of fact?.mixes ?? []) for (const base of graph.functionsAt(graph.at(file, place))) bases.add(base);
  }
  return false;
}

/** Whether a component asks for the change of a prop. */
function asksFor(graph: Graph, props: number, prop: string): boolean {
  const asked = updateProp(prop);
  return graph.edgesOutOf(props).some((edge) => edge.op === 'get' && edge.field === asked);
}

/** The component whose markup, in a file of its own, a function is. */
export function ownerOfMarkup({ program }: Linked, unit: number): ComponentInfo | undefined {
  if (!program.graph.functions[unit]?.fact.template) return undefined;
  return program.ownerOf(program.runsTogether(unit)[0] ?? -1);
}
