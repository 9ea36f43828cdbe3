/** A template as edits need it: what its tags are given, and where it says a name of the instance. */
import type { TmplAstBoundAttribute, TmplAstBoundEvent, TmplAstElement, TmplAstTemplate } from '@angular/compiler';
import { compilerOf } from '../../read/compilers';
import { positions } from '../../read/script/positions';
import type { PassedProp } from '../component';
import type { Span } from '../syntax/tree';

/** A value bound to a tag: `[scale]="units()"`. */
export interface BoundInput extends PassedProp {
  /** The whole attribute. */
  at: Span;
}

/** What a tag listens with: `(sown)="sow($event)"`. */
export interface Heard {
  event: string;
  /** Where the name of the tag begins. */
  tag: number;
  /** What is run, without the quotes. */
  runs: Span;
  /** The whole attribute. */
  at: Span;
}

export interface Template {
  bound: BoundInput[];
  /** Bound both ways: `[(amount)]="amount"`. */
  boundBoth: BoundInput[];
  heard: Heard[];
  /** The names it reads of the instance. */
  mentions: ReadonlyMap<string, readonly Span[]>;
  /** Where it sets a member of the instance: `units = $event`. */
  assignments: { name: string; at: Span; value: Span }[];
  /** Names that it declares itself. */
  declared: ReadonlySet<string>;
}

/** Where a template stands: all of a file, or a text in a script. */
export interface Part extends Span {
  path: string;
  text: string;
  quoted: boolean;
}

/** Null where it cannot be parsed. */
export function templateOf({ path, text, start, end, quoted }: Part): Template | null {
  const at = positions(text)(start);
  const {
    Binary,
    ImplicitReceiver,
    parseTemplate,
    PropertyRead,
    ThisReceiver,
    TmplAstElement,
    TmplAstReference,
    TmplAstTemplate,
    TmplAstVariable,
  } = compilerOf('angular');
  const isInstance = (receiver: unknown): boolean =>
    receiver instanceof ImplicitReceiver || receiver instanceof ThisReceiver;
  const { nodes, errors } = parseTemplate(text, path, {
    preserveWhitespaces: true,
    escapedString: quoted,
    range: { startPos: start, startLine: at.line - 1, startCol: at.column - 1, endPos: end },
  });
  if (errors && errors.length > 0) return null;
  const bound: BoundInput[] = [];
  const boundBoth: BoundInput[] = [];
  const heard: Heard[] = [];
  const mentions = new Map<string, Span[]>();
  const assignments: Template['assignments'] = [];
  const declared = new Set<string>();
  const seen = new Set<object>();
  const queue: unknown[] = [nodes];
  for (let next = queue.pop(); next !== undefined; next = queue.pop()) {
    if (typeof next !== 'object' || next === null || seen.has(next)) continue;
    seen.add(next);
    if (next instanceof TmplAstVariable || next instanceof TmplAstReference) declared.add(next.name);
    if (next instanceof PropertyRead && isInstance(next.receiver)) {
      const { start: from, end: to } = next.nameSpan;
      mentions.set(next.name, [...(mentions.get(next.name) ?? []), { start: from, end: to }]);
    }
    if (next instanceof Binary && Binary.isAssignmentOperation(next.operation)) {
      const { left, right, operation } = next;
      // Computed with what was there before, it is set in a way of its own.
      const name = left instanceof PropertyRead && isInstance(left.receiver) && operation === '=' ? left.name : '';
      assignments.push({ name, at: spanOf(next.sourceSpan), value: spanOf(right.sourceSpan) });
    }
    if (next instanceof TmplAstElement || next instanceof TmplAstTemplate) {
      for (const one of next.inputs) {
        const found = boundTo(text, next, one, '[', ']');
        if (found) bound.push(found);
        const both = boundTo(text, next, one, '[(', ')]');
        if (both) boundBoth.push(both);
      }
      for (const one of next.outputs) {
        const found = heardAt(text, next, one);
        if (found) heard.push(found);
      }
    }
    for (const [key, inner] of Object.entries(next))
      if (typeof inner === 'object' && inner !== null && !/span$|^i18n$/i.test(key)) queue.push(inner);
  }
  return { bound, boundBoth, heard, mentions, assignments, declared };
}

function spanOf({ start, end }: Span): Span {
  return { start, end };
}

/** What is given under a name in brackets of a kind; null for any other kind, or with a part in the name. */
function boundTo(
  text: string,
  tag: TmplAstElement | TmplAstTemplate,
  { sourceSpan, valueSpan, name }: TmplAstBoundAttribute,
  open: string,
  close: string,
): BoundInput | null {
  if (!valueSpan || !text.slice(sourceSpan.start.offset).startsWith(`${open}${name}${close}`)) return null;
  return {
    prop: name,
    tag: tag.startSourceSpan.start.offset + 1,
    expression: text.slice(valueSpan.start.offset, valueSpan.end.offset).trim(),
    at: { start: sourceSpan.start.offset, end: sourceSpan.end.offset },
  };
}

function heardAt(text: string, tag: TmplAstElement | TmplAstTemplate, one: TmplAstBoundEvent): Heard | null {
  const { sourceSpan, handlerSpan, name } = one;
  if (!text.slice(sourceSpan.start.offset).startsWith(`(${name})`)) return null;
  return {
    event: name,
    tag: tag.startSourceSpan.start.offset + 1,
    runs: { start: handlerSpan.start.offset, end: handlerSpan.end.offset },
    at: { start: sourceSpan.start.offset, end: sourceSpan.end.offset },
  };
}
