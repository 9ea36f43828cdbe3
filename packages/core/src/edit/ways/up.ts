/**
 * The state moved up to a component above all who need it, and passed down from there by props. Where its home is rendered many
 * times, what was one state for each becomes one collection, by the key that each is rendered with.
 */
import type * as t from '@babel/types';
import { pascal } from '../../model/spelling';
import { Impossible } from '../plan';
import type { ReactComponent } from '../react/component';
import type { DeclaredState } from '../react/state';
import { freeName, isFunction } from '../syntax/names';
import { spanOf } from '../syntax/tree';
import { declareIn, isRepeated, movable, moveUp, nextOf, repeatedOwner, showWanted, takeOut } from './moving';
import type { Move } from './situation';

/** Something that is passed down: where it lives it has one name, everywhere below the same. */
export interface Passed {
  name: string;
  type: string | null;
}

export function toAncestor(move: Move): void {
  const { home, steps } = move;
  const { target, state, to } = movable(move);
  if (to === home) {
    for (const wanted of move.wanted) bringTo(move, state, wanted, [{ name: state.value, type: typeOf(state) }]);
    return;
  }
  if (typeOf(state) === null && /\.tsx?$/.test(target.syntax.path))
    steps.hand(`Write the type of ${state.value} where it says any: the state does not give one.`, target.syntax.path);
  const many = repeatedOwner(move);
  if (many !== null) {
    asCollection(move, state, target, many, (passed) => ({
      bring: (author) =>
        passDown(move, to, author, passed, (component) =>
          passed.forEach(({ name, type }) => takeAs(component, name, type)),
        ),
      show: (wanted, all) => bringTo(move, { ...state, value: all.name, startsAs: null }, wanted, [all]),
    }));
    return;
  }
  moveUp(move, state, target);
  const type = typeOf(state);
  const passed: Passed[] = [{ name: state.value, type }];
  if (state.setter !== null) passed.push({ name: state.setter, type: setterType(type) });
  passDown(move, to, home, passed, (component) => {
    for (const { name, type } of passed) takeAs(component, name, type);
  });
  for (const wanted of move.wanted) bringTo(move, state, wanted, [{ name: state.value, type: typeOf(state) }]);
}

function setterType(type: string | null): string | null {
  return type === null ? null : `(next: ${nextOf(type)}) => void`;
}

function typeOf(state: DeclaredState): string | null {
  return state.type ?? state.startsAs;
}

/** Takes a prop under a name that was a variable of the component before. */
function takeAs(component: ReactComponent, name: string, type: string | null): void {
  component.names.delete(name);
  if (!component.canAdd())
    throw new Impossible(`The props of ${component.name} are typed in another file, or for several components.`);
  const local = component.addProp(name, type);
  if (local !== name) component.begin(`const { ${name} } = ${local.slice(0, local.lastIndexOf('.'))}`);
}

interface KeyedSite {
  author: number;
  /** The key that tells one instance from the others, as the source says it. */
  key: string;
  tag: t.JSXOpeningElement;
}

/** The sites of a component that is rendered many times, with the key of each. */
function keyedSites({ linked, workshop }: Move, many: number): KeyedSite[] {
  const { name } = workshop.info(many);
  return linked.program.sitesOf(many).map((site) => {
    const author = workshop.authorOf(site);
    const component = author === null ? null : workshop.component(author);
    const entry = linked.program.graph.sites[site];
    const tag = entry && component ? component.tagAt(entry.fact.at) : null;
    const key = component && tag ? keyAround(component, tag) : null;
    const value = key?.value?.type === 'JSXExpressionContainer' ? key.value.expression : null;
    if (author === null || !component || !tag || !value || value.type === 'JSXEmptyExpression')
      throw new Impossible(`${name} is rendered many times, without a key that tells the instances apart.`);
    if (value.type === 'Identifier' && /^(i|index|idx|n)$/.test(value.name))
      throw new Impossible(
        `${name} is rendered by its index (${value.name}), which tells no instances apart once the list changes.`,
      );
    return { author, key: component.syntax.source(value), tag };
  });
}

/** The key of a tag, or of the nearest element around it that the same function renders. */
function keyAround({ syntax }: ReactComponent, tag: t.JSXOpeningElement): t.JSXAttribute | null {
  for (const node of syntax.around(spanOf(tag).start).reverse()) {
    if (isFunction(node)) return null;
    const opening = node.type === 'JSXElement' ? node.openingElement : null;
    const key = opening?.attributes.find(
      (one): one is t.JSXAttribute => one.type === 'JSXAttribute' && one.name.name === 'key',
    );
    if (key) return key;
  }
  return null;
}

/** How a collection gets from its home to those who need it. */
export interface Sharing {
  /** To a component that gives each instance its own: it has them under their names from then on. */
  bring(author: number): void;
  /** To one that shall read all of them. */
  show(wanted: number, all: Passed): void;
}

/** What each instance of a component had, as one collection by the key that each is rendered with. */
export function asCollection(
  move: Move,
  state: DeclaredState,
  target: ReactComponent,
  /** What is rendered many times: the home, or what stands around it. */
  many: number,
  share: (passed: readonly Passed[]) => Sharing,
): void {
  const { workshop, home, to, steps, linked } = move;
  const from = workshop.component(home);
  const owner = workshop.component(many);
  if (!from || !owner || to === null) throw new Impossible('Its home is not edited.');
  const sites = keyedSites(move, many);
  if (state.needs.length > 0 && sites.some(({ author }) => workshop.pathOf(author) !== from.syntax.path))
    throw new Impossible(
      `${state.value} starts from ${state.needs[0]}, which is not known where ${owner.name} is rendered.`,
    );
  const all = freeName(
    new Set([...target.names, ...sites.flatMap(({ author }) => [...(workshop.component(author)?.names ?? [])])]),
    `${state.value}By${owner.name}`,
  );
  const setAll = `set${pascal(all)}`;
  const type = typeOf(state);
  const collection = type === null ? null : `Record<string, ${type}>`;
  declareIn(move, { ...state, initial: '{}', type: collection, needs: [] }, target, { value: all, setter: setAll });
  takeOut(move, state, from);
  steps.edit(`Keep ${all} in ${target.name}: one entry for each ${owner.name}, by its key.`, target.syntax.path);
  const passed: Passed[] = [
    { name: all, type: collection },
    { name: setAll, type: setterType(collection) },
  ];
  const sharing = share(passed);
  for (const author of new Set(sites.map((one) => one.author))) if (author !== to) sharing.bring(author);
  for (const { author, key, tag } of sites) {
    const component = workshop.component(author);
    if (!component) continue;
    const current = `${all}[${key}] ?? ${state.initial}`;
    component.addAttribute(tag, state.value, current);
    if (state.setter !== null) {
      const next = freeName(component.names, 'next');
      component.addAttribute(
        tag,
        state.setter,
        `(${next}${typed(component, type)}) => ${setAll}((all) => ({ ...all, [${key}]: typeof ${next} === 'function' ? ${next}(all[${key}] ?? ${state.initial}) : ${next} }))`,
      );
    }
    const isMany = isRepeated(linked, author);
    steps.edit(
      `Let ${component.name} give each ${owner.name} its own, by ${key}${isMany ? `, which has to be unique across all of them` : ''}.`,
      component.syntax.path,
    );
  }
  const own: Passed[] = [{ name: state.value, type }];
  if (state.setter !== null) own.push({ name: state.setter, type: setterType(type) });
  const arrive = (component: ReactComponent): void => own.forEach(({ name, type }) => takeAs(component, name, type));
  if (many === home) arrive(from);
  else {
    for (const { name, type } of own) owner.addProp(name, type);
    passDown(move, many, home, own, arrive);
  }
  steps.edit(`Let ${from.name} take it as a prop instead of keeping it.`, from.syntax.path);
  for (const wanted of move.wanted) sharing.show(wanted, { name: all, type: collection });
}

/** The annotation of what a setter is called with; nothing in plain scripts. */
function typed({ syntax }: ReactComponent, type: string | null): string {
  return /\.tsx?$/.test(syntax.path) && type !== null ? `: ${nextOf(type)}` : '';
}

/** Brings the value to a component that shall read it, and shows it there. */
function bringTo(move: Move, state: DeclaredState, wanted: number, passed: readonly Passed[]): void {
  const { workshop, to, steps } = move;
  const component = workshop.component(wanted);
  if (!component || to === null) {
    steps.hand(
      `Read ${state.value} in ${workshop.info(wanted).name}: it is written in a way that is not edited.`,
      workshop.pathOf(wanted),
    );
    return;
  }
  if (wanted === to) {
    showWanted(move, component, state.value, state);
    return;
  }
  const locals: string[] = [];
  passDown(move, to, wanted, passed, (end) => {
    for (const { name, type } of passed) locals.push(end.addProp(name, type));
  });
  showWanted(move, component, locals[0] ?? state.value, state);
}

/** Adds props on every way from a component down to another, by the components that write the tags. */
function passDown(
  move: Move,
  from: number,
  to: number,
  passed: readonly Passed[],
  arrive: (component: ReactComponent) => void,
): void {
  const { workshop, linked, steps } = move;
  const { program } = linked;
  const done = new Set<number>();
  const files: string[] = [];
  const source = workshop.component(from);
  const give = (fn: number): void => {
    if (done.has(fn)) return;
    done.add(fn);
    const component = workshop.component(fn);
    const name = workshop.info(fn).name;
    if (!component) throw new Impossible(`${name} is written in a way that is not edited.`);
    const sites = program.sitesOf(fn);
    if (sites.length === 0)
      throw new Impossible(`Nothing in the sources renders ${name}, so nothing passes it a prop.`);
    if (!component.canAdd())
      throw new Impossible(`The props of ${name} are typed in another file, or for several components.`);
    if (fn === to) arrive(component);
    else for (const { name, type } of passed) takeOnce(component, name, type);
    for (const site of sites) {
      const author = workshop.authorOf(site);
      const entry = program.graph.sites[site];
      const writer = author === null ? null : workshop.component(author);
      const tag = entry && writer ? writer.tagAt(entry.fact.at) : null;
      if (author === null || !writer || !tag)
        throw new Impossible(`${name} is also rendered where nothing could pass it on.`);
      if (author !== from) {
        if (linked.render.tops.includes(author))
          throw new Impossible(
            `${name} is also rendered by ${writer.name}, above which there is no ${source?.name ?? ''}.`,
          );
        give(author);
      }
      files.push(writer.syntax.path);
      for (const one of passed) writer.addAttributeOnce(tag, one.name, writer.nameOfAdded(one.name) ?? one.name);
    }
    if (fn !== to)
      steps.edit(`Let ${name} pass ${passed.map((one) => one.name).join(' and ')} on.`, component.syntax.path);
  };
  give(to);
  steps.edit(
    `Pass ${passed.map((one) => one.name).join(' and ')} down to ${workshop.info(to).name}.`,
    ...files,
    workshop.pathOf(to),
  );
}

function takeOnce(component: ReactComponent, name: string, type: string | null): void {
  if (component.nameOfAdded(name) === null) component.addProp(name, type);
}
