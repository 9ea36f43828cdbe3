/**
 * Queries: fields that the family fills with children found in the component's own markup, or in what stands between its tags.
 * Which children those are is known once files are linked.
 */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { slotProp } from '../../model/signs';
import { spotOf } from '../script/builder';
import { cellName } from '../script/cellName';
import { value } from '../script/expressions';
import { objectOf, property, textOf } from '../script/literals';
import type { ScriptReader } from '../script/reader';
import { decoratorOf } from '../component/decorators';
import { signalOf, type Making } from './signals';

const QUERY = /^(View|Content)(Child|Children)$/;

/** What a query asks for. */
interface Asked {
  /** Among what stands between the component's tags. */
  content: boolean;
  /** For all there are, as a list. */
  all: boolean;
  args: readonly t.Node[];
}

/** The query a member is filled by; null where it is filled by none. */
export function queryOf(member: t.Node): Asked | null {
  const decorator = decoratorOf(member, QUERY);
  if (!decorator) return null;
  const { name, args } = decorator;
  return { content: name.startsWith('Content'), all: name.endsWith('Children'), args };
}

/** Reads a query; gives the place of what it finds. */
export function readQuery(r: ScriptReader, { content, all, args }: Asked, name: string, at: Spot): PlaceId | null {
  const { component, b } = r;
  if (!component) return null;
  const [asked, more] = args;
  const names = textOf(r, asked)?.split(',') ?? [];
  const options = objectOf(r, more);
  const read = property(options, 'read');
  const token = read ?? (names.length > 0 ? null : asked);
  const found = b.place('object', name, r.fn, at);
  for (const one of names) b.flow(templateNamed(r, one.trim(), content, at), found);
  const holder = b.place('object', name, r.fn, at);
  b.facts.boxes.push(holder);
  b.flow(b.part(holder, 'current', r.fn, at), found);
  const of = token ? classOf(r, token) : null;
  // Elements of the page, templates and whatever else the family itself gives are no children.
  if (of !== null || !token)
    b.facts.queries.push({
      component: of,
      names: names.map((one) => one.trim()),
      content,
      all,
      holder,
      before: isTrue(property(options, 'static')) ? [component.fn] : null,
      fn: component.fn,
      at,
    });
  if (!all) return found;
  const list = b.place('object', name, r.fn, at);
  for (const field of ['*', 'first', 'last']) b.flow(found, list, 'put', field);
  return list;
}

/** `viewChild(Bed)`, `contentChildren.required('row')`. */
export function querySignal(api: string): Making {
  const asked = { content: api.startsWith('content'), all: api.endsWith('Children') };
  return (r, node, target) => {
    const named = cellName(target);
    const name = named?.name ?? 'child';
    const at = spotOf(named?.node ?? node);
    return signalOf(r, name, at, readQuery(r, { ...asked, args: node.arguments }, name, at), null);
  };
}

/** The class asked for; null where it is none of the project's. `forwardRef(() => Bed)` is `Bed`. */
function classOf(r: ScriptReader, token: t.Node): PlaceId | null {
  if (token.type === 'CallExpression') {
    const [later] = token.arguments;
    return later?.type === 'ArrowFunctionExpression' ? classOf(r, later.body) : null;
  }
  if (token.type !== 'Identifier') return null;
  const place = value(r, token);
  const isOfFamily = place !== null && (r.importOf.get(place)?.source.startsWith('@angular/') ?? false);
  return isOfFamily ? null : place;
}

/** A template of the own markup, by its name; one that is written between the tags is passed under that name. */
function templateNamed(r: ScriptReader, name: string, content: boolean, at: Spot): PlaceId | null {
  const { component, b } = r;
  if (!component) return null;
  return b.part(component.self, content ? slotProp(name) : templateField(name), component.fn, at);
}

/** The field of the instance under which a template of its markup stands. */
export function templateField(name: string): string {
  return `#template ${name}`;
}

function isTrue(node: t.Node | null): boolean {
  return node?.type === 'BooleanLiteral' && node.value;
}
