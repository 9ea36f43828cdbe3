/** CommonJS: `module.exports = …`, `exports.tray = …`, `require('./tray')`. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { spotOf } from './builder';
import { importPlace } from './calls';
import { value } from './expressions';
import { fieldOf } from './patterns';
import type { ScriptReader } from './reader';

/** The name under which a module's whole value is exported. */
export const WHOLE = 'module.exports';

export function readRequire(
  r: ScriptReader,
  node: t.CallExpression | t.OptionalCallExpression | t.NewExpression,
): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type !== 'Identifier' || callee.name !== 'require' || r.scope.lookup('require') !== undefined)
    return undefined;
  const source = node.arguments[0];
  if (source?.type === 'StringLiteral') return importPlace(r, source.value, '*', '', spotOf(node));
  return undefined;
}

/** Reads an assignment to what a module exports; false for any other. */
export function readExportAssignment(r: ScriptReader, node: t.AssignmentExpression): boolean {
  // `exports.default = exports = Tray`: the innermost value is what is exported, under each of the names.
  const names: { name: string; at: Spot }[] = [];
  let assigned: t.Node = node;
  while (assigned.type === 'AssignmentExpression') {
    const name = exportedName(r, assigned.left);
    if (name === null) break;
    names.push({ name, at: spotOf(assigned.left) });
    assigned = assigned.right;
  }
  const [outermost] = names;
  if (!outermost) return false;
  const isWhole = names.some(({ name }) => name === WHOLE);
  if (isWhole && assigned.type === 'ObjectExpression')
    for (const one of assigned.properties) {
      if (one.type === 'SpreadElement') continue;
      const place =
        one.type === 'ObjectProperty' && one.value.type === 'Identifier' ? r.scope.lookup(one.value.name) : undefined;
      if (place !== undefined) add(r, fieldOf(one.key, one.computed), place, outermost.at);
    }
  const called = names.at(-1)?.name ?? WHOLE;
  const place = value(r, assigned, called === WHOLE ? null : ({ type: 'Identifier', name: called } as t.Identifier));
  if (place !== null) for (const { name, at } of names) add(r, name, place, at);
  return true;
}

function add(r: ScriptReader, name: string, place: PlaceId, at: Spot): void {
  if (r.b.facts.exports.some((one) => one.name === name && one.place === place)) return;
  r.b.facts.exports.push({ name, place, source: null, imported: null, at });
}

function exportedName(r: ScriptReader, node: t.Node): string | null {
  if (node.type !== 'MemberExpression') return null;
  if (isModuleExports(r, node)) return WHOLE;
  const field = fieldOf(node.property, node.computed);
  if (field === '*') return null;
  const own =
    node.object.type === 'Identifier' && node.object.name === 'exports' && r.scope.lookup('exports') === undefined;
  return own || isModuleExports(r, node.object) ? field : null;
}

function isModuleExports(r: ScriptReader, node: t.Node): boolean {
  return (
    node.type === 'MemberExpression' &&
    node.object.type === 'Identifier' &&
    node.object.name === 'module' &&
    fieldOf(node.property, node.computed) === 'exports' &&
    r.scope.lookup('module') === undefined
  );
}
