/** The state moved down into the lowest component that stands above all who need it. */
import { carriedFrom, type Carried, type CarriedProp } from '../carry';
import { list } from '../../rules/rule';
import { AngularComponent } from '../angular/component';
import { Impossible } from '../plan';
import { usesOfState } from '../react/state';
import { toBelowInAngular } from './downAngular';
import { declareIn, movable, takeOut } from './moving';
import type { Move } from './situation';

export function toBelow(move: Move): void {
  const { workshop, home, steps } = move;
  if (workshop.editor(home) instanceof AngularComponent) {
    toBelowInAngular(move);
    return;
  }
  const { from, target, state, to } = movable(move);
  const carried = carriedFrom(workshop, home, move.flow);
  const arrives = (expression: string | null): { one: Carried; at: CarriedProp } | null => {
    const one = carried.find((c) => c.expression === expression);
    const at = one?.props.find(({ fn }) => fn === to);
    return one && at ? { one, at } : null;
  };
  const value = arrives(state.value);
  const setter = arrives(state.setter);
  if (!value && !setter) throw new Impossible(`It does not get to ${target.name} as it is.`);
  const gone: { prop: CarriedProp; expression: string }[] = [];
  for (const { one, at } of [value, setter].filter((found) => found !== null)) {
    const between = onTheWay(one, at);
    for (const prop of between) {
      gone.push({ prop, expression: one.expression });
      for (const { from, passed } of prop.givers) if (passed) workshop.editor(from)?.dropPassed(passed);
      if (prop.taken.by !== 'rest') prop.component.dropProp(prop.prop);
    }
  }
  for (const { prop } of gone)
    if (prop.fn !== to && prop.component.usesOf(prop.taken, prop.prop).length > 0)
      throw new Impossible(`${prop.component.name} uses ${prop.prop} itself, or passes it elsewhere.`);
  for (const name of [state.value, state.setter])
    if (name !== null && usesOfState(from, name, state.statement).length > 0)
      throw new Impossible(`${from.name} uses ${name} itself, or passes it elsewhere.`);
  const nameFor = (found: { at: CarriedProp } | null, own: string): string => {
    if (!found) return target.claim(own);
    const taken = target.taken(found.at.prop);
    if (taken?.by === 'pattern') return taken.local;
    const local = target.claim(own);
    target.readAs(found.at.prop, local);
    return local;
  };
  declareIn(move, state, target, {
    value: nameFor(value, state.value),
    setter: state.setter === null || (!setter && !value) ? null : setter ? nameFor(setter, state.setter) : null,
  });
  takeOut(move, state, from);
  steps.edit(
    `Declare ${state.value} in ${target.name}, and no longer in ${from.name}.`,
    target.syntax.path,
    from.syntax.path,
  );
  for (const component of new Set(gone.reverse().map(({ prop }) => prop.component))) {
    const names = gone
      .filter(({ prop }) => prop.component === component && prop.taken.by !== 'rest')
      .map(({ prop }) => prop.prop);
    if (names.length > 0) steps.edit(`Take ${list(names)} out of the props of ${component.name}.`, component.path);
  }
}

/** The props that hold the value between its home and one of them, that one included. */
function onTheWay({ props }: Carried, at: CarriedProp): CarriedProp[] {
  const found = new Set([at]);
  for (const one of found)
    for (const { from } of one.givers) for (const giver of props) if (giver.fn === from) found.add(giver);
  return [...found];
}
