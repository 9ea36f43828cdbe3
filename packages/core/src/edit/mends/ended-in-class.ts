/** What a class of a component starts, ended where that leaves: by a method of its own, or by what the family calls then. */
import type * as t from '@babel/types';
import type { Family } from '../../model/documents';
import { fieldOf } from '../../read/script/patterns';
import { needVersion } from '../angular/version';
import { Impossible } from '../plan';
import { freeName, isFunction } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { spotOf, type MendJob } from './job';

/** What ends a call, by what it is kept in and by the function that listens. */
export type EndOf = (call: t.CallExpression, syntax: Syntax, variable: string | null, handler: string | null) => string;

/** The method that runs when a component of a family goes. */
const LEAVES: Partial<Record<Family, string>> = { lwc: 'disconnectedCallback', react: 'componentWillUnmount' };

/** The first version of the framework whose services tell when their component goes. */
const FIRST_WITH_DESTROY_REF = 16;

export function isInClass(job: MendJob, syntax: Syntax): boolean {
  return syntax.around(syntax.offset(spotOf(job))).some((node) => node.type === 'ClassMethod');
}

export function endInClass(job: MendJob, syntax: Syntax, family: Family, endOf: EndOf): void {
  const { workshop, steps, finding } = job;
  const around = syntax.around(syntax.offset(spotOf(job)));
  const call = around.findLast((node) => node.type === 'CallExpression');
  const statement = around.findLast((node) => node.type === 'ExpressionStatement');
  const method = around.findLast((node) => node.type === 'ClassMethod');
  const body = around.findLast((node) => node.type === 'ClassBody');
  if (call?.type !== 'CallExpression' || method?.type !== 'ClassMethod' || body?.type !== 'ClassBody')
    throw new Impossible('The call is not found.');
  if (statement?.type !== 'ExpressionStatement' || !method.body.body.includes(statement))
    throw new Impossible('It is started in a branch or a callback.');
  const members = new Set(
    body.body.flatMap((one) => ('key' in one && one.key ? [fieldOf(one.key as t.Expression, false)] : [])),
  );
  const { texts } = workshop;
  const { path, semicolon } = syntax;
  const name = calledName(call);
  if (family === 'angular') {
    const destroyRefMember = destroyRef(job, syntax, body, members);
    if (name === 'subscribe' && call.callee.type === 'MemberExpression') {
      const until = workshop.importsOf(path).named('@angular/core/rxjs-interop', 'takeUntilDestroyed');
      texts.insert(path, spanOf(call.callee.object).end, `.pipe(${until}(this.${destroyRefMember}))`);
      steps.edit('End it when the component goes, by takeUntilDestroyed.', finding.file);
      return;
    }
    const isTimer = /^set(?:Interval|Timeout)$/.test(name);
    if (isTimer && statement.expression !== call) throw new Impossible('What the timer is kept in is not a name.');
    const handler = isTimer ? null : methodOf(syntax, call);
    const variable = isTimer ? freeName(members, 'timer') : null;
    if (variable !== null) texts.insert(path, spanOf(statement).start, `const ${variable} = `);
    const end = endOf(call, syntax, variable, handler);
    const indent = syntax.indentAt(spanOf(statement).start);
    texts.insert(
      path,
      spanOf(statement).end,
      `\n${indent}this.${destroyRefMember}.onDestroy(() => ${end})${semicolon}`,
    );
    steps.edit(`End it when the component goes: ${end}.`, finding.file);
    return;
  }
  const leaves = LEAVES[family];
  if (leaves === undefined) throw new Impossible('Vectura does not write this mend for this family yet.');
  if (/\.tsx?$/.test(path))
    throw new Impossible('It would have to be kept in a field, whose type is for you to write.');
  const begun: Begun = { job, syntax, statement, call, members };
  const stored = variableOf(begun);
  const end =
    call.callee.type === 'Identifier' && name === 'subscribe'
      ? `${unsubscribe(begun)}(${stored ?? ''})`
      : endOf(call, syntax, stored, handlerIn(begun));
  const tried = removalIn(begun, body, leaves);
  if (tried) texts.replace(path, spanOf(tried).start, spanOf(tried).end, end);
  else addTo(begun, body, method, leaves, `${end}${semicolon}`);
  steps.edit(`End it in ${leaves}: ${end}.`, finding.file);
}

/** What was begun, where, and the names that the class has. */
export interface Begun {
  job: MendJob;
  syntax: Syntax;
  statement: t.ExpressionStatement;
  call: t.CallExpression;
  members: ReadonlySet<string>;
}

/** A member that tells when the component goes. */
function destroyRef(job: MendJob, syntax: Syntax, body: t.ClassBody, members: ReadonlySet<string>): string {
  const { workshop } = job;
  needVersion(workshop.texts, FIRST_WITH_DESTROY_REF, 'does not tell services when their component goes');
  const known = body.body.find(
    (one) => one.type === 'ClassProperty' && one.value && syntax.source(one.value) === 'inject(DestroyRef)',
  );
  if (known?.type === 'ClassProperty') return fieldOf(known.key, known.computed);
  const [first] = body.body;
  if (!first) throw new Impossible('The class has no members.');
  const name = freeName(members, 'destroyRef');
  const imports = workshop.importsOf(syntax.path);
  const indent = syntax.indentAt(spanOf(first).start);
  const made = `${imports.named('@angular/core', 'inject')}(${imports.named('@angular/core', 'DestroyRef')})`;
  workshop.texts.insert(
    syntax.path,
    spanOf(first).start,
    `private readonly ${name} = ${made}${syntax.semicolon}\n${indent}`,
  );
  return name;
}

/** The function that listens, where it is the same each time it is named. */
function methodOf(syntax: Syntax, call: t.CallExpression): string {
  const handler = call.arguments[1];
  if (!handler || !isStable(handler)) throw new Impossible('The function that listens is made anew at the call.');
  return syntax.source(handler);
}

/** The field that a timer or a subscription is kept in. */
export function variableOf({ job: { workshop }, syntax, statement, call, members }: Begun): string | null {
  const name = calledName(call);
  if (!/^(?:set(?:Interval|Timeout)|subscribe)$/.test(name)) return null;
  const { expression } = statement;
  if (expression.type === 'AssignmentExpression' && expression.right === call) return syntax.source(expression.left);
  if (expression !== call) throw new Impossible('What it is kept in is not a name.');
  const variable = `this.${freeName(members, name === 'subscribe' ? 'subscription' : 'timer')}`;
  workshop.texts.insert(syntax.path, spanOf(statement).start, `${variable} = `);
  return variable;
}

/** The function that ends what one by the name of `subscribe` begins, from where that is imported. */
function unsubscribe({ job: { workshop }, syntax }: Begun): string {
  for (const node of syntax.ast.program.body)
    if (node.type === 'ImportDeclaration' && node.specifiers.some(({ local }) => local.name === 'subscribe'))
      return workshop.importsOf(syntax.path).named(node.source.value, 'unsubscribe');
  throw new Impossible('How what subscribe begins is ended, is not known here.');
}

/** The function that listens; one that is made at the call gets a field. */
export function handlerIn({ job: { workshop }, syntax, statement, call, members }: Begun): string | null {
  const handler = call.arguments[1];
  if (/^set(?:Interval|Timeout)$/.test(calledName(call)) || !handler) return null;
  if (isStable(handler)) return syntax.source(handler);
  if (!isMadeThere(handler)) throw new Impossible('The function that listens is made anew at the call.');
  const [topic] = call.arguments;
  const event = topic?.type === 'StringLiteral' ? topic.value.replace(/\W/g, '') : 'event';
  const field = `this.${freeName(members, `on${event.charAt(0).toUpperCase()}${event.slice(1)}`)}`;
  const { path, semicolon } = syntax;
  const indent = syntax.indentAt(spanOf(statement).start);
  workshop.texts.insert(path, spanOf(statement).start, `${field} = ${syntax.source(handler)}${semicolon}\n${indent}`);
  workshop.texts.replace(path, spanOf(handler).start, spanOf(handler).end, field);
  return field;
}

/** Whether a function is the same each time it is named. */
function isStable(handler: t.Node): boolean {
  return (
    handler.type === 'Identifier' ||
    (handler.type === 'MemberExpression' && handler.object.type === 'ThisExpression' && !handler.computed)
  );
}

function isMadeThere(handler: t.Node | undefined): boolean {
  return !!handler && (isFunction(handler) || (handler.type === 'CallExpression' && calledName(handler) === 'bind'));
}

/** A call in the leaving method that was to end it, and cannot: by a function that it makes anew. */
function removalIn({ syntax, call }: Begun, body: t.ClassBody, leaves: string): t.CallExpression | null {
  const topic = call.arguments[0] ? syntax.source(call.arguments[0]) : '';
  const method = body.body.find((one) => one.type === 'ClassMethod' && fieldOf(one.key, one.computed) === leaves);
  for (const one of method?.type === 'ClassMethod' ? method.body.body : []) {
    const ends = one.type === 'ExpressionStatement' && one.expression.type === 'CallExpression' ? one.expression : null;
    const [first, second] = ends?.arguments ?? [];
    if (ends && /^remove/.test(calledName(ends)) && first && syntax.source(first) === topic && isMadeThere(second))
      return ends;
  }
  return null;
}

/** Adds a statement to a method of the class; the method too, where there is none. */
function addTo(
  { job: { workshop }, syntax }: Begun,
  body: t.ClassBody,
  after: t.ClassMethod,
  name: string,
  statement: string,
): void {
  const { path, unit } = syntax;
  const known = body.body.find((one) => one.type === 'ClassMethod' && fieldOf(one.key, one.computed) === name);
  const indent = syntax.indentAt(spanOf(after).start);
  const last = known?.type === 'ClassMethod' ? known.body.body.at(-1) : undefined;
  if (last) workshop.texts.insert(path, spanOf(last).end, `\n${syntax.indentAt(spanOf(last).start)}${statement}`);
  else if (known?.type === 'ClassMethod') throw new Impossible(`${name} is there, and empty.`);
  else
    workshop.texts.insert(
      path,
      spanOf(after).end,
      `\n\n${indent}${name}() {\n${indent}${unit}${statement}\n${indent}}`,
    );
}

function calledName({ callee }: t.CallExpression): string {
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' && callee.property.type === 'Identifier' ? callee.property.name : '';
}
