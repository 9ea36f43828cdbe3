/** What several ways have in common: the declaration of a state moved to another component, and a wanted reader shown the value. */
import type { Linked } from '../../link';
import type { Carried } from '../carry';
import type { ComponentEditor, Gets } from '../component';
import { Impossible } from '../plan';
import type { ReactComponent } from '../react/component';
import { stateAt, type DeclaredState } from '../react/state';
import { spanOf, type Syntax } from '../syntax/tree';
import { pathFrom, specifierFrom } from '../syntax/specifier';
import type { Move } from './situation';

/** How the home declares the state; null where it does so in a way that is not moved. */
export function stateOf({ workshop, home, flow, linked }: Move): DeclaredState | null {
  const component = workshop.component(home);
  const path = linked.program.graph.path(flow.cell.file);
  if (component?.syntax.path !== path) return null;
  return stateAt(component.syntax, flow.cell.spot);
}

/** What a move starts from. Throws where the state, or a component it goes between, is written in a way that is not edited. */
export function movable(move: Move): {
  from: ReactComponent;
  target: ReactComponent;
  state: DeclaredState;
  to: number;
} {
  const { workshop, home, to } = move;
  const from = workshop.component(home);
  const target = to === null ? null : workshop.component(to);
  const state = stateOf(move);
  if (to === null || !target || !from || !state)
    throw new Impossible('The state is declared in a way that is not moved.');
  return { from, target, state, to };
}

/** Declares the state in another component, and no longer in its home. */
export function moveUp(move: Move, state: DeclaredState, to: ReactComponent): void {
  const { workshop, steps } = move;
  const from = workshop.component(move.home);
  if (!from) throw new Impossible('Its home is not edited.');
  for (const name of [state.value, ...(state.setter === null ? [] : [state.setter])])
    if (to.names.has(name) && to.syntax !== from.syntax)
      throw new Impossible(`${to.name}’s file uses the name ${name} for something else.`);
  declareIn(move, state, to, { value: state.value, setter: state.setter });
  takeOut(move, state, from);
  steps.edit(`Move the state ${state.value} from ${from.name} up into ${to.name}.`, to.syntax.path, from.syntax.path);
}

/** The same state, declared at the top of a component under names of its own. */
export function declareIn(
  move: Move,
  state: DeclaredState,
  to: ReactComponent,
  names: { value: string; setter: string | null },
): void {
  const { workshop } = move;
  const from = workshop.component(move.home);
  if (!from) throw new Impossible('Its home is not edited.');
  const imports = workshop.importsOf(to.syntax.path);
  if (to.syntax !== from.syntax)
    for (const name of state.needs) {
      const source = importOf(from, name);
      if (!source) throw new Impossible(`${state.value} starts from ${name}, which is not known in ${to.name}’s file.`);
      const path = source.from.startsWith('.') ? rebased(source.from, from.syntax.path, to.syntax.path) : source.from;
      if (imports.named(path, source.imported) !== name)
        throw new Impossible(`${to.name}’s file uses the name ${name} for something else.`);
    }
  else if (state.needs.some((name) => !isOfModule(from, name)))
    throw new Impossible(`${state.value} starts from something that only ${from.name} knows.`);
  const type = state.type === null || !/\.tsx?$/.test(to.syntax.path) ? '' : `<${state.type}>`;
  const pair = names.setter === null ? `[${names.value}]` : `[${names.value}, ${names.setter}]`;
  to.begin(`const ${pair} = ${imports.named('react', 'useState')}${type}(${state.initial})`);
}

export function takeOut({ workshop }: Move, state: DeclaredState, from: ReactComponent): void {
  const whole = from.syntax.wholeLines(spanOf(state.statement));
  workshop.texts.remove(from.syntax.path, whole.start, whole.end);
  workshop.importsOf(from.syntax.path).noteGone(spanOf(state.statement));
}

/** Whether a name is one of the module’s own or imported, and not one of the component’s. */
function isOfModule(component: ReactComponent, name: string): boolean {
  return component.syntax.ast.program.body.some((node) => {
    const own = node.type === 'ExportNamedDeclaration' ? node.declaration : node;
    if (own?.type === 'VariableDeclaration')
      return own.declarations.some(({ id }) => id.type === 'Identifier' && id.name === name);
    if (own?.type === 'ImportDeclaration') return own.specifiers.some(({ local }) => local.name === name);
    return (own?.type === 'FunctionDeclaration' || own?.type === 'ClassDeclaration') && own.id?.name === name;
  });
}

/** From where a file has a name that it imports. */
export function importOf(
  { syntax }: { syntax: Syntax },
  name: string,
): { from: string; imported: string; isType: boolean } | null {
  for (const node of syntax.ast.program.body)
    if (node.type === 'ImportDeclaration')
      for (const one of node.specifiers)
        if (one.type === 'ImportSpecifier' && one.local.name === name && one.imported.type === 'Identifier') {
          const isType = node.importKind === 'type' || one.importKind === 'type';
          return { from: node.source.value, imported: one.imported.name, isType };
        }
  return null;
}

/** A relative specifier as another file has to write it. */
export function rebased(specifier: string, from: string, to: string): string {
  return specifierFrom(to, pathFrom(from, specifier), true);
}

/** Shows the value in a component that shall read it, so that it is seen to arrive. */
export function showWanted(
  { steps }: Move,
  component: ReactComponent,
  local: string,
  state: DeclaredState | null,
): void {
  const { path } = component.syntax;
  if (!component.canShow()) {
    steps.edit(`Let ${component.name} read it as ${local}.`, path);
    steps.hand(`Use ${local} in ${component.name}: its markup has no element that could hold one more.`, path);
    return;
  }
  const markup =
    state?.startsAs === 'string' || state?.startsAs === 'number' ? `{${local}}` : `{JSON.stringify(${local})}`;
  component.show(`<output>${markup}</output>`);
  steps.edit(
    `Let ${component.name} read it as ${local}, and show it at the end of its markup: put it where it belongs.`,
    path,
  );
}

/** What a setter takes: a value, or a function from the one before. */
export function nextOf(type: string): string {
  return `${type} | ((before: ${type}) => ${type})`;
}

/** What several cells pass down by the same expression is passed down once. */
export function unite(all: readonly Carried[]): Carried[] {
  const found = new Map<string, Carried>();
  for (const one of all) if (!found.has(one.expression)) found.set(one.expression, one);
  return [...found.values()];
}

/** Whether a component may be there more than once at a time. */
export function isRepeated({ program, render }: Linked, fn: number): boolean {
  const sites = program.sitesOf(fn);
  return (
    sites.length > 1 || sites.some((site) => (render.placements[site] ?? []).some(({ repeat }) => repeat === 'many'))
  );
}

/**
 * What is rendered many times below the new home: the old one, or the nearest component around it. Each instance has a state of its
 * own there, and is to keep it. Null where there is one. Throws where instances cannot be told apart.
 */
export function repeatedOwner({ linked, workshop, home, to }: Move): number | null {
  const { program, render } = linked;
  const seen = new Set<number>();
  for (let fn = home; fn !== to && !seen.has(fn);) {
    seen.add(fn);
    const sites = program.sitesOf(fn);
    const [site] = sites;
    if (sites.some((one) => (render.placements[one] ?? []).some(({ repeat }) => repeat === 'many'))) return fn;
    if (sites.length > 1)
      throw new Impossible(
        `${workshop.info(fn).name} is written at ${sites.length} places, and nothing tells its instances apart.`,
      );
    const author = site === undefined ? null : workshop.authorOf(site);
    if (author === null) return null;
    fn = author;
  }
  return null;
}

/** Whether its home, or anything around that, may be there more than once at a time. */
export function isRepeatedAnywhere({ linked, home }: Move): boolean {
  const seen = new Set<number>();
  const queue = [home];
  for (let fn = queue.pop(); fn !== undefined; fn = queue.pop()) {
    if (seen.has(fn)) continue;
    seen.add(fn);
    if (isRepeated(linked, fn)) return true;
    queue.push(...(linked.render.holds.parents.get(fn) ?? []));
  }
  return false;
}

/** Lets a component of any family read the value who did not before, and shows it there, so that it is seen to arrive. */
export function readWanted(
  { workshop, steps }: Move,
  wanted: number,
  name: string,
  readIn: (editor: ComponentEditor) => string | null,
  gets: Gets,
): void {
  const editor = workshop.editor(wanted);
  const read = editor?.readWanted ? readIn(editor) : null;
  if (!editor?.readWanted || read === null) {
    const says = `Read ${name} in ${workshop.info(wanted).name}: it is written in a way that is not edited.`;
    steps.hand(says, workshop.pathOf(wanted));
    return;
  }
  const { local, isShown } = editor.readWanted(name, read, gets);
  const { path } = editor;
  if (isShown)
    steps.edit(
      `Let ${editor.name} read it as ${local}, and show it at the end of its markup: put it where it belongs.`,
      path,
    );
  else {
    steps.edit(`Let ${editor.name} read it as ${local}.`, path);
    steps.hand(`Use ${local} in ${editor.name}: its markup has no element that could hold one more.`, path);
  }
}
