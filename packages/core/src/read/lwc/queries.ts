/** Children that a component asks its own markup for: by tag, class, data or reference. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { plain } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';

/** `this.template.querySelector('c-bed')`, `this.querySelectorAll('.bed')`; undefined for any other call. */
export function readQuery(r: ScriptReader, node: t.CallExpression): PlaceId | null | undefined {
  const { callee } = node;
  if (callee.type !== 'MemberExpression' || !r.component) return undefined;
  const method = fieldOf(callee.property, callee.computed);
  if (method !== 'querySelector' && method !== 'querySelectorAll') return undefined;
  const { object } = callee;
  const ofTemplate =
    object.type === 'MemberExpression' &&
    object.object.type === 'ThisExpression' &&
    fieldOf(object.property, false) === 'template';
  if (!ofTemplate && object.type !== 'ThisExpression') return undefined;
  const [argument] = node.arguments;
  const names = namesIn(r, argument);
  // `[data-field]` says of none which it is: whichever comes first is meant.
  const chosen = plain(r, argument)?.type === 'TemplateLiteral' || names.some((name) => /^\[[\w-]+\]$/.test(name));
  return ask(r, names, { content: !ofTemplate, all: method === 'querySelectorAll', chosen }, spotOf(node));
}

/** `this.refs.bed`; null for any other field. */
export function readRef(r: ScriptReader, { object, property, computed }: t.MemberExpression): PlaceId | null {
  if (!r.component || r.inTemplate || object.type !== 'MemberExpression' || object.object.type !== 'ThisExpression')
    return null;
  if (fieldOf(object.property, object.computed) !== 'refs' || computed) return null;
  return ask(r, [`lwc:ref ${fieldOf(property, computed)}`], {}, spotOf(property));
}

function ask(
  r: ScriptReader,
  names: string[],
  { content = false, all = false, chosen = false }: { content?: boolean; all?: boolean; chosen?: boolean },
  at: Spot,
): PlaceId | null {
  const { component, b } = r;
  if (!component || names.length === 0) return null;
  const holder = b.place('object', shownName(names[0] ?? ''), component.fn, at);
  b.facts.boxes.push(holder);
  b.facts.queries.push({
    component: null,
    names,
    content,
    all,
    ...(chosen ? { chosen } : {}),
    holder,
    before: null,
    fn: component.fn,
    at,
  });
  const found = b.part(holder, 'current', r.fn, at);
  if (!all) return found;
  const list = b.place('object', '', r.fn, at);
  b.flow(found, list, 'put', '*');
  return list;
}

function shownName(name: string): string {
  return name.replace('lwc:ref ', '');
}

/** What the last element of each selector is asked for by: the most telling part of it. None where that is put together. */
function namesIn(r: ScriptReader, node: t.Node | undefined): string[] {
  const bare = plain(r, node);
  if (bare?.type === 'TemplateLiteral') {
    for (const one of bare.expressions) value(r, one as t.Expression);
    // `[data-id="${id}"]`: whichever of them.
    const [, data] = /\[(data-[\w-]+)[*^$~|]?=["']?$/.exec(bare.quasis[0]?.value.raw ?? '') ?? [];
    return data === undefined ? [] : [`[${data}]`];
  }
  if (bare?.type !== 'StringLiteral') return [];
  return bare.value.split(',').flatMap((one) => {
    const last =
      one
        .trim()
        .split(/[\s>+~]+/)
        .at(-1) ?? '';
    const [whole, data, value] = /\[(data-[\w-]+)(?:=["']?([^"'\]]*)["']?)?\]/.exec(last) ?? [];
    const [, className] = /\.([\w-]+)/.exec(last) ?? [];
    const [, ref] = /\[lwc\\:ref=["']?(\w+)/.exec(last) ?? [];
    if (ref !== undefined) return [`lwc:ref ${ref}`];
    if (whole !== undefined) return [value === undefined ? `[${data ?? ''}]` : `[${data ?? ''}="${value}"]`];
    if (className !== undefined) return [`.${className}`];
    return /^[a-z][\w]*-[\w-]+/.exec(last) ?? [];
  });
}
