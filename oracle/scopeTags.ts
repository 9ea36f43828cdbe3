/**
 * Certain tags of applications of scopes, by the bare parsers: elements, and attributes of elements, that one `.component()` or
 * `.directive()` of all scripts names, and controllers that one `.controller()` does.
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parse } from '@babel/parser';
import { parse as parsePage, parseFragment, type DefaultTreeAdapterMap } from 'parse5';
import type { CertainTag } from './certain';

const REGISTERS = /^(component|directive|controller)$/;

interface Loose {
  type?: string;
  [field: string]: unknown;
}

/** What scripts register, by kind and name, with the files that do. */
function registered(root: string, files: readonly string[]): Map<string, string[]> {
  const found = new Map<string, string[]>();
  for (const file of files) {
    if (!/\.[cm]?js$/.test(file)) continue;
    const text = readFileSync(path.join(root, file), 'utf8');
    if (!/\bangular\s*\.\s*module\s*\(/.test(text)) continue;
    const queue: unknown[] = [parse(text, { sourceType: 'unambiguous', errorRecovery: true }).program];
    while (queue.length > 0) {
      const node = queue.pop();
      if (typeof node !== 'object' || node === null) continue;
      const { type, callee, arguments: args } = node as Loose & { callee?: Loose; arguments?: Loose[] };
      const method = (callee?.property as { name?: string } | undefined)?.name ?? '';
      const [first, second] = args ?? [];
      if (type === 'CallExpression' && REGISTERS.test(method) && first?.type === 'StringLiteral' && second) {
        const kind = method === 'controller' ? 'controller' : 'tag';
        const key = `${kind} ${String(first.value)}`;
        found.set(key, [...(found.get(key) ?? []), file]);
      }
      queue.push(...Object.values(node));
    }
  }
  return found;
}

export function scopeTags(root: string, files: readonly string[]): CertainTag[] {
  const declared = registered(root, files);
  if (declared.size === 0) return [];
  return files.flatMap((file) => {
    if (!/\.html?$/.test(file)) return [];
    const text = readFileSync(path.join(root, file), 'utf8');
    const options = { sourceCodeLocationInfo: true };
    const tree = /<(!doctype|html|head|body)[\s>]/i.test(text)
      ? parsePage(text, options)
      : parseFragment(text, options);
    return elementsIn(tree).flatMap((element) => {
      const at = element.sourceCodeLocation;
      const name = camel(element.tagName.replace(/^(x|data)[-:]/, '').replace(/:/g, '-'));
      const [target, ...others] = declared.get(`tag ${name}`) ?? [];
      const own =
        target !== undefined &&
        others.length === 0 &&
        at &&
        (element.tagName.includes('-') || element.tagName.includes(':'))
          ? [{ file, line: at.startLine, column: at.startCol + 1, name: element.tagName, target }]
          : [];
      return [...own, ...controllersAt(element, file, text, declared)];
    });
  });
}

function controllersAt(
  element: DefaultTreeAdapterMap['element'],
  file: string,
  text: string,
  declared: ReadonlyMap<string, string[]>,
): CertainTag[] {
  return element.attrs.flatMap(({ name, value }) => {
    if (!/^(data-|x-)?ng[-:]controller$/.test(name)) return [];
    const [called = ''] = value.trim().split(/\s+/);
    const [target, ...others] = declared.get(`controller ${called}`) ?? [];
    const at = element.sourceCodeLocation?.attrs?.[name];
    if (target === undefined || others.length > 0 || !at || inNoController(element)) return [];
    const column = at.startCol + text.slice(at.startOffset, at.endOffset).indexOf(called);
    return [{ file, line: at.startLine, column, name: called, target }];
  });
}

/** What stands where expressions are not read. */
function inNoController(element: DefaultTreeAdapterMap['element']): boolean {
  for (let at: DefaultTreeAdapterMap['parentNode'] | null = element; at && 'attrs' in at; at = at.parentNode)
    if (at.attrs.some(({ name }) => name === 'ng-non-bindable')) return true;
  return false;
}

type Parent = DefaultTreeAdapterMap['parentNode'];

function elementsIn(node: Parent): DefaultTreeAdapterMap['element'][] {
  const children = 'content' in node ? node.content.childNodes : node.childNodes;
  return children.flatMap((child) => ('tagName' in child ? [child, ...elementsIn(child)] : []));
}

function camel(name: string): string {
  return name.replace(/-(\w)/g, (_, letter: string) => letter.toUpperCase());
}
