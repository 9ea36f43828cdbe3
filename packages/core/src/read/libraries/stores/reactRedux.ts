/** React's side of Redux: hooks that select from the one store, and the wrapper that adds props from it. */
import type { PlaceId } from '../../../model/facts';
import type { CallReader, Library } from '../library';
import { spotOf } from '../../script/builder';
import { isFunction, value } from '../../script/expressions';
import { plain } from '../../script/literals';
import type { ScriptReader } from '../../script/reader';

/** `connect(mapState, mapDispatch)(Tray)`: Tray, which also gets what the two functions return. */
const connect: CallReader = (r, node) => {
  const outer = node.callee.type === 'CallExpression' ? node.callee : null;
  const [mapState, mapDispatch] = outer?.arguments ?? [];
  const first = node.arguments[0];
  const component = first && first.type !== 'SpreadElement' ? value(r, first) : null;
  if (component === null) return null;
  const at = spotOf(node);
  const props = r.b.place('object', 'connected', r.fn, at);
  if (mapState && mapState.type !== 'SpreadElement') {
    const state = r.b.place('read', 'state', r.fn, at);
    r.b.facts.joins.push({ key: 'redux', place: state, into: false });
    addResult(r, value(r, mapState), [state], props, at);
  }
  if (mapDispatch && mapDispatch.type !== 'SpreadElement') {
    const actions = value(r, mapDispatch);
    const body = plain(r, mapDispatch);
    if (isFunction(body) || (mapDispatch.type === 'Identifier' && body === mapDispatch))
      addResult(r, actions, [null], props, at);
    if (!isFunction(body)) r.b.flow(actions, props);
  }
  r.b.facts.injects.push({ component, props, at });
  return component;
};

function addResult(
  r: ScriptReader,
  callee: PlaceId | null,
  args: (PlaceId | null)[],
  into: PlaceId,
  at: ReturnType<typeof spotOf>,
): void {
  if (callee === null) return;
  const result = r.b.call({ callee, name: '', args, fn: r.fn, at });
  r.b.flow(result, into);
}

export const reactRedux: Library = {
  name: 'reactredux',
  packages: /^react-redux$/,
  calls: { 'connect()': connect },
  model: `
    export function useSelector(select, same) { same?.(); return select(shared('redux')); }
    useSelector.withTypes = () => useSelector;
    export function useStore() { return { getState: () => shared('redux') }; }
    useStore.withTypes = () => useStore;
  `,
};
