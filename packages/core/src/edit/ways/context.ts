/** The value in a context: provided by the component it lives in, read wherever it is used, carried by nobody. */
import { list } from '../../rules/rule';
import { carriedFrom, type Carried } from '../carry';
import { pascal } from '../../model/spelling';
import { Impossible } from '../plan';
import type { ComponentEditor } from '../component';
import { ReactComponent } from '../react/component';
import { Keeping } from '../react/keeping';
import type { DeclaredState } from '../react/state';
import { moveUp, readWanted, repeatedOwner, showWanted, stateOf, unite } from './moving';
import { movedReference } from './movingReference';
import { Reach, specifierIn, type Medium } from './reach';
import { lowerFirst, pathBeside, sharedName } from './names';
import type { Move } from './situation';
import { asCollection } from './up';

/** One context that a plan makes, and the expression that goes into it. */
interface MadeContext {
  name: string;
  /** What it holds, as its module is called after it. */
  called: string;
  expression: string;
  type: string;
  isFunction?: boolean;
}

/** `meant` tells which of the expressions that are passed down are to go through a context; all of them unless it is given. */
export function toContext(move: Move, meant?: (carried: Carried) => boolean): void {
  const { workshop, home, to, steps } = move;
  const provider = to === null ? null : workshop.editor(to);
  const owner = workshop.editor(home);
  if (to === null || !provider || !owner)
    throw new Impossible(`${workshop.info(to ?? home).name} is written in a way that is not edited.`);
  const react = provider instanceof ReactComponent && owner instanceof ReactComponent ? { provider, owner } : null;
  const name = sharedName(move);
  const beside = (called: string): string =>
    pathBeside(workshop.pathOf(to), called, (one) => workshop.texts.exists(one));
  const reasons = new Set<string>();
  const carried = unite(
    [move.flow, ...(move.beside ?? [])].flatMap((flow) =>
      carriedFrom(workshop, home, flow, (reason) => reasons.add(reason)),
    ),
  ).filter((one) => one.props.length > 0 && (meant?.(one) ?? true));
  dropOnce(carried);
  // What changes the value is of no use to whoever still has to be handed the value.
  const [reason] = reasons;
  if (!meant && reason !== undefined && carried.length > 0 && carried.every((one) => one.isFunction))
    throw new Impossible(reason);
  const state = !react || (to === home && move.wanted.length === 0) ? null : stateOf(move);
  if (react && to !== home && !state)
    throw new Impossible(`${workshop.info(home).name} declares the value in a way that is not moved.`);
  const moved = react || to === home ? null : movedReference(move, owner, provider);
  const value = state ?? moved ?? (!react && move.wanted.length > 0 ? namedValue(move, owner) : null);
  const many = to === home ? null : repeatedOwner(move);
  if (many !== null && state && react) {
    toKeyedContext(move, state, react.provider, many, beside(name));
    return;
  }
  const contexts = contextsFor(provider, name, carried, value, typeOf(move));
  if (contexts.length === 0)
    throw new Impossible(reason ?? `${owner.name} passes it down in a way that is not edited.`);
  const [first] = contexts;
  // What is a function, or made of the value, gives the module its own name.
  const path = beside(first?.isFunction ? first.called : name);
  const medium = contextMedium(move, path, contexts, provider);
  const reach = new Reach(move, medium);
  const module = provider.moduleOf(contexts, /\.tsx?$/.test(path));
  if (contexts.some((one) => one.type === 'any') && /\bany\b/.test(module))
    steps.hand(`Write the types in ${path} where they say any: the state does not give them.`, path);

  steps.edit(`Make ${list(contexts.map((one) => one.name))} in ${path}.`, path);
  workshop.texts.add(path, module);
  if (to !== home && state && react) moveUp(move, state, react.provider);
  moved?.move();
  const keeping = react && to === home ? new Keeping(move, react.provider) : null;
  const provided = contexts.map(({ name, expression, isFunction }) => {
    keeping?.tryKeep(expression);
    const imports = workshop.importsOf(provider.path);
    const from = to === home ? carried.find((one) => one.expression === expression) : undefined;
    const named = from?.hoists
      ? provider.hoist(from.original, (fn) => keeping?.dependenciesIfStable(fn) ?? null, imports)
      : expression;
    if (from?.hoists) steps.edit(`Make ${named} at the top of ${provider.name}, under a name.`, provider.path);
    const key = imports.named(specifierIn(move, provider.path, path), name);
    provider.provide(
      { key, expression: named, isFunction: isFunction ?? false, ...(from ? { made: from.original } : {}) },
      imports,
    );
    return named;
  });
  steps.edit(
    `Let ${provider.name} provide ${list(provided)} through ${contexts.length === 1 ? 'it' : 'them'}.`,
    provider.path,
  );
  if (to !== home && state && react) {
    reach.read(react.owner, state.value, state.value);
    if (state.setter !== null) reach.read(react.owner, state.setter, state.setter);
    steps.edit(`Let ${owner.name} read it from there instead of keeping it.`, owner.path);
  }
  if (moved) {
    moved.readBack((expression) => medium.read(owner, expression, expression));
    steps.edit(`Let ${owner.name} read it from there instead of keeping it.`, owner.path);
  }
  reach.everybody(carried);
  for (const wanted of react ? [] : move.wanted)
    readWanted(move, wanted, name, (editor) => (value ? medium.read(editor, value.value, null) : null), medium.gives);
  for (const wanted of react ? move.wanted : []) {
    const component = workshop.component(wanted);
    const [value] = contexts.filter((one) => one.expression === (state?.value ?? contexts[0]?.expression));
    if (!component || !value) {
      steps.hand(
        `Read ${name} in ${workshop.info(wanted).name}: it is written in a way that is not edited.`,
        workshop.pathOf(wanted),
      );
      continue;
    }
    const local = component.claim(value.expression.split('.').at(-1) ?? name);
    reach.read(component, value.expression, local);
    showWanted(move, component, local, state);
  }
}

/** The value as its home calls it, where that has it as one name. Throws where it has not. */
function namedValue({ flow }: Move, owner: ComponentEditor): { value: string; setter: null } {
  const value = flow.cell.name;
  if (!owner.isAtTop({ prop: value, tag: -1, expression: value }))
    throw new Impossible(`${owner.name} declares the value in a way that is not provided.`);
  return { value, setter: null };
}

/** Where each instance has a state of its own: all of them in one collection, which goes through contexts. */
function toKeyedContext(move: Move, state: DeclaredState, provider: ReactComponent, many: number, path: string): void {
  const { workshop, steps } = move;
  asCollection(move, state, provider, many, (passed) => {
    const contexts = passed.map(({ name, type }) => ({
      name: provider.keyName(pascal(name)),
      called: name,
      expression: name,
      type: type ?? 'any',
    }));
    const reach = new Reach(move, contextMedium(move, path, contexts, provider));
    workshop.texts.add(path, provider.moduleOf(contexts, /\.tsx?$/.test(path)));
    const imports = workshop.importsOf(provider.path);
    for (const { name, expression } of contexts)
      provider.provide({ key: imports.named(specifierIn(move, provider.path, path), name), expression });
    steps.edit(
      `Let ${provider.name} provide ${list(passed.map(({ name }) => name))} through contexts in ${path}.`,
      path,
      provider.path,
    );
    return {
      bring: (author) => {
        const component = workshop.component(author);
        if (!component) throw new Impossible(`${workshop.info(author).name} is written in a way that is not edited.`);
        for (const { name } of passed) reach.read(component, name, name);
        steps.edit(`Let ${component.name} read ${list(passed.map(({ name }) => name))}.`, component.path);
      },
      show: (wanted, { name }) => {
        const component = workshop.component(wanted);
        if (!component) throw new Impossible(`${workshop.info(wanted).name} is written in a way that is not edited.`);
        const local = component.claim(name);
        reach.read(component, name, local);
        showWanted(move, component, local, null);
      },
    };
  });
}

/** Reading from the contexts that a plan makes. */
function contextMedium(
  move: Move,
  path: string,
  contexts: readonly MadeContext[],
  { gives = 'live' }: ComponentEditor,
): Medium {
  const { workshop } = move;
  const keyAt = (from: string, expression: string): string | null => {
    const context = contexts.find((one) => one.expression === expression);
    return context ? workshop.importsOf(from).named(specifierIn(move, from, path), context.name) : null;
  };
  return {
    from: 'the context',
    gives,
    read: (component, expression) => {
      const key = keyAt(component.path, expression);
      return key === null ? null : component.contextRead(key, workshop.importsOf(component.path));
    },
    keyAt,
  };
}

/** A prop that several values get to is taken away once: by the first, the others go through it at their own tags. */
function dropOnce(carried: Carried[]): void {
  const taken = new Set<string>();
  for (const one of carried) {
    one.props = one.props.filter(({ fn, prop }) => !taken.has(`${fn}.${prop}`));
    for (const { fn, prop } of one.props) taken.add(`${fn}.${prop}`);
  }
  carried.splice(0, carried.length, ...carried.filter(({ props }) => props.length > 0));
}

function typeOf(move: Move): string {
  const state = stateOf(move);
  return state?.type ?? state?.startsAs ?? 'any';
}

/** One context for each expression that is passed down, the value’s own first. */
function contextsFor(
  provider: ComponentEditor,
  name: string,
  carried: readonly Carried[],
  state: Pick<DeclaredState, 'value' | 'setter'> | null,
  type: string,
): MadeContext[] {
  const expressions = new Map<string, boolean>();
  if (state) {
    expressions.set(state.value, false);
    if (state.setter !== null) expressions.set(state.setter, true);
  }
  for (const { expression, isFunction } of carried)
    if (!expressions.has(expression)) expressions.set(expression, isFunction);
  const taken = new Set<string>();
  // What is no name is called as the prop it is passed as.
  const nameOf = (expression: string): string =>
    carried.find((one) => one.expression === expression)?.props[0]?.prop ?? name;
  return [...expressions].map(([expression, isFunction], index) => {
    const isFirst = index === 0 && !isFunction;
    const own = /^[\w$.]+$/.test(expression) ? (expression.split('.').at(-1) ?? expression) : nameOf(expression);
    let made = provider.keyName(pascal(isFirst ? name : own));
    for (let n = 2; taken.has(made); n++) made = provider.keyName(`${pascal(isFirst ? name : own)}${n}`);
    taken.add(made);
    return {
      name: made,
      called: lowerFirst(own),
      expression,
      isFunction,
      type: isFunction
        ? type === 'any'
          ? type
          : `(next: ${type} | ((before: ${type}) => ${type})) => void`
        : isFirst
          ? type
          : 'any',
    };
  });
}
