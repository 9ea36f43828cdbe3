/** A script as syntax, for edits: what stands at a position that facts tell, and what is around it. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { offsets } from './offsets';
import { parseScript } from '../../read/script/module';
import { blank, blocksOf, type Block } from '../../read/component/blocks';
import { walkNodes } from '../../read/script/walk';

/** A node with its offsets. Nodes of a parsed file always have them. */
export type Span = { start: number; end: number };

export function spanOf(node: t.Node): Span {
  return { start: node.start ?? 0, end: node.end ?? 0 };
}

export class Syntax {
  /** The offset of a spot. */
  readonly offset: (spot: Pick<Spot, 'line' | 'column'>) => number;

  private constructor(
    readonly path: string,
    readonly text: string,
    readonly ast: t.File,
  ) {
    this.offset = offsets(text);
  }

  /** Null where the script cannot be parsed without errors: nothing is edited there. */
  static of(path: string, text: string): Syntax | null {
    const shift = text.startsWith('\uFEFF') ? 1 : 0;
    const { ast, problems } = parseScript(path, shift ? ` ${text.slice(1)}` : text);
    return ast && problems.length === 0 ? new Syntax(path, text, ast) : null;
  }

  /** The script of a single-file component that a line stands in; null where none does, or it cannot be parsed. */
  static inBlock(path: string, text: string, line: number): Syntax | null {
    const lineOf = (offset: number): number => text.slice(0, offset).split('\n').length;
    const block = blocksOf(text, 'script').find(({ from, to }) => lineOf(from) <= line && line <= lineOf(to));
    if (!block) return null;
    const script = blank(text.slice(0, block.from)) + text.slice(block.from, block.to);
    const { ast, problems } = parseScript(
      /\blang\s*=\s*["']?ts/.test(block.attributes) ? 'block.ts' : 'block.js',
      script,
    );
    if (!ast || problems.length > 0) return null;
    const made = new Syntax(path, text, ast);
    made.block = block;
    return made;
  }

  /** The block that is parsed, in a single-file component. */
  block: Block | null = null;

  source(node: Span | t.Node): string {
    return this.text.slice(node.start ?? 0, node.end ?? 0);
  }

  /** The nodes around an offset, the outermost first. */
  around(offset: number): t.Node[] {
    const found: t.Node[] = [];
    walkNodes(this.ast, (node) => {
      const { start, end } = spanOf(node);
      if (start <= offset && offset < end) found.push(node);
    });
    return found.sort((a, b) => spanOf(a).start - spanOf(b).start || spanOf(b).end - spanOf(a).end);
  }

  /** The innermost node of a type around a spot. */
  nearest<K extends t.Node['type']>(spot: Spot, ...types: K[]): Extract<t.Node, { type: K }> | null {
    const found = this.around(this.offset(spot)).findLast((node) => (types as string[]).includes(node.type));
    return (found as Extract<t.Node, { type: K }> | undefined) ?? null;
  }

  /** The white space a line begins with. */
  indentAt(offset: number): string {
    const start = this.text.lastIndexOf('\n', offset - 1) + 1;
    return /^[ \t]*/.exec(this.text.slice(start))?.[0] ?? '';
  }

  /** Whether nothing but space stands before an offset in its line. */
  startsLine(offset: number): boolean {
    return this.text.slice(this.text.lastIndexOf('\n', offset - 1) + 1, offset).trim() === '';
  }

  /** One level of indentation, as most of the file has it. */
  get unit(): string {
    const indents = this.text.match(/^(?:\t+| {2,})(?=\S)/gm) ?? [];
    const tabs = indents.filter((indent) => indent.startsWith('\t')).length;
    if (tabs > indents.length / 2) return '\t';
    const least = Math.min(8, ...indents.filter((one) => !one.startsWith('\t')).map((one) => one.length));
    return ' '.repeat(indents.length === 0 ? 2 : least);
  }

  get quote(): string {
    return (this.text.match(/'/g)?.length ?? 0) >= (this.text.match(/"/g)?.length ?? 0) || /from '/.test(this.text)
      ? "'"
      : '"';
  }

  /** Names in braces, with the space around them that the imports of the file have. */
  braced(names: string): string {
    return /^import\b[^'"]*\{\w/m.test(this.text) ? `{${names}}` : `{ ${names} }`;
  }

  /** What ends a statement here. */
  get semicolon(): string {
    const [first] = this.ast.program.body.filter((node) => node.type === 'ImportDeclaration');
    return first === undefined || this.source(first).endsWith(';') ? ';' : '';
  }

  /** Where a whole line or several begin and end, if nothing else stands on them; else the stretch itself. */
  wholeLines({ start, end }: Span): Span {
    const from = this.text.lastIndexOf('\n', start - 1) + 1;
    const to = this.text.indexOf('\n', end);
    const after = this.text.slice(end, to === -1 ? undefined : to);
    if (this.text.slice(from, start).trim() !== '' || after.trim() !== '') return { start, end };
    return { start: from, end: to === -1 ? this.text.length : to + 1 };
  }
}
