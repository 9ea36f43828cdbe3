/** What one module declares, imports and exports, and the tags it writes. */
import type * as t from '@babel/types';

export interface Module {
  /** Components declared at the top level. */
  declared: Set<string>;
  imports: Map<string, { source: string; name: string }>;
  exports: Map<string, { source: string | null; name: string }>;
  all: string[];
  tags: { name: string; line: number; column: number; shadowed: boolean }[];
}

export function emptyModule(): Module {
  return { declared: new Set(), imports: new Map(), exports: new Map(), all: [], tags: [] };
}

export function readStatement(module: Module, node: t.Statement): void {
  if (node.type === 'ImportDeclaration') {
    for (const one of node.specifiers)
      if (one.type === 'ImportDefaultSpecifier')
        module.imports.set(one.local.name, { source: node.source.value, name: 'default' });
      else if (one.type === 'ImportSpecifier')
        module.imports.set(one.local.name, { source: node.source.value, name: textOf(one.imported) });
  } else if (node.type === 'ExportAllDeclaration') module.all.push(node.source.value);
  else if (node.type === 'ExportNamedDeclaration') {
    if (node.declaration) {
      for (const name of declare(module, node.declaration)) module.exports.set(name, { source: null, name });
    }
    for (const one of node.specifiers)
      if (one.type === 'ExportSpecifier')
        module.exports.set(textOf(one.exported), { source: node.source?.value ?? null, name: one.local.name });
  } else if (node.type === 'ExportDefaultDeclaration') {
    const { declaration } = node;
    if ((declaration.type === 'FunctionDeclaration' || declaration.type === 'ClassDeclaration') && declaration.id) {
      declare(module, declaration);
      module.exports.set('default', { source: null, name: declaration.id.name });
    } else if (declaration.type === 'Identifier')
      module.exports.set('default', { source: null, name: declaration.name });
  } else declare(module, node);
}

function textOf(node: t.Identifier | t.StringLiteral): string {
  return node.type === 'Identifier' ? node.name : node.value;
}

/** The names a declaration declares; those that are certainly components are noted. */
function declare(module: Module, node: t.Node): string[] {
  if ((node.type === 'FunctionDeclaration' || node.type === 'ClassDeclaration') && node.id) {
    module.declared.add(node.id.name);
    return [node.id.name];
  }
  if (node.type !== 'VariableDeclaration') return [];
  return node.declarations.flatMap(({ id, init }) => {
    if (id.type !== 'Identifier') return [];
    if (isComponent(init)) module.declared.add(id.name);
    return [id.name];
  });
}

/** A function written out, as it is or inside React's own wrappers. */
function isComponent(node: t.Node | null | undefined): boolean {
  if (!node) return false;
  if (node.type === 'ArrowFunctionExpression' || node.type === 'FunctionExpression' || node.type === 'ClassExpression')
    return true;
  if (node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression') return isComponent(node.expression);
  if (node.type !== 'CallExpression') return false;
  const { callee } = node;
  const name =
    callee.type === 'Identifier'
      ? callee.name
      : callee.type === 'MemberExpression' && callee.property.type === 'Identifier'
        ? callee.property.name
        : '';
  return (name === 'memo' || name === 'forwardRef') && isComponent(node.arguments[0]);
}

/** Tags with a plain name; one that a function around it declares or takes is left out. */
export function collectTags(module: Module, node: t.Node, hidden: ReadonlySet<string>): void {
  let inner = hidden;
  if ('params' in node && Array.isArray(node.params)) {
    const names = new Set(hidden);
    const gather = (one: unknown): void => {
      if (typeof one !== 'object' || one === null) return;
      if (Array.isArray(one)) return one.forEach(gather);
      const child = one as t.Node;
      if (child.type === 'Identifier') names.add(child.name);
      if (child.type === 'VariableDeclarator') gather(child.id);
      for (const value of Object.values(child)) if (typeof value === 'object') gatherPattern(value);
    };
    const gatherPattern = (value: unknown): void => {
      if (Array.isArray(value)) value.forEach(gatherPattern);
      else if (typeof value === 'object' && value !== null && 'type' in value) {
        const { type } = value as t.Node;
        if (/Pattern|RestElement|ObjectProperty|Identifier|AssignmentPattern/.test(type)) gather(value);
      }
    };
    (node.params as unknown[]).forEach(gather);
    if ('body' in node && node.body && (node.body as t.Node).type === 'BlockStatement')
      for (const statement of (node.body as t.BlockStatement).body) {
        if (statement.type === 'VariableDeclaration') for (const { id } of statement.declarations) gather(id);
        if ((statement.type === 'FunctionDeclaration' || statement.type === 'ClassDeclaration') && statement.id)
          names.add(statement.id.name);
      }
    inner = names;
  }
  if (
    node.type === 'JSXOpeningElement' &&
    node.name.type === 'JSXIdentifier' &&
    /^[A-Z]/.test(node.name.name) &&
    node.name.loc
  )
    module.tags.push({
      name: node.name.name,
      line: node.name.loc.start.line,
      column: node.name.loc.start.column + 1,
      shadowed: inner.has(node.name.name),
    });
  for (const [key, value] of Object.entries(node)) {
    if (key === 'loc' || key.endsWith('Comments') || typeof value !== 'object' || value === null) continue;
    for (const child of Array.isArray(value) ? (value as unknown[]) : [value])
      if (typeof child === 'object' && child !== null && typeof (child as { type?: unknown }).type === 'string')
        collectTags(module, child as t.Node, inner);
  }
}
