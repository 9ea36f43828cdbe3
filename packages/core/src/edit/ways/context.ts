/** The value in a context: provided by the component it lives in, read wherever it is used, carried by nobody. */
import { list } from '../../rules/rule';
import { carriedFrom, type Carried, type CarriedProp } from '../carry';
import { Impossible } from '../plan';
import type { ReactComponent } from '../react/component';
import { Keeping } from '../react/keeping';
import type { DeclaredState } from '../react/state';
import { specifierFrom } from '../workshop';
import { moveUp, showWanted, stateOf } from './moving';
import { capital, pathBeside, sharedName } from './names';
import type { Move } from './situation';

/** One context that a plan makes, and the expression that goes into it. */
interface MadeContext {
  name: string;
  expression: string;
  type: string;
}

/** `meant` tells which of the expressions that are passed down are to go through a context; all of them unless it is given. */
export function toContext(move: Move, meant: (carried: Carried) => boolean = () => true): void {
  const { workshop, home, to, steps } = move;
  const provider = to === null ? null : workshop.component(to);
  const owner = workshop.component(home);
  if (to === null || !provider || !owner)
    throw new Impossible('No function component above all who need it can be edited.');
  const name = sharedName(move);
  const path = pathBeside(workshop.pathOf(to), name, (one) => workshop.texts.exists(one));
  const reasons = new Set<string>();
  const carried = unite(
    [move.flow, ...(move.beside ?? [])].flatMap((flow) =>
      carriedFrom(workshop, home, flow, (reason) => reasons.add(reason)),
    ),
  ).filter((one) => one.props.length > 0 && meant(one));
  const state = to === home && move.wanted.length === 0 ? null : stateOf(move);
  if (to !== home && !state)
    throw new Impossible(`${workshop.info(home).name} declares the value in a way that is not moved.`);
  const contexts = contextsFor(name, carried, state, typeOf(move));
  if (contexts.length === 0)
    throw new Impossible([...reasons][0] ?? `${owner.name} passes it down in a way that is not edited.`);
  const reach = new Reach(move, path, contexts);
  if (/\.tsx?$/.test(path) && contexts.some((one) => one.type === 'any'))
    steps.hand(`Write the types in ${path} where they say any: the state does not give them.`, path);

  steps.edit(`Make ${list(contexts.map((one) => one.name))} in ${path}.`, path);
  workshop.texts.add(path, moduleText(provider, contexts, /\.tsx?$/.test(path)));
  if (to !== home && state) moveUp(move, state, provider);
  const keeping = new Keeping(move, provider);
  for (const { name, expression } of contexts) {
    const given = carried.find((one) => one.expression === expression)?.props[0]?.givers[0]?.attribute;
    if (to === home && given) keeping.tryKeep(expression, given);
    const local = workshop.importsOf(provider.syntax.path).named(reach.specifier(provider.syntax.path), name);
    provider.wrap(`<${local}.Provider value={${expression}}>`, `</${local}.Provider>`);
  }
  steps.edit(
    `Let ${provider.name} provide ${list(contexts.map((one) => one.expression))} through ${contexts.length === 1 ? 'it' : 'them'}.`,
    provider.syntax.path,
  );
  if (to !== home && state) {
    reach.read(owner, state.value, state.value);
    if (state.setter !== null) reach.read(owner, state.setter, state.setter);
    steps.edit(`Let ${owner.name} read it from there instead of keeping it.`, owner.syntax.path);
  }
  reach.everybody(carried);
  for (const wanted of move.wanted) {
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

/** What several cells pass down by the same expression is passed down once. */
function unite(all: readonly Carried[]): Carried[] {
  const found = new Map<string, Carried>();
  for (const one of all) if (!found.has(one.expression)) found.set(one.expression, one);
  return [...found.values()];
}

function typeOf(move: Move): string {
  const state = stateOf(move);
  return state?.type ?? state?.startsAs ?? 'any';
}

/** One context for each expression that is passed down, the value’s own first. */
function contextsFor(
  name: string,
  carried: readonly Carried[],
  state: DeclaredState | null,
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
    let made = `${capital(isFirst ? name : own)}Context`;
    for (let n = 2; taken.has(made); n++) made = `${capital(isFirst ? name : own)}${n}Context`;
    taken.add(made);
    return {
      name: made,
      expression,
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

function moduleText(provider: ReactComponent, contexts: readonly MadeContext[], typed: boolean): string {
  const { quote, semicolon } = provider.syntax;
  const made = contexts.map(({ name, type }) => {
    const of = typed ? `<${type}>` : '';
    // Whoever reads it stands below the provider, so the default is never seen.
    return `export const ${name} = createContext${of}(undefined${typed ? ' as any' : ''})${semicolon}`;
  });
  return [`import { createContext } from ${quote}react${quote}${semicolon}`, '', ...made, ''].join('\n');
}

function groupBy<K, V>(values: readonly V[], key: (value: V) => K): Map<K, V[]> {
  const groups = new Map<K, V[]>();
  for (const value of values) groups.set(key(value), [...(groups.get(key(value)) ?? []), value]);
  return groups;
}

/** Reading from the contexts that a plan makes. */
class Reach {
  constructor(
    private readonly move: Move,
    private readonly path: string,
    private readonly contexts: readonly MadeContext[],
  ) {}

  specifier(from: string): string {
    const syntax = this.move.workshop.syntax(from);
    const withEnding = syntax !== null && /from ['"]\.[^'"]*\.[cm]?[jt]sx?['"]/.test(syntax.text);
    return specifierFrom(from, this.path, withEnding);
  }

  /** A statement by which a component has the value under a name. */
  read(component: ReactComponent, expression: string, local: string, fallback: string | null = null): void {
    const context = this.contexts.find((one) => one.expression === expression);
    if (!context) return;
    const imports = this.move.workshop.importsOf(component.syntax.path);
    const call = `${imports.named('react', 'useContext')}(${imports.named(this.specifier(component.syntax.path), context.name)})`;
    // A default stands in for what is undefined, and for nothing else.
    component.begin(
      fallback === null ? `const ${local} = ${call}` : `const { ${local} = ${fallback} } = { ${local}: ${call} }`,
    );
  }

  /** Whoever uses the value reads it, and nobody passes it on any more, from the last one up. */
  everybody(carried: readonly Carried[]): void {
    const { move } = this;
    const { workshop, steps } = move;
    const all = carried.flatMap(({ expression, props }) => props.map((one) => ({ one, expression })));
    for (const { one } of all)
      for (const { from, attribute } of one.givers) if (attribute) workshop.component(from)?.dropAttribute(attribute);
    const uses = ({ one }: { one: CarriedProp }): boolean => one.component.usesOf(one.taken, one.prop).length > 0;
    const readers = groupBy(all.filter(uses), ({ one }) => one.component);
    for (const [component, reads] of readers) {
      for (const { one, expression } of reads) this.instead(one, expression);
      steps.edit(
        `Let ${component.name} read ${list(reads.map(({ one }) => one.prop))} from the context.`,
        component.syntax.path,
      );
    }
    const named = all.filter((each) => !uses(each) && each.one.taken.by !== 'rest');
    for (const [component, drops] of [...groupBy(named, ({ one }) => one.component)].reverse()) {
      for (const { one } of drops) component.dropProp(one.prop);
      const names = list(drops.map(({ one }) => one.prop));
      steps.edit(
        `Take ${names} out of ${component.name}, which only passed ${drops.length === 1 ? 'it' : 'them'} on.`,
        component.syntax.path,
      );
    }
    const home = workshop.component(move.home);
    if (home && carried.length > 0)
      steps.edit(
        `Stop passing ${list(carried.map(({ expression }) => expression))} down from ${home.name}.`,
        home.syntax.path,
      );
  }

  private instead({ component, taken, prop }: CarriedProp, expression: string): void {
    component.dropProp(prop);
    if (taken.by === 'pattern') {
      const fallback = taken.fallback ? component.syntax.source(taken.fallback) : null;
      this.read(component, expression, taken.local, fallback);
      return;
    }
    const local = component.claim(prop);
    this.read(component, expression, local);
    component.readAs(prop, local);
  }
}
