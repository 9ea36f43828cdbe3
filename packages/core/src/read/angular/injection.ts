/** What is injected: a service is an instance of its class. Which provider gives it is told once it is known who stands above whom. */
import type * as t from '@babel/types';
import type { PlaceId, Spot } from '../../model/facts';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { objectOf, property } from '../script/literals';
import { fieldOf } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { decoratorOf } from '../component/decorators';
import { walkNodes } from '../script/walk';
import { askToken, type From } from './providers';
import { queryOf } from './queries';
import { activatedRoute } from './router';

const FLAGS: Record<string, From> = { SkipSelf: 'above', Self: 'self', Host: 'view' };

/** The instance of a class of the project; null where the class is a package's own. */
function instanceOf(r: ScriptReader, token: PlaceId | null, from: From, at: Spot): PlaceId | null {
  if (token === null) return null;
  const imported = r.importOf.get(token);
  if (imported?.source === '@angular/router' && imported.imported === 'ActivatedRoute') return activatedRoute(r, at);
  if (imported?.source.startsWith('@angular/')) return null;
  return r.b.call({
    callee: token,
    name: '',
    args: [],
    onlyKnown: true,
    ...(from === 'above' ? { fromAbove: true } : from === 'view' ? { inView: true } : {}),
    fn: r.fn,
    at,
  });
}

/** `inject(Units)`. */
export function inject(r: ScriptReader, node: t.CallExpression): PlaceId | null {
  const [token, ...options] = node.arguments;
  for (const one of options) value(r, one as t.Expression);
  const flags = objectOf(r, options[0]);
  const isSet = (flag: string): boolean => {
    const node = property(flags, flag);
    return node?.type === 'BooleanLiteral' && node.value;
  };
  if (!token || token.type === 'SpreadElement') return null;
  const from: From = isSet('skipSelf') ? 'above' : isSet('self') ? 'self' : isSet('host') ? 'view' : 'self and above';
  const injected = askToken(r, token, from, isSet('optional'));
  if (injected !== null) return injected;
  return instanceOf(r, value(r, token as t.Expression), from, spotOf(node));
}

/** `constructor(private units: Units)`, `constructor(@Inject(UNITS) units)`. */
export function injected(r: ScriptReader, param: t.Node): PlaceId | null {
  const token = tokenOf(param);
  if (!token) return null;
  const from = FLAGS[decoratorOf(param, /^(SkipSelf|Self|Host)$/)?.name ?? ''] ?? 'self and above';
  const instance = askToken(r, token, from, decoratorOf(param, /^Optional$/) !== null);
  if (instance !== null) return instance;
  const place = r.scope.lookup(token.name);
  return place === undefined ? null : instanceOf(r, place, from, spotOf(token));
}

/**
 * The fields of a class that hold what the family gives: `units = inject(Units)`, `constructor(private units: Units)`, and what
 * methods keep that it calls with a child or with a function of a form.
 */
export function injectedFields(r: ScriptReader, node: t.ClassDeclaration | t.ClassExpression): Set<string> {
  const found = new Set<string>();
  for (const member of node.body.body) {
    if (member.type === 'ClassProperty' && isInjection(member.value)) found.add(fieldOf(member.key, member.computed));
    if (member.type !== 'ClassMethod') continue;
    for (const field of registeredIn(member)) found.add(field);
    if (member.kind !== 'constructor') continue;
    for (const param of member.params) {
      const token = tokenOf(param);
      const pattern = param.type === 'TSParameterProperty' ? param.parameter : null;
      if (token && r.scope.lookup(token.name) !== undefined && pattern?.type === 'Identifier') found.add(pattern.name);
    }
  }
  return found;
}

/** `registerOnChange(run) { this.run = run; }`, `@ViewChild(Bed) set bed(bed) { this.held = bed; }`: the fields that are set. */
function registeredIn(member: t.ClassMethod): string[] {
  const isRegistered = /^registerOn[A-Z]/.test(fieldOf(member.key, member.computed));
  if (!isRegistered && (member.kind !== 'set' || !queryOf(member))) return [];
  const [param] = member.params;
  const fields: string[] = [];
  walkNodes(member, (node) => {
    if (node.type !== 'AssignmentExpression' || node.right.type !== 'Identifier') return;
    const { left, right } = node;
    if (left.type !== 'MemberExpression' || left.object.type !== 'ThisExpression') return;
    if (param?.type === 'Identifier' && param.name === right.name) fields.push(fieldOf(left.property, left.computed));
  });
  return fields;
}

function isInjection(node: t.Node | null | undefined): boolean {
  return node?.type === 'CallExpression' && node.callee.type === 'Identifier' && node.callee.name === 'inject';
}

function tokenOf(param: t.Node): t.Identifier | null {
  const argument = decoratorOf(param, /^Inject$/)?.args[0];
  if (argument) return argument.type === 'Identifier' ? argument : null;
  const inner = param.type === 'TSParameterProperty' ? param.parameter : param;
  const name = inner.type === 'AssignmentPattern' ? inner.left : inner;
  const type =
    name.type === 'Identifier' && name.typeAnnotation?.type === 'TSTypeAnnotation'
      ? name.typeAnnotation.typeAnnotation
      : null;
  return type?.type === 'TSTypeReference' && type.typeName.type === 'Identifier' ? type.typeName : null;
}
