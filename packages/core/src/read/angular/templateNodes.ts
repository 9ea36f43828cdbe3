/** Nodes of a template: what they are, and where they stand. */
import {
  DomElementSchemaRegistry,
  type ParseSourceSpan,
  TmplAstBoundAttribute,
  TmplAstBoundText,
  TmplAstElement,
  type TmplAstNode,
  TmplAstText,
  type TmplAstTemplate,
  type TmplAstTextAttribute,
} from '@angular/compiler';
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { fieldOf } from '../script/patterns';
import { mayBeDirectives } from './selectors';

export function isBound(one: TmplAstBoundAttribute | TmplAstTextAttribute): one is TmplAstBoundAttribute {
  return one instanceof TmplAstBoundAttribute;
}

export function isText(one: TmplAstBoundAttribute | TmplAstTextAttribute): one is TmplAstTextAttribute {
  return !isBound(one);
}

/** What is written at a tag. */
export type Written = Pick<TmplAstElement, 'attributes' | 'inputs' | 'outputs'>;

/** A template that is written as one, and no structural directive of an element. */
export function isOwn(node: TmplAstTemplate): boolean {
  return node.tagName === 'ng-template' && node.templateAttrs.length === 0;
}

const elements = new DomElementSchemaRegistry();

/** Whether a tag is none of the page's own, nor of the family's. */
export function isComponent(name: string): boolean {
  return !/^(ng-|:)/.test(name) && !elements.hasElement(name, []);
}

export function fieldsOf({ properties }: t.ObjectExpression): string[] {
  return properties.flatMap((one) => (one.type === 'ObjectProperty' ? [fieldOf(one.key, one.computed)] : []));
}

export function literalOf(node: t.Expression | null): string | null {
  return node && /^(String|Numeric|Boolean)Literal$/.test(node.type)
    ? JSON.stringify((node as t.StringLiteral).value)
    : null;
}

export function spot({ start, end }: ParseSourceSpan): Spot {
  return { line: start.line + 1, column: start.col + 1, length: end.line === start.line ? end.col - start.col : 1 };
}

export function tagSpot(node: TmplAstElement): Spot {
  const { start } = node.startSourceSpan;
  return { line: start.line + 1, column: start.col + 2, length: node.name.length };
}

/** Whether something stands among nodes, at any depth, that may be a component or bring one. */
export function holdsTags(nodes: readonly TmplAstNode[]): boolean {
  return nodes.some((node) => {
    if (node instanceof TmplAstBoundText || node instanceof TmplAstText) return false;
    if (!(node instanceof TmplAstElement)) return true;
    return (
      isComponent(node.name) ||
      mayBeDirectives(node.name, [...node.attributes, ...node.inputs]).length > 0 ||
      holdsTags(node.children)
    );
  });
}
