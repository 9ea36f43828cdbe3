/** The flow document: everything a survey found, as `survey` writes it. */
import { isCallbackName } from '../model/signs';
import type { Carrier, Cell, Component, FileEntry, FlowDocument, Hop, Mark, Problem, Site } from '../model/documents';
import type { Spot } from '../model/facts';
import type { CellFlow, Cells } from '../follow/cells';
import { itself, ownHops, type Flow, type FlowStop } from '../follow/flow';
import type { Departure } from '../follow/stops';
import { carrierOf, isDeadEnd, rolesAt } from '../follow/standing';
import type { Linked } from '../link';
import { once } from '../link/memo/once';
import { cutsOf } from '../follow/cuts';
import { passingEvents } from '../follow/passingEvents';
import { isModel } from '../read/libraries';
import type { Reported } from '../rules';
import { routesOf } from './routes';

export function flowDocument(linked: Linked, cells: Cells, reported: Reported, ways: Ways): FlowDocument {
  const { program } = linked;
  const { graph } = program;
  const files = graph.files.flatMap((file, index): FileEntry[] =>
    isModel(file.path)
      ? []
      : [
          {
            path: file.path,
            family: file.family,
            bytes: file.bytes,
            lines: file.lines,
            hash: file.hash,
            problems: [...file.problems, ...failureOf(linked, index)],
          },
        ],
  );
  const families = [...new Set([...program.components.values()].map((c) => c.family))];
  return {
    format: 'vectura.flow',
    version: 1,
    project: {
      name: program.input.name,
      families,
      skipped: program.input.skipped,
      cut: cutsOf(linked, cells).length,
      ...sidesOf(linked),
    },
    files,
    components: components(linked),
    sites: sites(linked),
    cells: cells.all.map(({ cell }): Cell => ({
      id: cell.id,
      name: cell.name,
      kind: cell.kind,
      home: cell.home === null ? null : (program.component(cell.home)?.id ?? null),
      file: graph.path(cell.file),
      line: cell.spot.line,
      column: cell.spot.column,
    })),
    hops: settleHops(linked, ways.hops),
    findings: reported.findings,
    ...(reported.accepted.length > 0 ? { accepted: reported.accepted } : {}),
    marks: ways.marks,
    routes: routesOf(linked),
  };
}

/** What is carried from where to where, whatever lines it stands on: it holds as long as files only move about. */
export interface Ways {
  hops: readonly HopDraft[];
  marks: Mark[];
}

interface HopDraft extends Omit<Hop, 'id' | 'site' | 'file' | 'line' | 'column' | 'context'> {
  /** Tells it from all others, whatever lines it stands on. */
  key: string;
  site: number | null;
  /** The number of the context it goes through, and that context's id. */
  through: number | null;
  context: string | undefined;
  file: number;
  spot: Spot;
  /** The hop as it was told last, with the line and column of its site. */
  settled: { hop: Hop; line: number | undefined; column: number | undefined } | null;
}

/** What could not be followed of a file because of how it is written. */
function failureOf(linked: Linked, file: number): Problem[] {
  const reason = linked.program.graph.guard.failures.get(file);
  if (reason === undefined) return [];
  const message = `Part of this file could not be followed. ${reason} Whatever depends on it is left out.`;
  return [{ severity: 'error', message, line: 1, column: 1 }];
}

export function waysOf(cells: Cells): Ways {
  return { hops: draftHops(cells), marks: cells.all.flatMap((flow) => marksOf(flow)) };
}

/** Why a file is browser code, where the project tells the sides apart. */
function clientBy(linked: Linked, file: number): { clientBy?: string[] } {
  const { sides, program } = linked;
  if (!sides.areDeclared) return {};
  const way = sides.wayTo(file).map((at) => program.graph.path(at));
  return way.length > 0 ? { clientBy: way } : {};
}

function sidesOf(linked: Linked): { sides?: { client: number; server: number; either: number } } {
  const { sides, program } = linked;
  if (!sides.areDeclared) return {};
  const bytes = { client: 0, server: 0, either: 0 };
  program.graph.files.forEach((file, index) => {
    if (!isModel(file.path)) bytes[sides.of(index)] += file.bytes;
  });
  return { sides: bytes };
}

function components(linked: Linked): Component[] {
  const { program } = linked;
  const { graph } = program;
  const passing = passingEvents(linked);
  return [...program.components.values()].map((c) => {
    const fact = graph.functions[c.fn]?.fact;
    const sent = passing.sent.get(c.fn);
    const heard = passing.heard.get(c.fn);
    return {
      id: c.id,
      name: c.name,
      family: c.family,
      file: graph.path(c.file),
      line: fact?.at.line ?? 1,
      column: fact?.at.column ?? 1,
      endLine: fact?.endLine ?? 1,
      side: linked.sides.of(c.file),
      ...clientBy(linked, c.file),
      props: c.props.map((prop) => ({
        name: prop.name,
        required: prop.required,
        default: prop.default,
        declared: prop.declared,
        line: prop.at.line,
      })),
      events: fact?.events
        ? fact.events.map(({ name, at }) => ({
            name,
            line: at.line,
            ...(sent?.has(name) ? { passes: true } : {}),
          }))
        : c.props.filter((prop) => isCallbackName(prop.name)).map((prop) => ({ name: prop.name, line: prop.at.line })),
      ...(heard ? { listens: heard.map(({ name, at }) => ({ name, line: at.line })) } : {}),
    };
  });
}

export function siteId(linked: Linked, site: number): string {
  const entry = linked.program.graph.sites[site];
  if (!entry) return '';
  return `${linked.program.graph.path(entry.file)}:${entry.fact.at.line}:${entry.fact.at.column}`;
}

/** Where a site stands; one that the file tree gives stands where its page does. */
function siteLocation(linked: Linked, site: number): { name?: string; file: string; line: number; column: number } {
  const { program } = linked;
  const { graph } = program;
  const entry = graph.sites[site];
  if (!entry) return { file: '', line: 1, column: 1 };
  const path = graph.path(entry.file);
  const component = program.component(program.siteTargets[site]?.components[0] ?? -1);
  const own = component && graph.functions[component.fn]?.fact.at;
  if (isModel(path) && own)
    return { name: component.name, file: graph.path(component.file), line: own.line, column: own.column };
  return { file: path, line: entry.fact.at.line, column: entry.fact.at.column };
}

function sites(linked: Linked): Site[] {
  const { program, render } = linked;
  const { graph } = program;
  const idOf = (fn: number | null | undefined): string | null =>
    fn == null ? null : (program.component(fn)?.id ?? null);
  return graph.sites.flatMap(({ fact }, site): Site[] => {
    const target = program.siteTargets[site];
    // A context's provider is no component: it shows in the hops that go through it.
    if (!target || target.provides !== null || target.consumes !== null) return [];
    if (fact.maybe && target.components.length === 0) return [];
    const placements = render.placements[site] ?? [];
    const under = placements.length === 1 ? [placements[0]?.under] : [...new Set(placements.map((p) => p.under))];
    const repeat = placements.reduce<Site['repeat']>(
      (worst, p) => (order(p.repeat) > order(worst) ? p.repeat : worst),
      fact.repeat,
    );
    const one: Site = {
      id: siteId(linked, site),
      name: fact.name,
      of: idOf(target.components[0]),
      by: idOf(render.authors[site]),
      under: idOf(under[0]),
      repeat,
      ...siteLocation(linked, site),
    };
    if (fact.stands) one.stands = fact.stands;
    if (target.reason) one.reason = target.reason;
    if (under.length > 1) one.alsoUnder = under.slice(1).flatMap((fn) => idOf(fn) ?? []);
    const others = target.components
      .slice(1)
      .map((fn, index): Site => ({ ...one, id: `${one.id}~${index + 2}`, of: idOf(fn) }));
    return [one, ...others];
  });
}

function order(repeat: Site['repeat']): number {
  return repeat === 'many' ? 2 : repeat === 'conditional' ? 1 : 0;
}

/** Every hop of every cell, each once. */
function draftHops(cells: Cells): HopDraft[] {
  const found = new Map<string, HopDraft>();
  const contexts = new Map(cells.all.map(({ cell }) => [cell.context, cell.id]));
  for (const flow of cells.all)
    for (const draft of hopsOf(flow)) {
      if (found.has(draft.key)) continue;
      found.set(draft.key, draft);
      const through = draft.through === null ? undefined : (contexts.get(draft.through) ?? '');
      // A context may go by another name than before.
      if (draft.context !== through) draft.settled = null;
      draft.context = through;
    }
  return [...found.values()];
}

/** The hops of one cell. Calls of functions passed down are hops up, from the caller to the home. */
const hopsOf = once((flow: CellFlow): readonly HopDraft[] =>
  [flow.values, flow.calls].flatMap((part) => (part ? hopsOfPart(flow, part) : [])),
);

/** Hops by the way out that they are: most values that take one are called the same on it. */
const draftOf = new WeakMap<Departure, HopDraft>();

function hopsOfPart(flow: CellFlow, part: Flow): HopDraft[] {
  const up = part.mode === 'function';
  const found: HopDraft[] = [];
  for (const stop of part.stops.values())
    for (const hop of stop.hops) {
      const target = part.stops.get(hop.target);
      if (!target) continue;
      const [first, last] = up ? [target, stop] : [stop, target];
      const holder = holderOf(first, flow);
      const taker = holderOf(last, flow);
      const carrier = carrierOf(hop.carrier, part.mode);
      const known = draftOf.get(hop.departure);
      if (
        known?.carrier === carrier &&
        known.from.holder === holder &&
        known.from.name === first.name &&
        known.to.holder === taker &&
        known.to.name === last.name
      ) {
        found.push(known);
        continue;
      }
      const { effect, site, context: through, file, spot } = hop;
      const draft: HopDraft = {
        key: `${holder}.${first.name}>${taker}.${last.name}@${site ?? ''}${carrier}`,
        carrier,
        effect,
        site,
        through,
        context: undefined,
        from: { holder, name: first.name },
        to: { holder: taker, name: last.name },
        file,
        spot,
        settled: null,
      };
      draftOf.set(hop.departure, draft);
      found.push(draft);
    }
  return found;
}

function settleHops(linked: Linked, drafts: readonly HopDraft[]): Hop[] {
  const found = new Map<string, Hop>();
  for (const draft of drafts) {
    const hop = settleHop(linked, draft);
    if (!found.has(hop.id)) found.set(hop.id, hop);
  }
  return [...found.values()];
}

/** A hop on the lines it stands on by now. */
function settleHop(linked: Linked, draft: HopDraft): Hop {
  const { graph } = linked.program;
  const { carrier, effect, from, to, file, context } = draft;
  const { line, column } = draft.spot;
  const at = draft.site === null ? undefined : graph.sites[draft.site]?.fact.at;
  const { settled } = draft;
  if (
    settled?.hop.line === line &&
    settled.hop.column === column &&
    settled.line === at?.line &&
    settled.column === at?.column
  )
    return settled.hop;
  const site = draft.site === null ? null : siteId(linked, draft.site);
  const hop: Hop = {
    id: `${from.holder}.${from.name}>${to.holder}.${to.name}@${site ?? ''}${carrier}`,
    carrier,
    effect,
    site,
    ...(context === undefined ? {} : { context }),
    from,
    to,
    file: graph.path(file),
    line,
    column,
  };
  draft.settled = { hop, line: at?.line, column: at?.column };
  return hop;
}

function holderOf(stop: FlowStop, flow: CellFlow): string {
  return stop.component?.id ?? flow.cell.id;
}

const marksOf = once(marks);

/** What each component does with a cell. */
export function marks(flow: CellFlow): Mark[] {
  const found = new Map<string, Mark>();
  for (const part of [flow.values, flow.calls]) {
    if (!part) continue;
    const own = itself(part).stops;
    const arriving = new Map<string, Carrier>();
    // How the value itself gets there is told before how what is computed from it does.
    for (const stop of part.stops.values())
      for (const hop of stop.hops)
        if (hop.computed || !own.has(stop.key)) arriving.set(hop.target, carrierOf(hop.carrier, part.mode));
    for (const stop of own.values())
      for (const hop of ownHops(stop)) arriving.set(hop.target, carrierOf(hop.carrier, part.mode));
    for (const stop of new Set([...own.values(), ...part.stops.values()])) {
      if (!stop.component) continue;
      if (isDeadEnd(stop, part)) continue;
      const roles = rolesAt(stop, part);
      const arrival = arriving.get(stop.key);
      // A copy goes stale only of what changes.
      const frozen = flow.cell.kind !== 'constant' && stop.facts.uses.some((use) => use.kind === 'copied');
      const known = found.get(stop.component.id);
      const as = stop.hops.map((hop) => hop.name);
      if (!known) {
        found.set(stop.component.id, {
          cell: flow.cell.id,
          component: stop.component.id,
          roles: [...roles],
          carrier: arrival ?? null,
          name: stop.name,
          as: [...new Set(as)],
          frozen,
          ...(own.has(stop.key) ? {} : { computed: true }),
        });
        continue;
      }
      // What the component does with the value itself counts.
      if (known.computed && own.has(stop.key)) delete known.computed;
      else if (!known.computed && !own.has(stop.key)) continue;
      for (const role of roles) if (!known.roles.includes(role)) known.roles.push(role);
      if (known.roles.some((role) => role === 'reader' || role === 'writer'))
        known.roles = known.roles.filter((role) => role !== 'relay');
      // Where the value itself is passed on, its names say so; those of its setter are not the same thing.
      if (part.mode === 'value' || known.as.length === 0) known.as = [...new Set([...known.as, ...as])];
      known.frozen ||= frozen;
    }
  }
  return [...found.values()];
}
