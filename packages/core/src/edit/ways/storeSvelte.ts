/** A variable of a Svelte component without runes as a store in a module of its own, which all who use it import. */
import { carriedFrom, type CarriedProp } from '../carry';
import { Impossible } from '../plan';
import { SvelteComponent } from '../svelte/component';
import { spanOf } from '../syntax/tree';
import { isRepeatedAnywhere, readWanted, unite } from './moving';
import { pathBeside, sharedName } from './names';
import { Reach, specifierIn, type Medium } from './reach';
import type { Move } from './situation';

export function toSvelteStore(move: Move, owner: SvelteComponent): void {
  const { workshop, home, steps, flow } = move;
  const state = owner.variableNamed(flow.cell.name);
  if (owner.runes) throw new Impossible('What runes hold is not moved into a module yet.');
  if (!state) throw new Impossible('The state is declared in a way that is not moved.');
  if (isRepeatedAnywhere(move))
    throw new Impossible(`${owner.name} may be there more than once, and each has a ${state.name} of its own.`);
  const [needed] = state.needs;
  if (needed !== undefined)
    throw new Impossible(`${state.name} starts from ${needed}, which only ${owner.name} knows.`);
  const name = sharedName(move);
  const beside = pathBeside(owner.path, name, (one) => workshop.texts.exists(one));
  const path = owner.isTyped ? beside.replace(/\.js$/, '.ts') : beside;
  const medium: Medium = {
    from: 'the store',
    gives: 'live',
    read: (component, expression, local) =>
      expression === state.name
        ? workshop.importsOf(component.path).named(specifierIn(move, component.path, path), name, local)
        : null,
    keyAt: () => null,
  };
  const carried = unite(carriedFrom(workshop, home, flow)).filter(
    ({ expression, props }) => props.length > 0 && expression === state.name,
  );
  const { quote, semicolon } = owner.syntax;
  const type = owner.isTyped && state.type !== null ? `<${state.type}>` : '';
  const text = [
    `import { writable } from ${quote}svelte/store${quote}${semicolon}`,
    '',
    `export const ${name} = writable${type}(${state.initial})${semicolon}`,
    '',
  ];
  steps.edit(`Keep ${state.name} in ${path}: a store that is there for all.`, path);
  workshop.texts.add(path, text.join('\n'));
  // Props that go make room for the store under their name.
  for (const prop of carried.flatMap(({ props }) => props)) makeRoom(move, prop);
  new Reach(move, medium).everybody(carried);
  const imports = workshop.importsOf(owner.path);
  imports.noteGone(spanOf(state.statement));
  owner.readStore(state, medium.read(owner, state.name, state.name) ?? name);
  steps.edit(`Let ${owner.name} take it from there instead of keeping it.`, owner.path);
  for (const wanted of move.wanted)
    readWanted(move, wanted, state.name, (editor) => medium.read(editor, state.name, null), medium.gives);
}

function makeRoom({ workshop }: Move, { component, taken, prop }: CarriedProp): void {
  const gone =
    component instanceof SvelteComponent && component.usesOf(taken).length > 0 && component.declarationOf(prop);
  if (gone) workshop.importsOf(component.path).noteGone(gone);
}
