/**
 * Certain tags of Angular templates, by the bare parsers: tags that one class of all those read names as its selector, and no
 * other does; of several, the one that the template's own class imports.
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { TmplAstRecursiveVisitor, parseTemplate, tmplAstVisitAll, type TmplAstElement } from '@angular/compiler';
import { parse } from '@babel/parser';
import type * as t from '@babel/types';
import type { CertainTag } from './certain';

/** A part of a file that is a template. */
interface Part {
  file: string;
  text: string;
  start: number;
  end: number;
  quoted: boolean;
  /** The files of what its class imports for it. */
  imports: readonly string[];
}

export function angularTags(root: string, files: readonly string[]): CertainTag[] {
  const declared = new Map<string, string[]>();
  const parts: Part[] = [];
  const importsOf = new Map<string, readonly string[]>();
  for (const file of files) {
    if (!file.endsWith('.ts')) continue;
    const text = readFileSync(path.join(root, file), 'utf8');
    const at = (source: string): string => path.posix.join(path.posix.dirname(file), source);
    for (const { selector, template, templateUrl, imports } of decorated(text)) {
      const imported = imports.map((source) => `${at(source)}.ts`);
      for (const one of selector.split(',').map((name) => name.trim()))
        if (/^[a-z][\w-]*$/.test(one)) declared.set(one, [...(declared.get(one) ?? []), file]);
      if (templateUrl) importsOf.set(at(templateUrl), imported);
      if (template) {
        const span = { start: (template.start ?? 0) + 1, end: (template.end ?? 0) - 1 };
        parts.push({ file, text, ...span, quoted: true, imports: imported });
      }
    }
  }
  for (const file of files.filter((one) => one.endsWith('.html'))) {
    const text = readFileSync(path.join(root, file), 'utf8');
    parts.push({ file, text, start: 0, end: text.length, quoted: false, imports: importsOf.get(file) ?? [] });
  }
  return parts.flatMap((part) =>
    tagsIn(part).flatMap((tag) => {
      const all = declared.get(tag.name) ?? [];
      const [target, ...others] = all.length > 1 ? all.filter((one) => part.imports.includes(one)) : all;
      return target === undefined || others.length > 0 ? [] : [{ ...tag, file: part.file, target }];
    }),
  );
}

/** A class that a script decorates: what it says of itself, and the modules of what it imports for its template. */
interface Decorated {
  selector: string;
  template: t.Node | null;
  templateUrl: string;
  imports: string[];
}

/** What the classes of a script are decorated with. */
function decorated(text: string): Decorated[] {
  if (!text.includes('@angular/core')) return [];
  const { program } = parse(text, {
    sourceType: 'module',
    plugins: ['typescript', 'decorators-legacy'],
    errorRecovery: true,
  });
  const sources = new Map(
    program.body.flatMap((one) =>
      one.type === 'ImportDeclaration' && one.source.value.startsWith('.')
        ? one.specifiers.map(({ local }) => [local.name, one.source.value] as const)
        : [],
    ),
  );
  return program.body.flatMap((statement): Decorated[] => {
    const node =
      (statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportDefaultDeclaration') &&
      statement.declaration
        ? statement.declaration
        : statement;
    if (node.type !== 'ClassDeclaration') return [];
    const given = (node.decorators ?? []).flatMap(({ expression }) =>
      expression.type === 'CallExpression' &&
      expression.callee.type === 'Identifier' &&
      /^(Component|Directive)$/.test(expression.callee.name)
        ? expression.arguments
        : [],
    )[0];
    if (given?.type !== 'ObjectExpression') return [];
    const find = (name: string): t.Node | null => {
      for (const one of given.properties)
        if (one.type === 'ObjectProperty' && one.key.type === 'Identifier' && one.key.name === name) return one.value;
      return null;
    };
    const selector = find('selector');
    const template = find('template');
    const isWritten =
      template?.type === 'StringLiteral' || (template?.type === 'TemplateLiteral' && template.expressions.length === 0);
    const url = find('templateUrl');
    const list = find('imports');
    const names = list?.type === 'ArrayExpression' ? list.elements : [];
    return [
      {
        selector: selector?.type === 'StringLiteral' ? selector.value : '',
        template: isWritten ? template : null,
        templateUrl: url?.type === 'StringLiteral' ? url.value : '',
        imports: names.flatMap((one) => (one?.type === 'Identifier' ? (sources.get(one.name) ?? []) : [])),
      },
    ];
  });
}

function tagsIn({ file, text, start, end, quoted }: Part): { name: string; line: number; column: number }[] {
  const before = text.slice(0, start).split('\n');
  const { nodes } = parseTemplate(text, file, {
    escapedString: quoted,
    range: { startPos: start, startLine: before.length - 1, startCol: before.at(-1)?.length ?? 0, endPos: end },
  });
  const tags: { name: string; line: number; column: number }[] = [];
  class Elements extends TmplAstRecursiveVisitor {
    override visitElement(element: TmplAstElement): void {
      const { line, col } = element.startSourceSpan.start;
      tags.push({ name: element.name, line: line + 1, column: col + 2 });
      super.visitElement(element);
    }
  }
  tmplAstVisitAll(new Elements(), nodes);
  return tags;
}
