/** Hoisting: the names a block or function declares, found before its statements are read. */
import type * as t from '@babel/types';
import { spotOf } from './builder';
import { isFunction } from './expressions';
import type { ScriptReader } from './reader';

/** Declares each name a pattern binds as a place of the current function. */
export function declarePattern(r: ScriptReader, pattern: t.Node | null | undefined): void {
  if (!pattern) return;
  switch (pattern.type) {
    case 'Identifier':
      if (r.scope.own(pattern.name) === undefined)
        r.scope.declare(
          pattern.name,
          r.b.place('binding', pattern.name, r.fn, spotOf({ ...pattern, loc: nameLoc(pattern) })),
        );
      return;
    case 'ObjectPattern':
      for (const property of pattern.properties)
        declarePattern(r, property.type === 'RestElement' ? property.argument : property.value);
      return;
    case 'ArrayPattern':
      for (const element of pattern.elements) declarePattern(r, element);
      return;
    case 'AssignmentPattern':
      return declarePattern(r, pattern.left);
    case 'RestElement':
      return declarePattern(r, pattern.argument);
    case 'TSParameterProperty':
      return declarePattern(r, pattern.parameter);
    default:
      return;
  }
}

/** A typed parameter's location covers its type; only the name is meant. */
function nameLoc(node: t.Identifier): t.Identifier['loc'] {
  if (!node.loc || !node.typeAnnotation) return node.loc;
  const end = { ...node.loc.start, column: node.loc.start.column + node.name.length };
  return { ...node.loc, end };
}

/** Declares what the statements of one block declare themselves (`let`, `const`, `class`, `function`, imports). */
export function declareBlock(r: ScriptReader, body: readonly t.Node[]): void {
  for (const statement of body) declareStatement(r, statement);
}

function declareStatement(r: ScriptReader, statement: t.Node): void {
  switch (statement.type) {
    case 'VariableDeclaration':
      for (const declarator of statement.declarations) {
        declarePattern(r, declarator.id);
        if (declarator.id.type === 'Identifier') noteFunction(r, declarator.id.name, declarator.init);
      }
      return;
    case 'FunctionDeclaration':
      if (statement.id) noteFunction(r, statement.id.name, statement);
      declarePattern(r, statement.id);
      return;
    case 'ClassDeclaration':
    case 'TSEnumDeclaration':
      declarePattern(r, statement.id);
      return;
    case 'ExportNamedDeclaration':
    case 'ExportDefaultDeclaration':
      if (statement.declaration) declareStatement(r, statement.declaration);
      return;
    default:
      return;
  }
}

/** `const stop = () => …`, `const stop = useCallback(() => …, [])`: functions are found by their names in what ends something. */
function noteFunction(r: ScriptReader, name: string, made: t.Node | null | undefined): void {
  const fn = made?.type === 'CallExpression' ? made.arguments[0] : made;
  if (isFunction(fn) || fn?.type === 'FunctionDeclaration')
    r.functionsNamed.set(name, [...(r.functionsNamed.get(name) ?? []), fn]);
}

/** Declares the `var`s a function body holds at any depth, other functions left out. */
export function declareVars(r: ScriptReader, body: readonly t.Node[]): void {
  const queue: t.Node[] = [...body];
  for (let node = queue.pop(); node; node = queue.pop()) {
    switch (node.type) {
      case 'VariableDeclaration':
        if (node.kind === 'var') for (const d of node.declarations) declarePattern(r, d.id);
        break;
      case 'BlockStatement':
        queue.push(...node.body);
        break;
      case 'IfStatement':
        queue.push(node.consequent);
        if (node.alternate) queue.push(node.alternate);
        break;
      case 'ForStatement':
        if (node.init) queue.push(node.init);
        queue.push(node.body);
        break;
      case 'ForInStatement':
      case 'ForOfStatement':
        queue.push(node.left, node.body);
        break;
      case 'WhileStatement':
      case 'DoWhileStatement':
      case 'LabeledStatement':
        queue.push(node.body);
        break;
      case 'TryStatement':
        queue.push(node.block);
        if (node.handler) queue.push(node.handler.body);
        if (node.finalizer) queue.push(node.finalizer);
        break;
      case 'SwitchStatement':
        for (const c of node.cases) queue.push(...c.consequent);
        break;
      default:
        break;
    }
  }
}
