/** Functions that fetch a module, and the name in it they bring. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { importPlace } from './calls';
import { isFunction } from './expressions';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';

interface Fetched {
  source: string;
  imported: string;
}

/**
 * The module a function fetches: `() => import('./House')`, also picked out of (`.then((m) => ({ default: m.House }))`) or
 * tried again (`() => retry(() => import('./House'))`). Null for any other node.
 */
export function importedModule(node: t.Node | null | undefined): Fetched | null {
  if (!isFunction(node)) return null;
  if (node.body.type !== 'BlockStatement') return fetchedBy(node.body);
  const last = node.body.body.at(-1);
  return last?.type === 'ReturnStatement' && last.argument ? fetchedBy(last.argument) : null;
}

function fetchedBy(node: t.Node): Fetched | null {
  if (node.type === 'AwaitExpression') return fetchedBy(node.argument);
  if (node.type !== 'CallExpression') return null;
  const { callee } = node;
  const [first] = node.arguments;
  if (callee.type === 'Import')
    return first?.type === 'StringLiteral' ? { source: first.value, imported: 'default' } : null;
  const method = callee.type === 'MemberExpression' ? fieldOf(callee.property, callee.computed) : '';
  if (callee.type === 'MemberExpression' && /^(then|catch|finally)$/.test(method)) {
    const fetched = fetchedBy(callee.object);
    const imported = method === 'then' ? pickedOut(first) : null;
    return fetched && imported ? { ...fetched, imported } : fetched;
  }
  return first ? (importedModule(first) ?? fetchedBy(first)) : null;
}

/** The name `(m) => m.House`, `({ House }) => ({ default: House })` take out of a module. */
function pickedOut(node: t.Node | undefined): string | null {
  if (!isFunction(node) || node.body.type === 'BlockStatement') return null;
  const [param] = node.params;
  let imported: t.Node = node.body;
  if (imported.type === 'ObjectExpression') {
    const [only] = imported.properties;
    if (only?.type !== 'ObjectProperty') return null;
    imported = only.value;
  }
  if (imported.type === 'MemberExpression' && param?.type === 'Identifier' && imported.object.type === 'Identifier')
    return imported.object.name === param.name ? fieldOf(imported.property, imported.computed) : null;
  if (imported.type !== 'Identifier' || param?.type !== 'ObjectPattern') return null;
  const { name } = imported;
  for (const one of param.properties)
    if (one.type === 'ObjectProperty' && one.value.type === 'Identifier' && one.value.name === name)
      return fieldOf(one.key, one.computed);
  return null;
}

/** What a function fetches, as a place; null where it fetches no module. */
export function fetchedPlace(r: ScriptReader, node: t.Node | null | undefined, local = ''): PlaceId | null {
  const fetched = importedModule(node);
  return fetched && node ? importPlace(r, fetched.source, fetched.imported, local, spotOf(node)) : null;
}
