/** `memo` and `forwardRef`: the component they are given, under the name of what they are bound to. */
import { readArguments } from '../script/calls';
import { nameComponent } from './components';
import type { Recogniser } from './apis/recogniser';

export const memo: Recogniser = (r, node, target) => {
  const wrapped = readArguments(r, node)[0] ?? null;
  // `forwardRef<HTMLElement, Props>` names the props last, `memo<Props>` first.
  const types = node.typeParameters?.type === 'TSTypeParameterInstantiation' ? node.typeParameters.params : [];
  const props = types.at(-1);
  const fn = r.b.facts.functions.findIndex((fact) => fact.self === wrapped);
  if (props && fn !== -1) r.propTypes.set(fn, props);
  if (wrapped !== null) nameComponent(r, wrapped, target?.type === 'Identifier' ? target.name : '');
  return wrapped;
};
