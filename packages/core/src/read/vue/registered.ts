/** Components by name: those one registers for its own templates, those registered for all, those that come later. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { pascal } from '../../model/spelling';
import { value } from '../script/expressions';
import { fetchedPlace, importedModule } from '../script/lazyImport';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { property, textOf } from '../script/literals';

/** A component where one is expected: itself, or a function that fetches it. */
export function componentOf(r: ScriptReader, node: t.Node, name: string | null = null): PlaceId | null {
  // What is registered may be written in place.
  const written = node.type === 'ObjectExpression' ? r.dialect.objectLike?.(r, node, name) : undefined;
  return written ?? fetchedPlace(r, node) ?? value(r, node);
}

/** `defineAsyncComponent(() => import('./Tray.vue'))`, also as the `loader` of options. */
export function asyncComponent(r: ScriptReader, node: t.CallExpression): PlaceId | null {
  const [first] = node.arguments;
  const loader = first?.type === 'ObjectExpression' ? property(first, 'loader') : first;
  return loader ? componentOf(r, loader) : null;
}

/** `app.component('tray-card', TrayCard)`; undefined for any other call. */
export function readRegistration(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  const [first, second] = node.arguments;
  if (callee.type !== 'MemberExpression' || fieldOf(callee.property, callee.computed) !== 'component') return undefined;
  const name = textOf(r, first);
  // A table of options stands for a component of another kind, unless the object is the family's own.
  const known = second?.type === 'Identifier' || second?.type === 'CallExpression' || isLoader(second);
  const own = callee.object.type === 'Identifier' && /^(Vue|app|vue)$/.test(callee.object.name);
  if (name === null || !second || !(own || known)) return undefined;
  const place = componentOf(r, second);
  if (place !== null) r.b.facts.registers.push({ name: pascal(name), place });
  return place;
}

function isLoader(node: t.Node | undefined): boolean {
  return importedModule(node) !== null;
}
