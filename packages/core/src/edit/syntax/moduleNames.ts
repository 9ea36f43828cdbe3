/** Where a name of a module comes from, and how another module imports it. */
import { topNamesOf } from './imports';
import { pathFrom, specifierFrom } from './specifier';
import { spanOf, type Syntax } from './tree';

/** Where a name of a module comes from: a path in the project with a slash before it, or a specifier; null where it cannot be imported. */
export function sourceOfName(syntax: Syntax, name: string): { path: string; imported: string } | null {
  for (const node of syntax.ast.program.body) {
    if (node.type === 'ImportDeclaration')
      for (const one of node.specifiers) {
        if (one.local.name !== name) continue;
        if (node.importKind === 'type' || (one.type === 'ImportSpecifier' && one.importKind === 'type')) return null;
        const { value } = node.source;
        const path = value.startsWith('.') ? `/${pathFrom(syntax.path, value)}` : value;
        const imported =
          one.type === 'ImportDefaultSpecifier'
            ? 'default'
            : one.type === 'ImportNamespaceSpecifier'
              ? '*'
              : one.imported.type === 'Identifier'
                ? one.imported.name
                : one.imported.value;
        return { path, imported };
      }
    if (node.type === 'ExportDefaultDeclaration') {
      const one = node.declaration;
      const own =
        one.type === 'Identifier' ? one.name : 'id' in one && one.id?.type === 'Identifier' ? one.id.name : null;
      if (own === name) return { path: `/${syntax.path}`, imported: 'default' };
    }
    // `export { Gauge as Dial }`
    if (node.type === 'ExportNamedDeclaration' && !node.source)
      for (const one of node.specifiers)
        if (one.type === 'ExportSpecifier' && one.local.name === name)
          return {
            path: `/${syntax.path}`,
            imported: one.exported.type === 'Identifier' ? one.exported.name : one.exported.value,
          };
    if (node.type === 'ExportNamedDeclaration' && node.declaration)
      if (topNamesOf({ ...syntax.ast, program: { ...syntax.ast.program, body: [node] } }).has(name))
        return { path: `/${syntax.path}`, imported: name };
  }
  return null;
}

/** A function, class or constant at the top of a module that could be exported by its name; null for anything else. */
export function exportable(syntax: Syntax, name: string): { path: string; imported: string; at: number } | null {
  const own = syntax.ast.program.body.find((node) =>
    node.type === 'VariableDeclaration'
      ? node.kind === 'const' && node.declarations.some(({ id }) => id.type === 'Identifier' && id.name === name)
      : (node.type === 'FunctionDeclaration' || node.type === 'ClassDeclaration') && node.id?.name === name,
  );
  return own ? { path: `/${syntax.path}`, imported: name, at: spanOf(own).start } : null;
}

/** A module of the project as another file imports it, with or without the ending that the first has it with. */
export function specifierOf(into: Syntax, from: Syntax, path: string): string {
  // What the other imports is named as it is there.
  const hasEndings = /from ['"]\.[^'"]*\.[cm]?[jt]sx?['"]/.test(into.text);
  return specifierFrom(into.path, path, path === from.path ? hasEndings : true);
}
