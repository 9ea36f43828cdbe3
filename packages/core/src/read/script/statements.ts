/** Statements: declarations, control flow, exports and imports. */
import type * as t from '@babel/types';
import { ELEMENT } from '../../model/signs';
import type { PlaceId } from '../../model/facts';
import { spotOf } from './builder';
import { importPlace } from './calls';
import { declareBlock, declarePattern } from './declare';
import { madeEmpty, isFunction, readBoxGuard, test, value } from './expressions';
import { readFunction } from './functions';
import { nameFromPath } from './names';
import { bind } from './patterns';
import { readPlainClass } from './plainClasses';
import type { ScriptReader } from './reader';

/** Reads a list of statements in order. After a guard that leaves, the rest runs only sometimes. */
export function readStatements(r: ScriptReader, body: readonly t.Statement[]): void {
  const before = r.repeat;
  for (const statement of body) {
    readStatement(r, statement);
    if (isGuard(statement) && r.repeat === 'once') r.repeat = 'conditional';
  }
  r.repeat = before;
}

function isGuard(statement: t.Statement): boolean {
  if (statement.type !== 'IfStatement' || statement.alternate) return false;
  const then = statement.consequent;
  const last = then.type === 'BlockStatement' ? then.body.at(-1) : then;
  return last?.type === 'ReturnStatement' || last?.type === 'ThrowStatement';
}

/** `if (must && !bed) throw …`: what is asked for is not enough by itself. */
function isOneOfSeveral(condition: t.Expression): boolean {
  return condition.type === 'LogicalExpression' && condition.operator === '&&';
}

function returned(r: ScriptReader, node: t.Node | null | undefined): PlaceId | null {
  const own = node?.type === 'ObjectExpression' ? r.dialect.returned?.(r, node) : undefined;
  return own ?? value(r, node);
}

function readBlock(r: ScriptReader, body: readonly t.Statement[]): void {
  r.block(() => {
    declareBlock(r, body);
    readStatements(r, body);
  });
}

/** `const deskKey = {}`: something may be provided under it, as under a symbol. */
function noteKey(r: ScriptReader, id: t.Identifier, init: t.Node | null | undefined): void {
  const place = r.scope.lookup(id.name);
  if (r.fn !== 0 || place === undefined || init?.type !== 'ObjectExpression' || init.properties.length > 0) return;
  r.b.facts.contexts.push({ name: id.name, key: null, maybe: true, place, hasDefault: false, at: spotOf(id) });
}

export function readStatement(r: ScriptReader, node: t.Statement): void {
  switch (node.type) {
    case 'VariableDeclaration':
      for (const { id, init } of node.declarations) {
        const from = value(r, init, id);
        if (id.type === 'Identifier') {
          noteElementName(r, id.name, init);
          noteInstance(r, id.name, init);
          noteKey(r, id, init);
        }
        const made = node.kind === 'let' && from === null ? madeEmpty(r, id, init) : from;
        bind(r, id, from !== null && init ? (r.dialect.declared?.(r, id, init, from) ?? from) : made);
      }
      return;
    case 'FunctionDeclaration':
      functionDeclaration(r, node);
      return;
    case 'ClassDeclaration': {
      const place = readClass(r, node);
      if (node.id && place !== null) bind(r, node.id, place);
      return;
    }
    case 'ExpressionStatement':
      value(r, node.expression);
      return;
    case 'ReturnStatement':
      r.b.flow(returned(r, node.argument), r.b.fn(r.fn).result);
      return;
    case 'BlockStatement':
      return readBlock(r, node.body);
    case 'IfStatement':
      // Where it throws, it counts on what it asks for; not where that alone makes it throw not yet.
      if (!readBoxGuard(r, node.test, node.consequent))
        test(r, node.test, !throws(node.consequent) || isOneOfSeveral(node.test));
      r.repeated('conditional', () => {
        readStatement(r, node.consequent);
        r.enterBranch();
        if (node.alternate) readStatement(r, node.alternate);
      });
      return;
    case 'ForStatement':
      return r.block(() => {
        if (node.init?.type === 'VariableDeclaration') {
          declareBlock(r, [node.init]);
          readStatement(r, node.init);
        } else value(r, node.init);
        test(r, node.test);
        value(r, node.update);
        r.repeated('many', () => readStatement(r, node.body));
      });
    case 'ForOfStatement':
    case 'ForInStatement':
      return loopOver(r, node);
    case 'WhileStatement':
    case 'DoWhileStatement':
      test(r, node.test);
      r.repeated('many', () => readStatement(r, node.body));
      return;
    case 'SwitchStatement':
      test(r, node.discriminant);
      return r.repeated('conditional', () =>
        r.block(() => {
          declareBlock(
            r,
            node.cases.flatMap((c) => c.consequent),
          );
          for (const c of node.cases) {
            r.enterBranch();
            value(r, c.test);
            readStatements(r, c.consequent);
          }
        }),
      );
    case 'TryStatement':
      readBlock(r, node.block.body);
      if (node.handler) {
        const handler = node.handler;
        r.block(() => {
          declarePattern(r, handler.param);
          declareBlock(r, handler.body.body);
          readStatements(r, handler.body.body);
        });
      }
      if (node.finalizer) readBlock(r, node.finalizer.body);
      return;
    case 'ThrowStatement':
      r.b.handOut([value(r, node.argument)], 'throw', r.fn, spotOf(node));
      return;
    case 'LabeledStatement':
      return readStatement(r, node.body);
    case 'ExportNamedDeclaration':
      return exportNamed(r, node);
    case 'ExportDefaultDeclaration':
      return exportDefault(r, node);
    case 'ExportAllDeclaration':
      r.b.facts.exports.push({ name: '*', place: null, source: node.source.value, imported: '*', at: spotOf(node) });
      return;
    default:
      return;
  }
}

function noteElementName(r: ScriptReader, name: string, init: t.Node | null | undefined): void {
  const place = r.scope.lookup(name);
  if (place === undefined) return;
  if (isText(init)) r.elementNames.add(place);
  else if (init?.type === 'LogicalExpression' && init.operator !== '&&' && isText(init.right))
    r.elementsElse.add(place);
}

/** A text, or one of several. */
function isText(node: t.Node | null | undefined): boolean {
  if (node?.type === 'ConditionalExpression') return isText(node.consequent) && isText(node.alternate);
  if (node?.type === 'TSAsExpression' || node?.type === 'TSSatisfiesExpression') return isText(node.expression);
  return node?.type === 'StringLiteral';
}

/** Whether a branch does nothing but throw. */
function throws(node: t.Statement): boolean {
  if (node.type === 'BlockStatement') return node.body.length > 0 && throws(node.body[node.body.length - 1] ?? node);
  return node.type === 'ThrowStatement';
}

function functionDeclaration(r: ScriptReader, node: t.FunctionDeclaration, otherwise = ''): PlaceId {
  const self = readFunction(r, node, node.id?.name ?? otherwise);
  if (node.id) bind(r, node.id, self);
  return self;
}

/** Language's own collections, which have the methods of lists. */
const COLLECTIONS = /^(Array|Set|Map|WeakSet|WeakMap|\w+Array)$/;

/** `const desk = this`, `new Desk()`: what has methods of its own. */
function noteInstance(r: ScriptReader, name: string, init: t.Node | null | undefined): void {
  const made =
    init?.type === 'NewExpression' && init.callee.type === 'Identifier' && !COLLECTIONS.test(init.callee.name);
  const place = made || init?.type === 'ThisExpression' ? r.scope.lookup(name) : undefined;
  if (place !== undefined) r.instances.add(place);
}

function loopOver(r: ScriptReader, node: t.ForOfStatement | t.ForInStatement): void {
  const list = value(r, node.right);
  if (list !== null) r.b.use({ place: list, kind: 'iterated', fn: r.fn, at: spotOf(node.right) });
  r.block(() => {
    let pattern: t.Node = node.left;
    if (node.left.type === 'VariableDeclaration') {
      declareBlock(r, [node.left]);
      pattern = node.left.declarations[0]?.id ?? node.left;
    }
    const item =
      list !== null && node.type === 'ForOfStatement' ? r.b.part(list, ELEMENT, r.fn, spotOf(node.left)) : null;
    bind(r, pattern, item);
    r.repeated('many', () => readStatement(r, node.body));
  });
}

export function readClass(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression, name = ''): PlaceId | null {
  const own = r.dialect.functionLike?.(r, node, node.id?.name ?? name);
  if (own !== undefined) return own;
  const base = value(r, node.superClass);
  return r.dialect.classLike(r, node, node.id?.name ?? name) ?? readPlainClass(r, node, node.id?.name ?? name, base);
}

/** Declares what the imports of a module bring in; called before anything else is read. */
export function declareImports(r: ScriptReader, body: readonly t.Statement[]): void {
  for (const node of body) {
    if (node.type !== 'ImportDeclaration' || node.importKind === 'type') continue;
    for (const specifier of node.specifiers) {
      if (specifier.type === 'ImportSpecifier' && specifier.importKind === 'type') continue;
      const imported =
        specifier.type === 'ImportDefaultSpecifier'
          ? 'default'
          : specifier.type === 'ImportNamespaceSpecifier'
            ? '*'
            : nameOf(specifier.imported);
      const local = specifier.local.name;
      r.scope.declare(local, importPlace(r, node.source.value, imported, local, spotOf(specifier.local)));
    }
  }
}

function nameOf(node: t.Identifier | t.StringLiteral): string {
  return node.type === 'Identifier' ? node.name : node.value;
}

function exportNamed(r: ScriptReader, node: t.ExportNamedDeclaration): void {
  if (node.exportKind === 'type') return;
  const at = spotOf(node);
  if (node.declaration) {
    readStatement(r, node.declaration);
    for (const [name, spot] of declaredNames(node.declaration)) exportPlace(r, name, r.scope.lookup(name), spot);
    return;
  }
  for (const specifier of node.specifiers) {
    if (specifier.type === 'ExportNamespaceSpecifier') {
      const { name } = specifier.exported;
      exportPlace(r, name, importPlace(r, node.source?.value ?? '', '*', '', at), at);
    } else if (specifier.type === 'ExportDefaultSpecifier') {
      // `export Tray from './Tray'`, as build tools take it.
      const { name } = specifier.exported;
      r.b.facts.exports.push({ name, place: null, source: node.source?.value ?? '', imported: 'default', at });
    } else if (specifier.type === 'ExportSpecifier') {
      const name = nameOf(specifier.exported);
      const local = specifier.local.name;
      if (node.source) r.b.facts.exports.push({ name, place: null, source: node.source.value, imported: local, at });
      else exportPlace(r, name, r.scope.lookup(local), spotOf(specifier));
    }
  }
}

function declaredNames(node: t.Declaration): [string, ReturnType<typeof spotOf>][] {
  if (node.type === 'VariableDeclaration') return node.declarations.flatMap((d) => patternNames(d.id));
  if ((node.type === 'FunctionDeclaration' || node.type === 'ClassDeclaration') && node.id)
    return [[node.id.name, spotOf(node.id)]];
  return [];
}

function patternNames(node: t.Node | null): [string, ReturnType<typeof spotOf>][] {
  switch (node?.type) {
    case 'Identifier':
      return [[node.name, spotOf(node)]];
    case 'ObjectPattern':
      return node.properties.flatMap((p) => patternNames(p.type === 'RestElement' ? p.argument : p.value));
    case 'ArrayPattern':
      return node.elements.flatMap((element) => patternNames(element));
    case 'AssignmentPattern':
      return patternNames(node.left);
    case 'RestElement':
      return patternNames(node.argument);
    default:
      return [];
  }
}

function exportPlace(r: ScriptReader, name: string, place: PlaceId | undefined, at: ReturnType<typeof spotOf>): void {
  if (place !== undefined) r.b.facts.exports.push({ name, place, source: null, imported: null, at });
}

function exportDefault(r: ScriptReader, node: t.ExportDefaultDeclaration): void {
  const declaration = node.declaration;
  let place: PlaceId | null;
  // What has no name of its own goes by its file's.
  const name = nameFromPath(r.b.facts.path);
  if (declaration.type === 'FunctionDeclaration') place = functionDeclaration(r, declaration, name);
  else if (isFunction(declaration) && !('id' in declaration && declaration.id))
    place = readFunction(r, declaration, name);
  else if (declaration.type === 'ClassDeclaration') {
    place = readClass(r, declaration, name);
    if (declaration.id && place !== null) bind(r, declaration.id, place);
  } else if (declaration.type === 'TSDeclareFunction') place = null;
  else {
    const own = declaration.type === 'ObjectExpression' ? r.dialect.objectLike?.(r, declaration, null) : undefined;
    place = own ?? value(r, declaration, null);
  }
  exportPlace(r, 'default', place ?? undefined, spotOf(node));
}
