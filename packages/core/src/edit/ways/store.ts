/** The value in a module of its own: in a store of the kind the project has, or in the plainest there is. Whoever uses it takes it from there. */
import { carriedFrom } from '../carry';
import type { ComponentEditor } from '../component';
import { Impossible } from '../plan';
import { ReactComponent } from '../react/component';
import { usesOfState, type DeclaredState } from '../react/state';
import { SvelteComponent } from '../svelte/component';
import { VueComponent } from '../vue/component';
import { isRepeatedAnywhere, showWanted, stateOf, takeOut, unite } from './moving';
import { pathBeside, sharedName } from './names';
import { Reach, specifierIn, type Medium } from './reach';
import type { Move } from './situation';
import { toSvelteStore } from './storeSvelte';
import { toVueStore } from './storeVue';
import { KINDS, kindOf, type Exported } from './storeKinds';

export function toStore(move: Move): void {
  const { workshop, home, steps, linked } = move;
  const editor = workshop.editor(home);
  if (editor instanceof VueComponent) {
    toVueStore(move, editor);
    return;
  }
  if (editor instanceof SvelteComponent) {
    toSvelteStore(move, editor);
    return;
  }
  const owner = workshop.component(home);
  const state = stateOf(move);
  if (!owner || !state) throw new Impossible('The state is declared in a way that is not moved.');
  if (isRepeatedAnywhere(move))
    throw new Impossible(`${owner.name} may be there more than once, and each has a ${state.value} of its own.`);
  const [needed] = state.needs;
  if (needed !== undefined)
    throw new Impossible(`${state.value} starts from ${needed}, which only ${owner.name} knows.`);
  const name = sharedName(move);
  const path = pathBeside(owner.path, name, (one) => workshop.texts.exists(one));
  const typed = /\.tsx?$/.test(path);
  const kind = KINDS[kindOf(linked)];
  const made = kind({ name, state, type: typed ? (state.type ?? state.startsAs) : null, typed, style: owner.syntax });
  const shared = new Map([[state.value, made.value]]);
  if (state.setter !== null) shared.set(state.setter, made.setter);
  const reach = new Reach(move, storeMedium(move, path, shared, made.from));
  const carried = unite([move.flow].flatMap((flow) => carriedFrom(workshop, home, flow))).filter(
    ({ expression, props }) => props.length > 0 && shared.has(expression),
  );

  steps.edit(`Keep ${state.value} in ${path}: ${made.says}.`, path);
  workshop.texts.add(path, made.text);
  reach.everybody(carried);
  takeOut(move, state, owner);
  for (const one of shared.keys()) if (usesOfState(owner, one, state.statement).length > 0) reach.read(owner, one, one);
  steps.edit(`Let ${owner.name} take it from there instead of keeping it.`, owner.path);
  for (const wanted of move.wanted) readIn(move, wanted, state, reach);
}

function readIn(move: Move, wanted: number, state: DeclaredState, reach: Reach): void {
  const { workshop, steps } = move;
  const component = workshop.component(wanted);
  if (!component) {
    const says = `Read ${state.value} in ${workshop.info(wanted).name}: it is written in a way that is not edited.`;
    steps.hand(says, workshop.pathOf(wanted));
    return;
  }
  const local = component.claim(state.value);
  reach.read(component, state.value, local);
  showWanted(move, component, local, state);
}

function storeMedium(move: Move, path: string, shared: ReadonlyMap<string, Exported>, from: string): Medium {
  const { workshop } = move;
  return {
    from,
    gives: 'live',
    read: (component: ComponentEditor, expression, name) => {
      const exported = shared.get(expression);
      if (!exported || !(component instanceof ReactComponent)) return null;
      const imports = workshop.importsOf(component.path);
      const local = imports.named(specifierIn(move, component.path, path), exported.name, name);
      return exported.read(local, (source, imported) => imports.named(source, imported));
    },
    keyAt: () => null,
  };
}
