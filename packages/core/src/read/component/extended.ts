/** Components that extend others: what they extend runs as part of them, on their instance. */
import type * as t from '@babel/types';
import type { FunctionFact, FunctionId, PlaceId, Spot } from '../../model/facts';
import { spotOf } from '../script/builder';
import type { SingleFileComponent } from '../script/componentInFile';
import type { ScriptReader } from '../script/reader';
import { openComponent, readWithin } from './component';

export type ClassNode = t.ClassDeclaration | t.ClassExpression;

/** The field of an instance where what it extends finds what the component is passed. */
const PASSED = '$props';

/** Reads a class as part of those that extend it: on their instance, and without markup of its own. Gives what they run. */
export function readBase(
  r: ScriptReader,
  node: ClassNode,
  name: string,
  read: (component: SingleFileComponent, fact: FunctionFact) => void,
): FunctionId {
  const id = addClass(r, node, name, 'hook');
  const fact = r.b.fn(id);
  const opened = openComponent(r, id);
  const component = { ...opened, mixin: true, props: r.b.part(opened.self, PASSED, id, fact.at) };
  readWithin(r, component, () => read(component, fact));
  r.b.flow(component.self, fact.result);
  return id;
}

/** Reads a component as part of those that extend it, too: what was told of it alone is not told twice. */
export function readBaseToo(r: ScriptReader, component: FunctionId, read: () => FunctionId): void {
  const { starts, gaps } = r.b.facts;
  const told = [starts.length, gaps.length] as const;
  const id = read();
  starts.length = told[0];
  gaps.length = told[1];
  r.b.fn(id).repeatsComponent = true;
  r.b.fn(component).asBase = id;
}

export function addClass(r: ScriptReader, node: ClassNode, name: string, role: 'component' | 'hook'): FunctionId {
  return r.b.addFunction(name, role, r.fn, spotOf(node.id ?? node), node.loc?.end.line ?? 1);
}

/** Runs what a class extends as part of it. A component runs on the instance; any other class makes one, which is part of it. */
export function runBase(r: ScriptReader, component: SingleFileComponent, base: PlaceId, at: Spot): void {
  const fact = r.b.fn(component.fn);
  fact.takesRest = true;
  fact.mixes = [base];
  r.base = base;
  if (!component.mixin) r.b.flow(component.props, component.self, 'put', PASSED);
  const call = { callee: base, name: 'super', onlyKnown: true, fn: component.fn, at };
  r.b.flow(r.b.call({ ...call, args: [component.self], extends: true, onInstance: true }), component.self);
  r.b.flow(r.b.call({ ...call, args: [], extends: true }), component.self);
}
