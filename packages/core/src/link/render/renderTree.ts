/**
 * Where markup ends up. Every piece of markup is followed like a value to where it is rendered, which gives each site
 * its parent component and the providers between that and its author. A site gets its props from its author and its
 * contexts from where it is rendered. Providers are collected along the very way the markup takes, so two uses of one
 * wrapper are not mixed up.
 */
import { strongerRepeat, type Repeat } from '../../model/facts';
import { Environments, NOTHING_AROUND } from './environments';
import type { FunctionFlow } from '../travel/functionFlow';
import { push } from '../graph/byPlace';
import { dependencyKey, Memo } from '../memo/memo';
import type { Locals } from '../travel/locals';
import type { Program } from '../program/program';
import type { At, Exit } from '../travel/visited';

export interface Placement {
  /** The component it is rendered inside; null where it is mounted. */
  under: number | null;
  /** The providers between it and its author's root, or that of `from`: see `Arounds`. */
  around: number;
  /** The component above which further providers stand, where those up to its author's root could not be told. */
  from?: number;
  /** It could not be followed to where it is shown, and is taken to be where it is written. */
  guessed?: true;
  repeat: Repeat;
}

/** A placement of a site, with the component whose run wrote it; null outside any component. */
export interface SitePlacement extends Placement {
  author: number | null;
}

/** The providers between two components; `guessed` where some way could not be followed. */
interface Between {
  around: number;
  guessed?: true;
}

/** Where one site is rendered, and whose markup writes it. */
interface Placed {
  author: number | null;
  placements: SitePlacement[];
}

const NOWHERE = { value: [] };
const NONE: ReadonlySet<Exit> = new Set();
const NOT_PLACED: Placed = { author: null, placements: [] };

/** Markup passed down through so many components that following it would run out of stack. */
const MAX_DEPTH = 200;

/** Components and what is above and below each, by the numbers of their functions. */
export class Links {
  readonly parents = new Map<number, Set<number>>();
  readonly children = new Map<number, Set<number>>();

  add(parent: number, child: number): void {
    add(this.parents, child, parent);
    add(this.children, parent, child);
  }
}

export class RenderTree {
  /** For each site: where it is rendered, for each run of the function that writes it. */
  readonly placements: SitePlacement[][] = [];
  /** The component (function) whose markup writes a site; null for an entry. */
  readonly authors: (number | null)[] = [];
  /** Who is rendered inside whom: what counts for contexts. */
  readonly under = new Links();
  /** Who is written by whom: what counts for props, and for what re-renders. */
  readonly by = new Links();
  /** As `by`; what a route shows is held by the component at whose outlet that is. */
  readonly holds = new Links();
  /** Components that are mounted, or that nothing renders. */
  readonly roots: number[] = [];
  /** Those that no component holds. */
  readonly tops: number[] = [];
  /** Whether the project says where it is mounted. */
  readonly hasEntries: boolean = false;
  private readonly entries = new Set<number>();
  /** Providers a component has around all it renders, without markup of their own; null: the application has. */
  private readonly ambient = new Map<number | null, number>();
  private readonly arounds: Environments;
  private readonly followed: Memo<string, Placement[]>;
  private depth = 0;
  private readonly placed: Memo<number, Placed>;
  private readonly environments: Memo<string, ReadonlySet<number>>;
  /** Where each component is rendered, over all its sites; components that nothing renders have none. */
  private readonly placementsOf = new Map<number, SitePlacement[]>();

  constructor(
    private readonly program: Program,
    private readonly locals: Locals,
    private readonly functionFlow: FunctionFlow,
    before: RenderTree | null,
  ) {
    const { dependencies } = program;
    this.arounds = before?.arounds ?? new Environments();
    this.followed = before?.followed ?? new Memo(dependencies);
    this.placed = before?.placed ?? new Memo(dependencies);
    this.environments = before?.environments ?? new Memo(dependencies);
    const { entries } = this;
    const mounted = new Set<number>();
    this.findAmbient();
    if (before && JSON.stringify([...before.ambient]) !== JSON.stringify([...this.ambient])) {
      this.followed.clear();
      this.placed.clear();
    }
    const { guard } = program.graph;
    program.graph.sites.forEach(({ file }, site) => {
      const { author, placements } = guard.run(file, () => this.placed.get(site, () => this.place(site)), NOT_PLACED);
      this.authors[site] = author;
      this.placements[site] = placements;
      for (const component of this.program.siteTargets[site]?.components ?? []) {
        for (const p of placements) {
          const list = this.placementsOf.get(component);
          if (list) list.push(p);
          else this.placementsOf.set(component, [p]);
          if (p.under !== null) this.under.add(p.under, component);
          if (p.author === null) entries.add(component);
          else this.by.add(p.author, component);
          const holder = p.author ?? p.under;
          if (holder !== null) this.holds.add(holder, component);
          else mounted.add(component);
        }
      }
    });
    this.hasEntries = entries.size > 0;
    const unrendered = [...program.components.keys()].filter((fn) => !this.under.parents.has(fn) && !entries.has(fn));
    this.roots = [...entries, ...unrendered];
    this.tops = [...mounted, ...unrendered];
    if (this.tops.length === 0) this.tops.push(...this.roots);
    if (this.roots.length === 0) this.roots.push(...[...program.components.keys()].slice(0, 1));
    if (before) this.invalidateChanged(before);
  }

  /** Whether an application begins with a component. */
  isEntry(component: number): boolean {
    return this.entries.has(component);
  }

  /** Touches the components that stand elsewhere than before. */
  private invalidateChanged(before: RenderTree): void {
    const { dependencies } = this.program;
    const invalidate = (fn: number): void => dependencies.invalidate(dependencyKey.placements(fn));
    for (const [fn, placements] of this.placementsOf)
      if (!samePlacements(placements, before.placementsOf.get(fn))) invalidate(fn);
    for (const fn of before.placementsOf.keys()) if (!this.placementsOf.has(fn)) invalidate(fn);
    const startsElsewhere =
      before.hasEntries !== this.hasEntries || (before.start !== undefined && before.start !== this.startsAt());
    if (startsElsewhere) this.environments.clear();
  }

  /** Providers that stand in no markup are around all that whoever runs their function renders. */
  private findAmbient(): void {
    const { program } = this;
    program.graph.sites.forEach(({ fact, file }, site) => {
      const context = program.siteTargets[site]?.provides ?? null;
      if (!fact.ambient || context === null) return;
      const fn = program.graph.fnAt(file, fact.fn);
      const owners = program.isModule(fn)
        ? [null]
        : program.runsTogether(program.unitOf(fn)).map((run) => program.ownerOf(run)?.fn ?? null);
      for (const owner of new Set(owners)) {
        this.ambient.set(owner, this.arounds.within(this.around(owner), this.arounds.provider(site, context)));
      }
    });
  }

  private around(component: number | null): number {
    return this.ambient.get(component) ?? NOTHING_AROUND;
  }

  private place(site: number): Placed {
    const { graph, callContexts, dependencies } = this.program;
    const entry = graph.sites[site];
    if (!entry) return NOT_PLACED;
    dependencies.dependOn(entry.file);
    if (entry.fact.maybe && this.program.siteTargets[site]?.components.length === 0) return NOT_PLACED;
    const unit = this.program.unitOf(graph.fnAt(entry.file, entry.fact.fn));
    const runs = this.program.runsOf(unit);
    const placements: SitePlacement[] = [];
    // Markup outside any component (where an application is mounted, in a route table) runs as its module does.
    for (const run of runs.length > 0 ? runs : [callContexts.root(unit)])
      for (const p of this.placesAround(graph.at(entry.file, entry.fact.inside), run))
        placements.push({
          ...p,
          repeat: strongerRepeat(p.repeat, entry.fact.repeat),
          around: p.under === null ? this.arounds.within(p.around, this.around(null)) : p.around,
          author: this.program.ownerOf(run)?.fn ?? null,
        });
    return { author: placements[0]?.author ?? null, placements };
  }

  /** As `placesOf`, but never empty: what is placed nowhere that can be seen is taken to be where it is written. */
  private placesAround(piece: number, run: number): Placement[] {
    const found = this.placesOf(piece, run);
    if (found.length > 0) return found;
    const { program } = this;
    const owner = program.ownerOf(run)?.fn;
    if (owner === undefined) {
      // What a module, or a function it calls, hands to something outside is mounted by that; what a function only
      // brings is shown by whoever calls it.
      const { outsideCalls } = this.locals.explore({ place: piece, path: 0, run });
      const mounted = outsideCalls.length > 0 || program.isModule(program.callContexts.ownerOf(run));
      return [{ under: null, around: NOTHING_AROUND, repeat: 'once', ...(mounted ? {} : { guessed: true }) }];
    }
    const around = this.aroundTagOf(piece, run);
    return [{ under: owner, around, guessed: true, repeat: 'once' }];
  }

  /** The providers around the tag that a piece is handed to, itself or as what a function brings; of its author where there is none. */
  private aroundTagOf(piece: number, run: number): number {
    const { graph } = this.program;
    const { exits } = this.locals.explore({ place: piece, path: 0, run });
    const all = exits.flatMap((exit) => {
      const fn = exit.kind === 'returned' ? graph.functions[exit.target] : undefined;
      if (!fn) return [exit];
      return this.locals.explore({ place: graph.at(fn.file, fn.fact.self), path: 0, run }).exits;
    });
    const arounds = all.flatMap(({ kind, target, at }) => {
      const site = kind === 'site' ? graph.sites[target] : undefined;
      if (!site || graph.at(site.file, site.fact.inside) === piece || this.depth > MAX_DEPTH) return [];
      this.depth++;
      const places = this.placesAround(graph.at(site.file, site.fact.inside), at.run);
      this.depth--;
      return places.map(({ around }) => around);
    });
    const owner = this.program.ownerOf(run)?.fn ?? null;
    return arounds.length > 0 ? this.arounds.either(arounds) : this.around(owner);
  }

  /** Where a piece of markup, made in one run, is rendered. */
  private placesOf(piece: number, run: number): Placement[] {
    return this.follow({ place: piece, path: 0, run });
  }

  private follow(at: At): Placement[] {
    return this.followed.get(`${at.place}:${at.path}:${at.run}`, () => this.followOn(at), NOWHERE);
  }

  private followOn(at: At): Placement[] {
    if (this.depth > MAX_DEPTH) return [];
    this.depth++;
    try {
      return this.findPlacements(at);
    } finally {
      this.depth--;
    }
  }

  private findPlacements(at: At): Placement[] {
    const { program } = this;
    const { graph, callContexts } = program;
    const local = this.locals.explore(at);
    const found: Placement[] = [];
    const passedOver = this.besideOneThatTakesIt(local.exits);
    for (const exit of local.exits) {
      if (exit.derived || passedOver.has(exit)) continue;
      if (exit.kind === 'rendered')
        found.push({ under: exit.target, around: this.around(exit.target), repeat: exit.repeat });
      else if (exit.kind === 'site') {
        const site = graph.sites[exit.target];
        const target = program.siteTargets[exit.target];
        if (!site || !target || exit.at.path === 0) continue;
        if (target.components.length === 0) {
          // Providers and components from outside are taken to render what they are passed where they stand.
          const around = this.placesAround(graph.at(site.file, site.fact.inside), exit.at.run);
          const through =
            target.provides === null ? NOTHING_AROUND : this.arounds.provider(exit.target, target.provides);
          for (const p of around)
            found.push({
              ...p,
              around: this.arounds.within(through, p.around),
              repeat: strongerRepeat(p.repeat, strongerRepeat(exit.repeat, site.fact.repeat)),
            });
          continue;
        }
        for (const { fn, via } of program.targetsAt(exit.target, exit.at.run)) {
          const component = program.component(fn);
          if (component?.propsPlace == null) continue;
          const next = { place: component.propsPlace, path: exit.at.path, run: callContexts.root(fn, via) };
          const inside = repeated(this.follow(next), exit.repeat);
          const around = inside.length > 0 ? this.placesAround(graph.at(site.file, site.fact.inside), exit.at.run) : [];
          for (const i of inside)
            for (const a of around)
              found.push({
                ...this.withParent(i, a.around, a),
                repeat: strongerRepeat(i.repeat, strongerRepeat(a.repeat, site.fact.repeat)),
              });
        }
      } else if (exit.kind === 'inner') {
        const inside = this.follow(exit.at);
        // Further up stands whatever is above the component it is shown in, however that one came to be there.
        for (const i of repeated(inside, exit.repeat)) found.push({ ...i, from: i.from ?? exit.target });
      } else if (exit.kind === 'returned') {
        for (const caller of this.functionFlow.callersOf(exit.target, exit.at.run)) {
          const inside = this.follow({ place: caller.place, path: exit.at.path, run: caller.run });
          const from = program.ownerOf(caller.run)?.fn;
          const to = program.ownerOf(at.run)?.fn;
          for (const i of repeated(inside, strongerRepeat(exit.repeat, caller.repeat)))
            found.push(from === undefined ? i : this.reaching(i, from, to));
        }
      }
    }
    for (const { use, run: context, derived, repeat } of local.uses) {
      const fact = graph.uses[use];
      if (!fact || derived || fact.fact.inside === undefined) continue;
      const often = strongerRepeat(repeat, fact.fact.repeat ?? 'once');
      const piece = graph.at(fact.file, fact.fact.inside);
      const unit = program.unitOf(graph.fnAt(fact.file, fact.fact.fn));
      const inner = program.isComponent(unit) && unit !== program.ownerOf(context)?.fn;
      // A component written inside another shows what that one holds.
      if (inner)
        for (const run of program.rootsOf(unit))
          for (const i of repeated(this.placesOf(piece, run), often)) found.push({ ...i, from: i.from ?? unit });
      else found.push(...repeated(this.placesOf(piece, context), often));
    }
    return this.merge(found);
  }

  /**
   * What stands in an element may be given to each of its attributes, as any of them may be a component: the first that is one shows it, or
   * the element itself. Gives the exits to the others.
   */
  private besideOneThatTakesIt(exits: readonly Exit[]): ReadonlySet<Exit> {
    const { graph, siteTargets } = this.program;
    const maybe = exits.filter(({ kind, target }) => kind === 'site' && graph.sites[target]?.fact.maybe);
    if (maybe.length < 2) return NONE;
    const isFound = ({ target }: Exit): boolean => (siteTargets[target]?.components.length ?? 0) > 0;
    const taker = maybe.find(isFound) ?? maybe[0];
    return new Set(maybe.filter((exit) => exit !== taker));
  }

  /** A placement in one component of markup that another wrote, with the providers between the two. */
  private reaching(inside: Placement, from: number, to: number | undefined): Placement {
    if (inside.from !== undefined) return inside;
    const between = to === undefined ? null : this.providersBetween(from, to, 0, new Map());
    return between === null ? { ...inside, from } : this.withParent(inside, between.around, between);
  }

  /**
   * The providers between a component and one that is above it, on the ways from one to the other; null where there is
   * no way, or too long a one.
   */
  private providersBetween(
    from: number,
    to: number,
    depth: number,
    known: Map<string, Between | null>,
  ): Between | null {
    const { program } = this;
    const { graph } = program;
    if (from === to) return { around: NOTHING_AROUND };
    if (depth > 6) return null;
    const key = `${from}:${depth}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const ways: Between[] = [];
    for (const site of program.sitesOf(from)) {
      const entry = graph.sites[site];
      if (!entry) continue;
      const unit = program.unitOf(graph.fnAt(entry.file, entry.fact.fn));
      for (const run of program.runsOf(unit)) {
        const author = program.ownerOf(run)?.fn;
        const outer = author === undefined ? null : this.providersBetween(author, to, depth + 1, known);
        if (outer === null) continue;
        for (const { around, guessed } of this.placesAround(graph.at(entry.file, entry.fact.inside), run))
          ways.push({
            around: this.arounds.within(around, outer.around),
            ...(guessed || outer.guessed ? { guessed: true } : {}),
          });
      }
    }
    const guessed = ways.some((way) => way.guessed);
    const between =
      ways.length > 0
        ? { around: this.arounds.either(ways.map((way) => way.around)), ...(guessed ? { guessed } : {}) }
        : null;
    known.set(key, between);
    return between;
  }

  /** A placement with what stands further up; where that is to be looked for elsewhere, it stays as it is. */
  private withParent(placement: Placement, around: number, { from, guessed }: Partial<Placement> = {}): Placement {
    if (placement.from !== undefined) return placement;
    const further = { ...placement, around: this.arounds.within(placement.around, around) };
    return { ...further, ...(from === undefined ? {} : { from }), ...(guessed ? { guessed } : {}) };
  }

  /** One placement for all that differ in what stands around them alone. */
  private merge(placements: readonly Placement[]): Placement[] {
    if (placements.length < 2) return [...placements];
    const alike = new Map<string, Placement[]>();
    for (const p of placements) push(alike, `${p.under}:${p.from ?? ''}:${p.guessed ? '?' : ''}:${p.repeat}`, p);
    return [...alike.values()].flatMap((some) => {
      const [first] = some;
      return first ? [{ ...first, around: this.arounds.either(some.map((p) => p.around)) }] : [];
    });
  }

  /**
   * Whether a component that nothing renders is where the application starts. Where the project does not say what it
   * mounts, that is the one below which most of it hangs; a library's parts wait for whoever uses them.
   */
  private isStart(component: number): boolean {
    if (this.hasEntries) return false;
    return this.startsAt() === component;
  }

  private startsAt(): number {
    this.start ??= this.findStart();
    return this.start;
  }
  private start: number | undefined;

  private findStart(): number {
    let best = -1;
    let most = 0;
    for (const root of this.roots) {
      const size = reachOf(this.by, root);
      if (size > most) {
        best = root;
        most = size;
      }
    }
    return most * 2 > this.program.components.size ? best : -1;
  }

  /**
   * The providers of a context a component may find above it; -1 stands for none. Followed upwards from the component:
   * on each way the first provider counts, and beyond the markup that renders it, it stands where that markup's author does.
   */
  environment(context: number, component: number): ReadonlySet<number> {
    return this.environments.get(`${context}:${component}`, () => this.findEnvironment(context, component));
  }

  private findEnvironment(context: number, component: number): ReadonlySet<number> {
    const { dependencies } = this.program;
    const found = new Set<number>();
    // Ways that are told for certain come first: on those that are not, a provider may stand that is not seen.
    for (const guessing of [false, true]) {
      const seen = new Set([component]);
      const queue = [component];
      for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
        dependencies.dependOn(dependencyKey.placements(at));
        const placements = this.placementsOf.get(at);
        if (!placements && !guessing && this.isStart(at)) found.add(-1);
        for (const placement of placements ?? []) {
          if (placement.guessed && !guessing) continue;
          const { sites, open } = this.arounds.first(placement.around, context);
          for (const site of sites) found.add(site);
          const parent = placement.from ?? placement.author;
          if (!open) continue;
          if (parent === null) {
            if (!guessing) found.add(-1);
          } else if (!seen.has(parent)) {
            seen.add(parent);
            queue.push(parent);
          }
        }
      }
    }
    return found;
  }

  /** A shortest way from the top down to a component on which no provider of a context stands; empty where there is none. */
  wayWithout(context: number, component: number): number[] {
    /** What is below on the way: the component, and what renders its markup where that is not who wrote it. */
    const below = new Map<number, number[]>([[component, [component]]]);
    const queue = [component];
    for (let at = queue.shift(); at !== undefined; at = queue.shift()) {
      const way = below.get(at) ?? [];
      const placements = this.placementsOf.get(at);
      if (!placements && this.isStart(at)) return way;
      for (const { around, author, under, from, guessed } of placements ?? []) {
        if (guessed || !this.arounds.first(around, context).open) continue;
        const parent = from ?? author;
        const shown = under === null || under === parent ? way : [under, ...way];
        if (parent === null) return shown;
        if (below.has(parent)) continue;
        below.set(parent, [parent, ...shown]);
        queue.push(parent);
      }
    }
    return [];
  }
}

/** How many components hang below one, itself included. */
function reachOf(links: Links, root: number): number {
  const seen = new Set([root]);
  const queue = [root];
  for (let at = queue.pop(); at !== undefined; at = queue.pop())
    for (const child of links.children.get(at) ?? [])
      if (!seen.has(child)) {
        seen.add(child);
        queue.push(child);
      }
  return seen.size;
}

function add(map: Map<number, Set<number>>, key: number, value: number): void {
  const set = map.get(key);
  if (set) set.add(value);
  else map.set(key, new Set([value]));
}

function repeated(placements: readonly Placement[], repeat: Repeat): Placement[] {
  return placements.map((p) => ({ ...p, repeat: strongerRepeat(p.repeat, repeat) }));
}

function samePlacements(a: readonly SitePlacement[], b: readonly SitePlacement[] | undefined): boolean {
  return !!b && a.length === b.length && a.every((one, i) => one === b[i] || (b[i] !== undefined && isSame(one, b[i])));
}

function isSame(a: SitePlacement, b: SitePlacement): boolean {
  return (
    a.author === b.author &&
    a.under === b.under &&
    a.from === b.from &&
    a.guessed === b.guessed &&
    a.repeat === b.repeat &&
    a.around === b.around
  );
}
