/**
 * Contexts as classes had them first: `childContextTypes` and `getChildContext` provide fields by their names to all below,
 * `contextTypes` takes some of them.
 */
import type * as t from '@babel/types';
import type { FunctionFact, FunctionId, PlaceId, Spot } from '../../model/facts';
import { spotOf } from '../script/builder';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { provideAround } from '../component/provided';
import type { DeclaredProps } from '../script/declaredProps';

interface Field {
  name: string;
  at: Spot;
}

/** Once the module is read: what components declared so is provided and read. */
export function settleOlderContexts(r: ScriptReader): void {
  for (const [name, declared] of r.declaredProps)
    r.b.facts.functions.forEach((fact, fn) => {
      if (fact.name !== name || !fact.props) return;
      provideFields(r, fact, fn, declared);
      readFields(r, fact, fn, declared);
    });
}

function provideFields(r: ScriptReader, fact: FunctionFact, fn: FunctionId, { provides }: DeclaredProps): void {
  const makes = r.b.facts.functions.find((one) => one.parent === fn && one.name === 'getChildContext');
  if (!makes || !provides) return;
  const before = r.fn;
  r.fn = fn;
  const made = r.b.call({ callee: makes.self, name: 'getChildContext', args: [], fn, at: fact.at });
  for (const { name, at } of fieldsIn(provides))
    provideAround(r, contextOf(r, name, fn, at), name, r.b.part(made, name, fn, at), at);
  r.fn = before;
}

function readFields(r: ScriptReader, fact: FunctionFact, fn: FunctionId, { reads }: DeclaredProps): void {
  if (!reads) return;
  const object = r.b.place('object', 'context', fn, fact.at);
  for (const { name, at } of fieldsIn(reads)) {
    const result = r.b.place('read', name, fn, at);
    r.b.facts.contextReads.push({ context: contextOf(r, name, fn, at), result, fn, at });
    r.b.flow(result, object, 'put', name);
  }
  if (fact.instance !== undefined) r.b.flow(object, fact.instance, 'put', 'context');
  else if (fact.params[1] !== undefined) r.b.flow(object, fact.params[1]);
}

/** Where a field is not provided, it is undefined, and nothing complains. */
function contextOf(r: ScriptReader, name: string, fn: FunctionId, at: Spot): PlaceId {
  const place = r.b.place('context', name, fn, at);
  r.b.facts.contexts.push({ name, key: `child context ${name}`, place, hasDefault: true, at });
  return place;
}

function fieldsIn(types: t.ObjectExpression): Field[] {
  return types.properties.flatMap((one) =>
    one.type === 'SpreadElement' ? [] : [{ name: fieldOf(one.key, one.computed), at: spotOf(one.key) }],
  );
}
