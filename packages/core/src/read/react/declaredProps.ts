/** Props declared beside a component: `Tray.propTypes = { … }`, `Tray.defaultProps = { … }`, and the same as statics. */
import type * as t from '@babel/types';
import type { FunctionFact, PropFact } from '../../model/facts';
import { spotOf } from '../script/builder';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { objectOf } from '../script/literals';
import type { DeclaredProps } from '../script/declaredProps';

const FIELDS: Record<string, keyof DeclaredProps> = {
  propTypes: 'types',
  defaultProps: 'defaults',
  childContextTypes: 'provides',
  contextTypes: 'reads',
};

/** Notes `X.propTypes = …` and `X.defaultProps = …`; false for any other assignment. */
export function noteDeclared(r: ScriptReader, node: t.AssignmentExpression): boolean {
  const { left } = node;
  if (left.type !== 'MemberExpression' || left.object.type !== 'Identifier') return false;
  const field = fieldOf(left.property, left.computed);
  return declare(r, left.object.name, field, node.right);
}

/** Keeps what a static field declares; false where it declares nothing. */
export function declare(r: ScriptReader, name: string, field: string, node: t.Node | null | undefined): boolean {
  const key = Object.hasOwn(FIELDS, field) ? FIELDS[field] : undefined;
  if (key === undefined) return false;
  const known = r.declaredProps.get(name) ?? { types: null, defaults: null, provides: null, reads: null };
  r.declaredProps.set(name, { ...known, [key]: objectOf(r, node) });
  return true;
}

/** Once the module is read: what was declared beside each component is joined to what it reads. */
export function settleDeclared(r: ScriptReader): void {
  for (const [name, declared] of r.declaredProps)
    for (const fact of r.b.facts.functions) if (fact.name === name && fact.props) join(r, fact, declared);
}

function join(r: ScriptReader, fact: FunctionFact, { types, defaults }: DeclaredProps): void {
  const props = new Map((fact.props ?? []).map((prop) => [prop.name, prop]));
  for (const one of types?.properties ?? []) {
    if (one.type === 'SpreadElement') continue;
    const name = fieldOf(one.key, one.computed);
    const type = one.type === 'ObjectProperty' ? one.value : null;
    const required = type?.type === 'MemberExpression' && fieldOf(type.property, false) === 'isRequired';
    const known: PropFact = props.get(name) ?? {
      name,
      required: false,
      default: null,
      declared: true,
      at: spotOf(one.key),
    };
    known.required ||= required;
    known.declared = true;
    props.set(name, known);
  }
  for (const one of defaults?.properties ?? []) {
    if (one.type !== 'ObjectProperty') continue;
    const known = props.get(fieldOf(one.key, one.computed));
    if (!known) continue;
    known.default ??= r.source(one.value);
    known.required = false;
  }
  fact.props = [...props.values()];
}
