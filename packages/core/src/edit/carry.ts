/**
 * How the components below a home pass one of its values on, as far as that can be edited: which props exist for it alone, at
 * which tags it is given, and who uses it.
 */
import { ownHops, type Flow } from '../follow/flow';
import type { CellFlow } from '../follow/cells';
import type { ComponentEditor, PassedProp, Taken } from './component';
import { below } from '../follow/dominators';
import type { Elsewhere } from './react/elsewhere';
import type { Workshop } from './workshop';

/** A prop of a component that holds the value and nothing else, wherever the component is rendered. */
export interface CarriedProp {
  fn: number;
  prop: string;
  taken: Taken;
  component: ComponentEditor;
  givers: Giver[];
  /** Tags at which it is given something else: those provide that to the component and all below it. */
  elsewhere: Elsewhere[];
}

/** A tag at which the value is given as a prop, and who writes it. */
export interface Giver {
  from: number;
  site: number;
  prop: string;
  /** Null where it is spread into the tag with others. */
  passed: PassedProp | null;
}

/** One expression that a home passes down, with all props that hold what it is. */
export interface Carried {
  /** As the home writes it: `units`, `setUnits`, `plan.depth`. */
  expression: string;
  isFunction: boolean;
  /** A tag at which the home gives it. */
  original: PassedProp;
  /** It is made at the tag, and would have to be made at the top. */
  hoists: boolean;
  props: CarriedProp[];
}

/** The expressions by which a home passes a value down. */
export function carriedFrom(
  workshop: Workshop,
  home: number,
  { values, calls }: CellFlow,
  /** Takes why a prop could not be followed. */
  note: (reason: string) => void = () => undefined,
): Carried[] {
  const found = new Map<string, { isFunction: boolean; made: PassedProp; hoists: boolean; passed: Giver[] }>();
  const component = workshop.editor(home);
  if (!component) return [];
  for (const flow of [values, calls]) {
    if (!flow) continue;
    for (const { passed, site } of passedBy(workshop, home, component, flow)) {
      const isAtTop = component.isAtTop(passed);
      if (!isAtTop && !component.canHoist(passed)) {
        note(`${workshop.info(home).name} makes what it passes as ${passed.prop} at the tag.`);
        continue;
      }
      const { expression, prop } = passed;
      const known = found.get(expression) ?? {
        isFunction: flow.mode === 'function',
        made: passed,
        hoists: !isAtTop,
        passed: [],
      };
      if (!known.passed.some((one) => one.site === site && one.prop === prop))
        known.passed.push({ from: home, site, prop, passed });
      found.set(expression, known);
    }
  }
  return [...found].map(([expression, { isFunction, made, hoists, passed }]) => ({
    expression,
    isFunction,
    original: made,
    hoists,
    props: propsBelow(workshop, home, expression, passed, note),
  }));
}

/** What a home gives to tags where a flow leaves it as itself. */
function passedBy(
  workshop: Workshop,
  home: number,
  component: ComponentEditor,
  flow: Flow,
): { passed: PassedProp; site: number }[] {
  const { graph, fieldPaths } = workshop.linked.program;
  return [...flow.stops.values()]
    .filter((stop) => stop.component?.fn === home)
    .flatMap((stop) => ownHops(stop))
    .flatMap((hop) => {
      const site = hop.by === null ? undefined : graph.sites[hop.by];
      const isWhole = /^(prop|overflow)$/.test(hop.carrier) && hop.effect !== 'derived' && hop.effect !== 'frozen';
      if (hop.by === null || !site || !isWhole) return [];
      const passed = component.passedAt(site.fact.at, fieldPaths.head(hop.to.path));
      return passed ? [{ passed, site: hop.by }] : [];
    });
}

/** Follows what is given from tag to tag, and keeps the props that hold nothing else. */
function propsBelow(
  workshop: Workshop,
  home: number,
  expression: string,
  givers: readonly Giver[],
  note: (reason: string) => void,
): CarriedProp[] {
  const props = new Map<string, CarriedProp>();
  const queue = [...givers];
  for (let giver = queue.pop(); giver; giver = queue.pop()) {
    const { prop, site } = giver;
    const children = workshop.childrenOf(site);
    if (children.length === 0)
      note(`Which component gets ${prop} is decided when it is rendered, or is not in the sources.`);
    for (const child of children) {
      if (child === home) continue;
      const key = `${child}.${prop}`;
      const known = props.get(key);
      if (known) {
        if (!known.givers.includes(giver)) known.givers.push(giver);
        continue;
      }
      const component = workshop.editor(child);
      const taken = component?.taken(prop);
      const { name } = workshop.info(child);
      if (!component) note(`${name} is written in a way that is not edited: a class, or a wrapper.`);
      else if (!taken && !ignores(workshop, child, prop)) note(`${name} takes ${prop} in a way that is not edited.`);
      else if (!component.canDrop(prop))
        note(`The props of ${name} are typed in another file, or for several components.`);
      if (!component || !taken || !component.canDrop(prop)) continue;
      props.set(key, { fn: child, prop, taken, component, givers: [giver], elsewhere: [] });
      queue.push(...passedOn(workshop, child, component, taken, prop));
    }
  }
  const { program } = workshop.linked;
  // What is rendered elsewhere too, without the value or with another, keeps its prop; so does whoever only that gives it to.
  for (let changed = true; changed;) {
    changed = false;
    for (const [key, carried] of props) {
      const { fn, givers, taken, component, prop } = carried;
      const sites = program.sitesOf(fn).filter((site) => program.graph.sites[site] !== undefined);
      const isPassed = (site: number): boolean =>
        givers.some(
          (one) => one.site === site && (one.from === home || [...props.values()].some(({ fn }) => fn === one.from)),
        );
      givers.push(
        ...passedAgain(
          workshop,
          home,
          expression,
          prop,
          sites.filter((site) => !isPassed(site)),
        ),
      );
      const elsewhere = sites.filter((site) => !isPassed(site));
      // A tag that may be one of several is given the prop for as long as one of them needs it.
      const areAllEdited = [...givers.map(({ site }) => site), ...elsewhere].every((site) =>
        workshop
          .childrenOf(site)
          .every((child) => child === home || props.has(`${child}.${prop}`) || ignores(workshop, child, prop)),
      );
      if (
        sites.length > 0 &&
        areAllEdited &&
        (elsewhere.length === 0 || provideTheirOwn(workshop, home, carried, elsewhere, [...props.values()])) &&
        (taken.by !== 'rest' || spreadsOnlyTo(workshop, props, component, taken, prop))
      )
        continue;
      note(`${workshop.info(fn).name} is also rendered where it gets another ${prop}, or none.`);
      props.delete(key);
      changed = true;
    }
  }
  return [...props.values()];
}

/** Further tags at which the home gives the same. */
function passedAgain(
  workshop: Workshop,
  home: number,
  expression: string,
  prop: string,
  sites: readonly number[],
): Giver[] {
  const { graph } = workshop.linked.program;
  const component = workshop.editor(home);
  return sites.flatMap((site) => {
    const at = workshop.authorOf(site) === home ? graph.sites[site]?.fact.at : undefined;
    const passed = at ? (component?.passedAt(at, prop) ?? null) : null;
    return passed?.expression === expression ? [{ from: home, site, prop, passed }] : [];
  });
}

/** How many places may provide a value of their own before the prop is better left. */
const FEW = 4;

/**
 * Whether a component that only passes a prop on can do without it although others give it something else: each of those provides that
 * to the component instead. Who gives nothing is left alone, where no other provider stands above.
 */
function provideTheirOwn(
  workshop: Workshop,
  home: number,
  carried: CarriedProp,
  sites: readonly number[],
  all: readonly CarriedProp[],
): boolean {
  const { fn, prop, taken, component } = carried;
  const isPassedOn = taken.by === 'rest' || component.passing(taken, prop).length > 0;
  if (!isPassedOn || sites.length > FEW || !all.some(({ givers }) => givers.some((one) => one.from === fn)))
    return false;
  const provided = below(workshop.linked.render.holds, home);
  const found: Elsewhere[] = [];
  for (const site of sites) {
    const passed = workshop.passedElsewhere(site, prop);
    const author = workshop.authorOf(site);
    if (passed === null) return false;
    if (passed !== 'none') found.push(passed);
    else if (author === null || author === home || provided.has(author)) return false;
  }
  carried.elsewhere = found;
  return true;
}

function markupOf({ path, markupPath }: ComponentEditor): string {
  return markupPath ?? path;
}

/** The tags at which a component passes on what one of its props holds. */
function passedOn(workshop: Workshop, from: number, component: ComponentEditor, taken: Taken, prop: string): Giver[] {
  const spread = component.spreadTags(taken).flatMap((tag): Giver[] => {
    const site = workshop.siteAt(markupOf(component), tag);
    return site === null ? [] : [{ from, site, prop, passed: null }];
  });
  const named = component.passing(taken, prop).flatMap((passed): Giver[] => {
    const site = workshop.siteAt(markupOf(component), passed.tag);
    return site === null ? [] : [{ from, site, prop: passed.prop, passed }];
  });
  return [...spread, ...named];
}

/** Whether all that a rest is spread into can do without the prop: what takes it is edited itself, what does not never saw it. */
function spreadsOnlyTo(
  workshop: Workshop,
  props: ReadonlyMap<string, CarriedProp>,
  component: ComponentEditor,
  taken: Taken,
  prop: string,
): boolean {
  return component.spreadTags(taken).every((tag) => {
    const site = workshop.siteAt(markupOf(component), tag);
    const children = site === null ? [] : workshop.childrenOf(site);
    return (
      children.length > 0 && children.every((child) => props.has(`${child}.${prop}`) || ignores(workshop, child, prop))
    );
  });
}

/** Whether a component never sees a prop that it is given. */
function ignores(workshop: Workshop, child: number, prop: string): boolean {
  const info = workshop.info(child);
  return !info.takesRest && !info.openType && !info.props.some(({ name }) => name === prop);
}
