/** Values taken once at a component's own top level, which runs a single time: they do not follow what they were taken from. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { takeOnce } from '../component/taken';
import { spotOf } from '../script/builder';
import { isComputing, leavesOf } from '../script/computing';
import { value } from '../script/expressions';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/**
 * `const level = props.level`, `const { level } = props`, `const { scale } = useUnits()`: what is taken is a copy, unless it
 * holds values itself (a reference, a function).
 */
export function takenOnce(r: ScriptReader, id: t.Node, init: t.Node, from: PlaceId): PlaceId {
  if (!runsOnce(r)) return from;
  if (id.type === 'Identifier' && isComputing(init)) noteComputed(r, id, init, from);
  if (!isTaking(id, init)) return from;
  const name = r.b.facts.places[from]?.name ?? '';
  if (id.type !== 'ObjectPattern') return takeOnce(r, from, name, spotOf(init), spotOf(id));
  const taken = r.b.place('object', name, r.fn, spotOf(init));
  for (const one of id.properties) {
    if (one.type === 'RestElement') {
      r.b.flow(from, taken);
      continue;
    }
    const field = fieldOf(one.key, one.computed);
    const part = r.b.part(from, field, r.fn, spotOf(one.key));
    r.b.flow(takeOnce(r, part, field, spotOf(one.key)), taken, 'put', field);
  }
  return taken;
}

/** `const area = props.width * 2`: what it is computed with is taken once as well. */
function noteComputed(r: ScriptReader, id: t.Node, init: t.Node, from: PlaceId): void {
  for (const leaf of leavesOf(init)) {
    const part = leaf.type === 'MemberExpression' ? value(r, leaf) : null;
    if (part === null || part === from) continue;
    r.b.flow(takeOnce(r, part, r.b.facts.places[part]?.name ?? '', spotOf(leaf), spotOf(id)), from, 'derived');
  }
}

/** The script of a component, or its `setup` function. */
function runsOnce(r: ScriptReader): boolean {
  if (!r.component || r.inTemplate) return false;
  const fact = r.b.fn(r.fn);
  return r.fn === r.component.fn || (fact.name === 'setup' && fact.parent === r.component.fn);
}

/** Whether something is taken out of what lives on: props, a reference, a store. Calls of the family's own bring references. */
function isTaking(id: t.Node, init: t.Node): boolean {
  if (init.type === 'MemberExpression') return true;
  if (id.type !== 'ObjectPattern') return false;
  if (init.type === 'Identifier') return true;
  // Props taken apart where they are declared go on following: the compiler sees to that.
  return init.type === 'CallExpression' && init.callee.type === 'Identifier' && /^use[A-Z]/.test(init.callee.name);
}
