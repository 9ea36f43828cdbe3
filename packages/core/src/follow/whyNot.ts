/**
 * Why a value does not reach a component. The way it would have to take is laid out first and then searched for the
 * place where it breaks. The answer says what the code shows, or that nothing in it explains the gap.
 */
import { isCallbackName } from '../model/signs';
import type { WhyDocument, WhyVerdict } from '../model/documents';
import type { ComponentInfo } from '../link/program/program';
import type { Linked } from '../link';
import type { Asked } from './question';
import type { CellFlow, Cells } from './cells';
import { Dominators, wayDown } from './dominators';
import type { Flow, FlowHop, FlowStop } from './flow';
import { arrivalOf, roleAt } from './standing';

type Step = WhyDocument['steps'][number];

interface Answer {
  verdict: WhyVerdict;
  says: string;
  mend: string;
  steps: Step[];
  breaksAfter?: number;
  breaksAt?: WhyDocument['breaksAt'];
}

interface Question {
  linked: Linked;
  flow: CellFlow;
  /** The value's flow, or its setter's where that was asked for. */
  part: Flow | null;
  name: string;
  to: ComponentInfo;
}

export function whyNot(linked: Linked, cells: Cells, asked: Asked, to: ComponentInfo): WhyDocument {
  const questions = asked.flows.map(({ flow }): Question => {
    const part = (asked.callable ? flow.calls : flow.values) ?? flow.values ?? flow.calls;
    return { linked, flow, part, name: asked.name, to };
  });
  const arrived = questions.map(arrival).find((answer) => answer !== null);
  const [first] = questions;
  const answer =
    arrived ??
    (first && (otherInstance(first, cells) ?? notProvided(first) ?? notPassed(first) ?? notHeard(first))) ??
    apart(linked, first, to, asked);
  return {
    format: 'vectura.why',
    version: 1,
    asked: { component: asked.component?.name ?? null, name: asked.name },
    to: { component: to.name, id: to.id },
    verdict: answer.verdict,
    says: answer.says,
    mend: answer.mend,
    steps: answer.steps,
    breaksAfter: answer.breaksAfter ?? null,
    breaksAt: answer.breaksAt ?? null,
  };
}

/** It does get there: used, of no use, or as a copy that stays as it was. */
function arrival(question: Question): Answer | null {
  const { linked, part, to, name } = question;
  if (!part) return null;
  const there = [...part.stops.values()].filter((stop) => stop.component === to);
  const goal = there.find((stop) => stop.facts.uses.length > 0) ?? there[0];
  if (!goal) return null;
  const way = wayIn(part, goal);
  const steps = [part.start, ...way.map((hop) => hop.target)].flatMap((key) => {
    const stop = part.stops.get(key);
    return stop ? [stepOf(linked, stop)] : [];
  });
  const copied = [part.start, ...way.map((hop) => hop.target)].findIndex((key, index) => {
    const hop = way[index];
    return hop?.effect === 'frozen' || part.stops.get(key)?.facts.uses.some((use) => use.kind === 'copied');
  });
  const keeps = steps[copied];
  if (copied !== -1 && keeps && question.flow.cell.kind !== 'constant')
    return {
      verdict: 'frozen',
      says: `${to.name} gets a copy of ${name} that ${keeps.component ?? 'the module'} makes once, so later changes never arrive.`,
      mend: `Read ${name} itself, or compute from it, instead of keeping a copy in ${keeps.component ?? 'the module'}.`,
      steps,
      breaksAfter: copied,
      breaksAt: siteAt(linked, part, keeps, copied, way),
    };
  if (goal.facts.uses.length === 0 && roleAt(goal, part) !== 'home')
    return {
      verdict: 'unused',
      says: `${name} reaches ${to.name}${called(goal.name, name)}, which ${goal.hops.length > 0 ? 'only passes it on' : 'does nothing with it'}.`,
      mend: `Use it in ${to.name}, or stop passing it.`,
      steps,
    };
  return {
    verdict: 'arrives',
    says:
      steps.length === 1
        ? `${name} lives in ${to.name}.`
        : `${name} does reach ${to.name}${called(goal.name, name)}, in ${steps.length - 1} ${steps.length === 2 ? 'hop' : 'hops'}.`,
    mend: 'If the screen still shows an old or empty value, look at what it is computed from.',
    steps,
  };
}

/** The component holds one of its own, made by the same code. */
function otherInstance({ linked, flow, to, name }: Question, cells: Cells): Answer | null {
  const { cell } = flow;
  const own = cells.all.find(
    (other) =>
      other.cell.home === to.fn &&
      other.cell.file === cell.file &&
      other.cell.spot.line === cell.spot.line &&
      other.cell.spot.column === cell.spot.column,
  );
  if (!own || cell.home === to.fn) return null;
  const { graph } = linked.program;
  const home = cell.home === null ? undefined : linked.program.component(cell.home);
  const made = { file: graph.path(cell.file), line: cell.spot.line, column: cell.spot.column };
  return {
    verdict: 'other-instance',
    says: `${to.name} has its own ${own.cell.name}: each component that calls the hook gets one of its own, and ${home?.name ?? 'the other component'} has another.`,
    mend: `Keep one ${name}, in a component above both or outside the components, and let both read it.`,
    steps: [
      ...(home ? [placeOf(linked, home, cell.name)] : []),
      { ...placeOf(linked, to, null), file: made.file, line: made.line, column: made.column },
    ],
    breaksAfter: 0,
    breaksAt: made,
  };
}

/** It travels by a context that the component reads, but is not provided to this one. */
function notProvided({ linked, part, to, name }: Question): Answer | null {
  const { program, render, crossings } = linked;
  const { graph } = program;
  const provided = new Map<number, Set<number>>();
  for (const stop of part?.stops.values() ?? [])
    for (const hop of stop.hops)
      if (hop.context !== null && hop.site !== null)
        provided.set(hop.context, (provided.get(hop.context) ?? new Set()).add(hop.site));
  for (const [context, sites] of provided) {
    const read = crossings
      .readersOf(context)
      .find(({ unit }) => program.runsTogether(unit).some((run) => program.callContexts.owner[run] === to.fn));
    if (!read) continue;
    const providers = render.environment(context, to.fn);
    const label = graph.contexts[context]?.fact.name ?? 'the context';
    const file = graph.fileOfPlace[read.place] ?? to.file;
    const spot = graph.places[read.place]?.at ?? { line: 1, column: 1 };
    const breaksAt = { file: graph.path(file), line: spot.line, column: spot.column };
    const [site] = sites;
    const author = site === undefined ? null : (render.authors[site] ?? null);
    const provider = author === null ? undefined : program.component(author);
    const reaches = providers.size === 0 || [...providers].some((one) => sites.has(one));
    const steps = [...(provider ? [placeOf(linked, provider, name)] : []), placeOf(linked, to, null)];
    if (reaches)
      return {
        verdict: 'not-provided',
        says: `${to.name} reads ${label}, but a different part of it than ${name}.`,
        mend: `Read ${name} from ${label} in ${to.name}.`,
        steps,
        breaksAfter: 0,
        breaksAt,
      };
    const other = [...providers].find((one) => one !== -1);
    const nearer = other === undefined ? null : (render.authors[other] ?? null);
    const instead = nearer === null ? undefined : program.component(nearer);
    return {
      verdict: 'not-provided',
      says:
        instead !== undefined
          ? `${to.name} reads ${label}, but from a nearer provider, in ${instead.name}.`
          : `${to.name} reads ${label}, but is not rendered below the provider${provider ? ` in ${provider.name}` : ''}.`,
      mend:
        instead !== undefined
          ? `Provide ${name} in ${instead.name} too, or remove that provider.`
          : `Put the provider above ${to.name} everywhere it is rendered.`,
      steps,
      breaksAfter: 0,
      breaksAt,
    };
  }
  return null;
}

/** A component above it has the value, and the way down from there passes on something else or nothing. */
function notPassed({ linked, part, to, name }: Question): Answer | null {
  const { render, program } = linked;
  const holders = new Map<number, FlowStop>();
  for (const stop of part?.stops.values() ?? []) if (stop.component) holders.set(stop.component.fn, stop);
  if (part && holders.size === 0) return null;
  const below =
    wayFromNearest(render.by.parents, to.fn, holders) ?? wayFromNearest(render.under.parents, to.fn, holders);
  const [last, next] = below ?? [];
  const holder = last === undefined ? undefined : holders.get(last);
  const child = next === undefined ? undefined : program.component(next);
  if (!part || !below || !holder?.component || !child) return null;
  const before = wayIn(part, holder).map((hop) => part.stops.get(hop.from));
  const steps = [
    ...[...before, holder].flatMap((stop) => (stop?.component ? [stepOf(linked, stop)] : [])),
    ...below.slice(1).flatMap((fn) => {
      const component = program.component(fn);
      return component ? [placeOf(linked, component, null)] : [];
    }),
  ];
  const site = siteOf(linked, holder.component.fn, child.fn);
  const expected = child.props.find((prop) => prop.name === holder.name || prop.name === name);
  const passed = site?.props.find((prop) => prop.name !== null && prop.name === expected?.name);
  const who = holder.component.name;
  const called = holder.name;
  return {
    verdict: 'not-passed',
    says: passed
      ? `${who} has ${called}, but passes ${child.name} something else as ${passed.name ?? ''}.`
      : expected
        ? `${who} has ${called} and renders ${child.name}, which has a prop ${expected.name}, but does not pass it.`
        : `${who} has ${called}, but does not pass it to ${child.name}.`,
    mend:
      below.length > 2
        ? `Pass it down through ${below.length - 1} components to ${to.name}, or share it through a context; Homes compares the two.`
        : `Pass ${called} to ${child.name}.`,
    steps,
    breaksAfter: steps.length - below.length,
    breaksAt: site ? site.at : null,
  };
}

/** The component is above the value's home: a value goes up only by events and by functions that are called. */
function notHeard({ linked, flow, to, name }: Question): Answer | null {
  const { program, render } = linked;
  const home = flow.cell.home === null ? undefined : program.component(flow.cell.home);
  const way = home ? wayDown(render.by, to.fn, home.fn) : [];
  const parent = way.length > 1 ? program.component(way.at(-2) ?? -1) : undefined;
  if (!home || !parent) return null;
  const up = [...way].reverse();
  const steps = up.flatMap((fn, index) => {
    const component = program.component(fn);
    return component ? [placeOf(linked, component, index === 0 ? flow.cell.name : null)] : [];
  });
  const site = siteOf(linked, parent.fn, home.fn);
  const names = new Set(site?.props.map((prop) => prop.name) ?? []);
  const tells = [
    ...(program.graph.functions[home.fn]?.fact.events ?? []).map((event) => event.name),
    ...home.props.map((prop) => prop.name).filter(isCallbackName),
  ];
  const unheard = tells.filter(
    (one) => !names.has(one) && !names.has(`on${one.charAt(0).toUpperCase()}${one.slice(1)}`),
  );
  const [event] = unheard;
  return {
    verdict: 'not-heard',
    says:
      tells.length === 0
        ? `${home.name} never reports ${name} to its parents: it sends no event and calls no function it is passed.`
        : event !== undefined
          ? `${home.name} could report it through ${event}, but ${parent.name} does not listen.`
          : `${parent.name} listens to ${home.name}, but ${name} is not what it receives.`,
    mend: `Report it from ${home.name} and listen in ${parent.name}, or move ${name} up to ${to.name}.`,
    steps,
    breaksAfter: 0,
    breaksAt: site ? site.at : null,
  };
}

/** Neither is above the other, or nothing explains it. */
function apart(linked: Linked, question: Question | undefined, to: ComponentInfo, asked: Asked): Answer {
  const { program, render } = linked;
  const fn = question?.flow.cell.home ?? null;
  const home = fn === null ? undefined : program.component(fn);
  const nearest = home ? new Dominators(render.by, render.roots).nearest([home.fn, to.fn]) : null;
  const nearestComponent = nearest === null ? undefined : program.component(nearest);
  const steps = [...(home ? [placeOf(linked, home, asked.name)] : []), placeOf(linked, to, null)];
  if (!home)
    return {
      verdict: 'apart',
      says: `${asked.name} lives in no component, and nothing in ${to.name} reads it.`,
      mend: `Read it in ${to.name}.`,
      steps,
    };
  return {
    verdict: 'apart',
    says: nearestComponent
      ? `${home.name} and ${to.name} are siblings; their nearest common ancestor, ${nearestComponent.name}, does not have ${asked.name}.`
      : `${home.name} and ${to.name} have no common ancestor, so nothing can pass ${asked.name} from one to the other.`,
    mend: nearestComponent
      ? `Move ${asked.name} up to ${nearestComponent.name} and pass it down, or keep it in a context or store.`
      : `Keep ${asked.name} in a store that both read.`,
    steps: nearestComponent
      ? [steps[0], placeOf(linked, nearestComponent, null), steps[1]].flatMap((step) => step ?? [])
      : steps,
    breaksAfter: 0,
  };
}

/** The hops from a flow's start to one of its stops, as few as there are. */
function wayIn(flow: Flow, goal: FlowStop): FlowHop[] {
  const cameBy = new Map<string, FlowHop | null>([[flow.start, null]]);
  const queue = [flow.start];
  for (let key = queue.shift(); key !== undefined && !cameBy.has(goal.key); key = queue.shift())
    for (const hop of flow.stops.get(key)?.hops ?? [])
      if (!cameBy.has(hop.target)) {
        cameBy.set(hop.target, hop);
        queue.push(hop.target);
      }
  const way: FlowHop[] = [];
  for (let hop = cameBy.get(goal.key); hop; hop = cameBy.get(hop.from)) way.unshift(hop);
  return way;
}

/** The components from the nearest one above that holds the value down to `to`; null where none does. */
function wayFromNearest(
  parents: ReadonlyMap<number, ReadonlySet<number>>,
  to: number,
  holders: ReadonlyMap<number, unknown>,
): number[] | null {
  const below = new Map<number, number | null>([[to, null]]);
  const queue = [to];
  for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
    if (at !== to && holders.has(at)) {
      const way: number[] = [];
      for (let next: number | null | undefined = at; next != null; next = below.get(next)) way.push(next);
      return way;
    }
    for (const parent of parents.get(at) ?? [])
      if (!below.has(parent)) {
        below.set(parent, at);
        queue.push(parent);
      }
  }
  return null;
}

/** A site one component writes of another, with what it is given. */
function siteOf(linked: Linked, author: number, child: number) {
  const { program, render } = linked;
  const site = program.sitesOf(child).find((one) => render.authors[one] === author);
  const entry = program.graph.sites[site ?? -1];
  if (!entry) return null;
  const { props, at } = entry.fact;
  return { props, at: { file: program.graph.path(entry.file), line: at.line, column: at.column } };
}

function stepOf(linked: Linked, stop: FlowStop): Step {
  const arrives = arrivalOf(linked, stop);
  return {
    component: stop.component?.name ?? null,
    id: stop.component?.id ?? null,
    name: stop.name,
    file: linked.program.graph.path(arrives.file),
    line: arrives.spot.line,
    column: arrives.spot.column,
  };
}

function placeOf(linked: Linked, component: ComponentInfo, name: string | null): Step {
  const { graph } = linked.program;
  const spot = graph.functions[component.fn]?.fact.at;
  return {
    component: component.name,
    id: component.id,
    name,
    file: graph.path(component.file),
    line: spot?.line ?? 1,
    column: spot?.column ?? 1,
  };
}

/** Where the copy is made: at the use that keeps it, or where it leaves as one. */
function siteAt(
  linked: Linked,
  part: Flow,
  step: Step,
  index: number,
  way: readonly FlowHop[],
): WhyDocument['breaksAt'] {
  const stop = index === 0 ? part.stops.get(part.start) : part.stops.get(way[index - 1]?.target ?? '');
  const use = stop?.facts.uses.find((one) => one.kind === 'copied') ?? way[index];
  if (!use) return { file: step.file, line: step.line, column: step.column };
  return { file: linked.program.graph.path(use.file), line: use.spot.line, column: use.spot.column };
}

function called(there: string, here: string): string {
  return there === here ? '' : ` as ${there}`;
}
