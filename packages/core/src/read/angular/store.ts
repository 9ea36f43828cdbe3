/** What components ask of the Redux-like store: a stream or a signal of what a selector brings. Actions change by being made. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { provideState, provideStore, selected, selecting } from '../libraries/stores/ngrx';
import { stream } from '../libraries/stores/streams';
import { spotOf } from '../script/builder';
import { cellName } from '../script/cellName';
import { value } from '../script/expressions';
import { readArguments } from '../script/calls';
import { textOf } from '../script/literals';
import { calledName } from '../script/names';
import { walkNodes } from '../script/walk';
import type { ScriptReader } from '../script/reader';
import { methodOn } from './holders';
import { signalOf } from './signals';

/** Reads `this.store.select(selectBeds)`; `undefined` for any other call. */
export function readStoreCall(
  r: ScriptReader,
  node: t.CallExpression,
  target: t.Node | null,
): PlaceId | null | undefined {
  const method = methodOn(r, node, 'Store');
  if (method !== 'select' && method !== 'selectSignal') return undefined;
  const at = spotOf(node);
  const [first] = node.arguments;
  const names = node.arguments.map((one) => textOf(r, one));
  const path = names.flatMap((name) => name ?? []);
  const isPath = path.length > 0 && path.length === names.length;
  const selector = isPath ? selecting(r, path, at) : first ? value(r, first as t.Expression) : null;
  if (selector === null) return null;
  const selection = selected(r, selector, at);
  if (method === 'select') return stream(r, selection, at);
  return signalOf(r, cellName(target)?.name ?? 'selected', at, selection, null);
}

/** `StoreModule.forRoot(reducers)`, by the name it is exported by; `undefined` for any other call. */
export function readStoreModule(r: ScriptReader, node: t.CallExpression, api: string): PlaceId | null | undefined {
  if (api === 'StoreModule.forRoot') return provideStore(r, node, null);
  return api === 'StoreModule.forFeature' ? provideState(r, node, null) : undefined;
}

/**
 * `createEffect(() => this.actions$.pipe(ofType(load), map(() => loaded())))`: whoever makes the one action runs what is made of it;
 * `undefined` for any other call.
 */
export function readEffect(r: ScriptReader, node: t.CallExpression, api: string): null | undefined {
  if (api !== 'createEffect') return undefined;
  const [run = null] = readArguments(r, node);
  const [body] = node.arguments;
  if (run === null || !body) return null;
  walkNodes(body, (one) => {
    if (one.type !== 'CallExpression' || calledName(one) !== 'ofType') return;
    for (const when of one.arguments) {
      const action = when.type === 'Identifier' || when.type === 'MemberExpression' ? value(r, when) : null;
      if (action !== null) r.b.facts.ties.push({ from: run, to: action });
    }
  });
  return null;
}
