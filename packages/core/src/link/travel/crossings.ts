/** From one component to the next: where a value that leaves through a site, a call or a provider arrives. */
import type { Repeat, SiteFact } from '../../model/facts';
import type { Carrier } from '../../model/documents';
import {
  AROUND,
  HANDLE,
  eventOf,
  isAnyField,
  isContent,
  isLeftOut,
  isText,
  isUpdate,
  shownName,
  slotOf,
} from '../../model/signs';
import type { At, Exit } from './visited';
import type { Locals } from './locals';
import { Memo } from '../memo/memo';
import type { Program } from '../program/program';
import type { NamesBelow } from '../render/namesBelow';
import type { Reader, ContextReaders } from '../program/contextReaders';

/** What stands around components. */
export interface Environment {
  /** The provider sites of a context a component may stand under; -1 stands for none. */
  of: (context: number, component: number) => ReadonlySet<number>;
  names: NamesBelow;
}

/** A function that a call may call, and the run it belongs to. */
export interface Callee {
  fn: number;
  run: number;
  /** The site by which it came to the component that calls it; null where it came another way. */
  site: number | null;
}

/** Where the result of a function goes that was passed. */
export interface Caller {
  site: number | null;
  place: number;
  run: number;
  repeat: Repeat;
}

/** Functions that were passed, as far as that is known by now. */
export interface FunctionsPassed {
  calleesOf(call: number, run: number): readonly Callee[];
  callersOf(fn: number, run: number): readonly Caller[];
  rendersMarkup(fn: number): boolean;
}

/** The sites that get the props of a clone. */
export interface CloneSites {
  sitesOf(clone: number, run: number): readonly { site: number; run: number }[];
}

export interface Crossing {
  to: At;
  carrier: Carrier;
  site: number | null;
  /** The site that joins the two components: by which props go down, or a function that is called came down. */
  by: number | null;
  /** The context it goes through, where it does. */
  context: number | null;
  /** One field of the value is taken on the way (an object spread into props). */
  part: boolean;
}

export class Crossings {
  /** `environment` null: a context's value is taken to reach all who read the context. */
  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    private readonly contextReaders: ContextReaders,
    private readonly environment: Environment | null,
    private readonly functionFlow: FunctionsPassed | null,
    private readonly clones: CloneSites | null = null,
  ) {
    this.below = new Memo(program.dependencies);
  }

  private readonly below: Memo<string, ReadonlySet<string>>;

  /** The places a context is read into, with the function that reads it. */
  readersOf(context: number): readonly Reader[] {
    return this.contextReaders.of(context);
  }

  cross(exit: Exit): Crossing[] {
    switch (exit.kind) {
      case 'site':
        return this.intoSite(exit);
      case 'argument':
        return this.intoPassedFunction(exit);
      case 'returned':
        return (this.functionFlow?.callersOf(exit.target, exit.at.run) ?? []).map((caller) => ({
          to: { place: caller.place, path: exit.at.path, run: caller.run },
          carrier: 'callback' as const,
          site: null,
          by: caller.site,
          context: null,
          part: false,
        }));
      case 'clone':
        return (this.clones?.sitesOf(exit.target, exit.at.run) ?? []).flatMap(({ site, run }) =>
          this.intoTargets(site, run, exit.at.path),
        );
      case 'handle':
        return this.intoReference(exit);
      case 'shared':
        // An instance brings all its fields to whoever holds it: those count that are taken there.
        if (!this.isTakenThere(exit.at)) return [];
        return [{ to: exit.at, carrier: 'store', site: null, by: null, context: null, part: false }];
      case 'inner':
        return [
          { to: exit.at, carrier: this.innerCarrier(exit.at.place), site: null, by: null, context: null, part: false },
        ];
      case 'rendered':
        return [];
    }
  }

  /** Code written inside another component reads what surrounds it; one that reaches for an instance holds it. */
  private innerCarrier(place: number): Carrier {
    return this.program.parentInstances.places.has(place) ? 'handle' : 'local';
  }

  private intoSite(exit: Exit): Crossing[] {
    const { program } = this;
    const { fieldPaths, graph } = program;
    const target = program.siteTargets[exit.target];
    const site = graph.sites[exit.target];
    if (!target || !site) return [];
    if (target.provides !== null && target.components.length === 0)
      return fieldPaths.head(exit.at.path) === 'value' ? this.intoContext(exit, target.provides) : [];
    // What is computed of an object and spread into props: which of them it becomes is not known.
    if (exit.derived && exit.at.path === 0) return [];
    return this.intoTargets(exit.target, exit.at.run, exit.at.path);
  }

  /** What is put into a site's props arrives as props of what the site renders. */
  private intoTargets(siteNumber: number, context: number, path: number): Crossing[] {
    const { program } = this;
    const { fieldPaths } = program;
    const site = program.graph.sites[siteNumber];
    const found: Crossing[] = [];
    if (site) program.dependencies.dependOn(site.file);
    for (const { fn, via } of program.targetsAt(siteNumber, context)) {
      const component = program.component(fn);
      if (!site || component?.propsPlace == null) continue;
      const arrive = (to: number, carrier: Carrier, part: boolean): void => {
        const at = { place: component.propsPlace ?? 0, path: to, run: program.callContexts.root(fn, via) };
        found.push({ to: at, carrier, site: siteNumber, by: siteNumber, context: null, part });
      };
      if (path !== 0) {
        const head = fieldPaths.head(path);
        const name = isText(head) ? shownName(head) : head;
        if (isContent(head)) {
          const own = { place: component.propsPlace, path: 0, run: program.callContexts.root(fn, via) };
          const slot = slotOf(head, this.locals.fieldsTaken(own).fields);
          arrive(fieldPaths.cons(slot, fieldPaths.tail(path)), carrierOf(slot, true), false);
          continue;
        }
        // Where any expression may be bound both ways, that is what the child says.
        if (isUpdate(head) && !this.asksFor(component.propsPlace, head) && !isPassed(site.fact, head)) continue;
        const own = { place: component.propsPlace, path: 0, run: program.callContexts.root(fn, via) };
        // What listens around a tag comes to whoever sends what it listens for.
        if (head === AROUND && !this.isTakenOf(head, path, own)) continue;
        const written = site.fact.props.some((prop) => prop.name === name);
        const named = component.props.some((prop) => prop.name === name);
        arrive(path, carrierOf(head, written && named), false);
        continue;
      }
      // A whole object spread into props: each prop the child names may be one of its fields.
      const written = new Set(site.fact.props.map((prop) => prop.name));
      for (const prop of component.props) {
        if (written.has(prop.name)) continue;
        const field = fieldPaths.cons(prop.name, 0);
        arrive(field, 'prop', true);
      }
    }
    return found;
  }

  /** Whether a component takes something out of its props. */
  private asksFor(props: number, field: string): boolean {
    const { graph } = this.program;
    for (let edge = graph.firstOut(props); edge; edge = edge.nextOut)
      if (edge.op === 'get' ? edge.field === field : !isLeftOut(field, edge.except)) return true;
    return false;
  }

  /** What a component offers through a reference arrives at whoever holds it, as a field of its `current`. */
  private intoReference(exit: Exit): Crossing[] {
    const { program } = this;
    const { graph, fieldPaths, callContexts } = program;
    const owner = callContexts.ownerOf(exit.at.run);
    const path = fieldPaths.cons('current', exit.at.path);
    return program.sitesOf(owner).flatMap((site) => {
      const entry = graph.sites[site];
      if (entry) program.dependencies.dependOn(entry.file);
      if (!entry) return [];
      const holders = program.queries.findingAt(site).map(({ fact, file, asks }) => ({
        place: graph.at(file, fact.holder),
        unit: asks,
      }));
      const ref = entry.fact.props.find((prop) => prop.name === HANDLE);
      if (ref?.place != null)
        holders.push({
          place: graph.at(entry.file, ref.place),
          unit: program.unitOf(graph.fnAt(entry.file, entry.fact.fn)),
        });
      return holders.flatMap(({ place, unit }) =>
        program.runsOf(unit).map((context): Crossing => ({
          to: { place, path, run: context },
          carrier: 'handle',
          site,
          by: null,
          context: null,
          part: false,
        })),
      );
    });
  }

  private intoContext(exit: Exit, context: number): Crossing[] {
    const { program } = this;
    const path = program.fieldPaths.tail(exit.at.path);
    const head = program.fieldPaths.head(path);
    if (program.graph.contexts[context]?.fact.ambient) return this.intoNames(exit, context);
    const found: Crossing[] = [];
    for (const { place, unit } of this.readersOf(context))
      for (const run of program.runsTogether(unit)) {
        const owner = program.callContexts.ownerOf(run);
        const providers = this.environment?.of(context, owner);
        // Where nothing is known to render a reader, it is taken to are below the only one there is.
        const mayBe = providers?.size === 0 && program.providersOf(context).length === 1;
        if (providers && !providers.has(exit.target) && !mayBe) continue;
        if (path !== 0 && !this.isTaken(head, { place, path: 0, run })) continue;
        found.push({
          to: { place, path, run },
          carrier: 'context',
          site: exit.target,
          by: null,
          context,
          part: false,
        });
      }
    return found;
  }

  /** A name that is there for all below arrives where it is asked for. */
  private intoNames(exit: Exit, context: number): Crossing[] {
    const { fieldPaths } = this.program;
    const path = fieldPaths.tail(exit.at.path);
    if (path === 0) return [];
    const head = fieldPaths.head(path);
    // What listens for an event stands among the names of a scope, for those below that send it.
    const carrier = eventOf(head) === null ? 'context' : 'event';
    return (this.environment?.names.of(exit.target) ?? []).flatMap(({ at, hidden }): Crossing[] =>
      !hidden.some((names) => isLeftOut(head, names)) && this.isTaken(head, at, true) && this.isTakenOf(head, path, at)
        ? [{ to: { ...at, path }, carrier, site: exit.target, by: null, context, part: false }]
        : [],
    );
  }

  /** Whether something is done with a field of what stands under a name. */
  private isTakenOf(name: string, path: number, at: At): boolean {
    const { fieldPaths } = this.program;
    const inner = fieldPaths.tail(path);
    return inner === 0 || this.isTaken(fieldPaths.head(inner), { ...at, path: fieldPaths.cons(name, 0) });
  }

  private isTakenThere({ place, path, run }: At): boolean {
    const { graph } = this.program;
    // What comes as a result, or is asked for by a name that it is registered under.
    const isInstance = graph.places[place]?.kind === 'result' || graph.keyedJoins.named.has(place);
    if (path === 0) return true;
    if (!isInstance) return this.program.fieldPaths.depth(path) === 1 || this.comesToAnything({ place, path, run });
    return this.isTaken(this.program.fieldPaths.head(path), { place, path: 0, run });
  }

  /** Whether anything is done with a value where it arrives: whoever selects another field of its slice does nothing with it. */
  private comesToAnything(at: At): boolean {
    const { uses, exits, called, outsideCalls, cut } = this.locals.explore(at);
    return cut !== null || [uses, exits, called, outsideCalls].some((all) => all.length > 0);
  }

  /**
   * Whether something is done, where an object arrives, with what one of its fields holds. `byName`: it holds all the names around, of
   * which those count that are asked for.
   */
  private isTaken(field: string, at: At, byName = false): boolean {
    const { fields, whole, offered } = this.locals.fieldsTaken(at);
    if (fields.has(field) || (!byName && (whole || isAnyField(field)))) return true;
    return offered.some((exit) => this.takenBelow(exit).has(field));
  }

  /** The fields of an object that are taken out of it by those below who know it by a name, and by those below them. */
  private takenBelow(exit: Exit): ReadonlySet<string> {
    return this.below.get(`${exit.target}:${exit.at.path}`, () => this.findBelow(exit));
  }

  private findBelow(exit: Exit): ReadonlySet<string> {
    const fields = new Set<string>();
    const seen = new Set<string>();
    const queue = [exit];
    for (let next = queue.pop(); next; next = queue.pop())
      for (const { at } of this.environment?.names.of(next.target) ?? []) {
        const taken = this.locals.fieldsTaken({ ...at, path: this.program.fieldPaths.tail(next.at.path) });
        for (const field of taken.fields) fields.add(field);
        for (const one of taken.offered) {
          const further = `${one.target}:${one.at.path}`;
          if (!seen.has(further)) queue.push(one);
          seen.add(further);
        }
      }
    return fields;
  }

  /** Whether a site does nothing but let names be there for all below. */
  isAmbient(site: number): boolean {
    return this.program.isAmbient(site);
  }

  /** Whether a call sends an event: what it calls is listened with, and no prop. */
  private isSent(call: number): boolean {
    const { graph } = this.program;
    const entry = graph.calls[call];
    if (!entry) return false;
    return graph
      .trace(graph.at(entry.file, entry.fact.callee))
      .some(({ path: [head = ''] }) => head === AROUND || (eventOf(head) !== null && !isUpdate(head)));
  }

  /** An argument of a function that was passed arrives as its parameter, in the component that wrote it. */
  private intoPassedFunction(exit: Exit): Crossing[] {
    const { graph } = this.program;
    const found: Crossing[] = [];
    for (const { fn, run, site } of this.functionFlow?.calleesOf(exit.target, exit.at.run) ?? []) {
      this.program.dependencies.dependOn(graph.fileOfFunction(fn));
      const param = graph.paramOf(fn, exit.index);
      const path = param?.field == null ? exit.at.path : this.program.fieldPaths.cons(param.field, exit.at.path);
      if (!param) continue;
      found.push({
        to: { place: param.place, path, run },
        carrier: this.functionFlow?.rendersMarkup(fn) ? 'slot' : this.isSent(exit.target) ? 'event' : 'callback',
        site: null,
        by: site,
        context: null,
        part: false,
      });
    }
    return found;
  }
}

function isPassed({ props }: SiteFact, name: string): boolean {
  return props.some((prop) => prop.name === name || prop.name === null);
}

/** Events a child sends up, and changes it asks for, stand among its props. */
function carrierOf(name: string, named: boolean): Carrier {
  if (isUpdate(name)) return 'binding';
  if (eventOf(name) !== null || name === AROUND) return 'event';
  return named ? 'prop' : 'overflow';
}
