/** What is written at a tag, as each kind of binding of a component may take it. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { EVENT_NAME, textProp, updateProp } from '../../model/signs';
import { camel } from '../../model/spelling';
import type { OpenSite } from '../component/site';
import { value } from '../script/expressions';
import type { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { walkNodes } from '../script/walk';
import { kindOf, type Attribute } from './attributes';
import { cut, expressionOf, interpolated, type Piece, scoped } from './expressions';
import type { OwnAttributes } from './ownAttributes';

/** What is written at a tag, as each kind of binding may take it: as what the expression gives, as what it does, as a text. */
export function passAttributes(
  r: ScriptReader,
  attributes: ReadonlyMap<string, Attribute>,
  { site, give, propsPlace }: OpenSite,
  piece: PlaceId,
  own: OwnAttributes,
): void {
  for (const { name, piece: part, text } of attributes.values()) {
    if (kindOf(name) !== 'text' || /^(class|style|id)$/.test(name)) continue;
    const prop = camel(name);
    const at = own.at(part);
    const parts = interpolated(part.text, part.start);
    if (parts.length > 0) {
      const computed = r.b.place('computed', prop, r.fn, at);
      for (const one of parts) {
        const place = own.show(one, piece);
        // A text that is one value and nothing else is that value.
        if (place !== null) r.b.flow(place, computed, isAll(one, part) ? 'same' : 'derived');
      }
      r.b.flow(computed, propsPlace, 'put', textProp(prop));
      site.props.push({ name: prop, place: computed, literal: null, at });
      continue;
    }
    const nodes = text.trim() === '' ? [] : cut(part, ';').map((one) => expressionOf(r, one, true));
    const run = nodes.flatMap((one) => one ?? []);
    const [first] = run;
    if (!first || run.length < nodes.length) give(prop, null, literalOf(text), at);
    else if (run.length > 1 || /^(Call|Assignment|Update)Expression$/.test(first.type)) {
      const outcome = r.b.place('computed', prop, r.fn, at);
      const { self, result } = callback(r, run, at);
      r.b.flow(self, outcome);
      r.b.flow(result, outcome);
      give(prop, outcome, null, at);
    } else {
      const isPlain = /Literal$/.test(first.type) && first.type !== 'TemplateLiteral';
      give(prop, value(r, scoped(r, first)), isPlain ? text : null, at);
      const again = isPlain ? null : expressionOf(r, part, true);
      if (again?.type !== 'Identifier' && again?.type !== 'MemberExpression') continue;
      r.onRequest = true;
      r.b.flow(own.setter(scoped(r, again)), propsPlace, 'put', updateProp(prop));
      r.onRequest = false;
    }
  }
}

/** `pick(bed)`: run by the child, which gives some of the names in it. */
function callback(r: ScriptReader, nodes: readonly t.Expression[], at: Spot): { self: PlaceId; result: PlaceId } {
  const id = r.b.addFunction('', 'closure', r.fn, at, at.line);
  const fact = r.b.fn(id);
  const locals = r.b.place('param', 'locals', id, at);
  fact.params.push(locals);
  const { fn, scope } = r;
  const around = new Map<string, PlaceId | undefined>();
  for (const name of argumentsIn(nodes)) around.set(name, r.scope.lookup(name));
  r.fn = id;
  r.scope = new Scope(scope, id);
  for (const [name, outer] of around) {
    const binding = r.b.place('binding', name, id, at);
    r.b.flow(r.b.part(locals, name, id, at), binding);
    r.b.flow(outer ?? (r.self === null ? null : r.b.part(r.self, name, id, at)), binding);
    r.scope.declare(name, binding);
  }
  fact.wraps = nodes.length === 1;
  for (const node of nodes) r.b.flow(value(r, scoped(r, node)), fact.result);
  r.fn = fn;
  r.scope = scope;
  r.b.endSpan(fact);
  return { self: fact.self, result: fact.result };
}

function isAll(part: Piece, whole: Piece): boolean {
  return whole.text.trim() === `{{${part.text}}}`;
}

function literalOf(text: string): string {
  return text === '' ? 'true' : JSON.stringify(text);
}

/** Names among what calls are given: whoever calls back may give them. */
function argumentsIn(nodes: readonly t.Expression[]): Set<string> {
  const found = new Set<string>();
  for (const node of nodes)
    walkNodes(node, (one) => {
      const args =
        one.type === 'CallExpression' ? one.arguments : one.type === 'AssignmentExpression' ? [one.right] : [];
      for (const each of args)
        walkNodes(each, (inner) => {
          if (inner.type === 'Identifier') found.add(inner.name);
        });
    });
  found.delete('undefined');
  found.delete(EVENT_NAME);
  return found;
}
