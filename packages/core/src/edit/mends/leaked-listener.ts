/** A timer or listener that goes on: ended where the family ends what an effect or a component began. */
import type * as t from '@babel/types';
import type { Family } from '../../model/documents';
import { Impossible } from '../plan';
import { freeName, isFunction, namesIn, type FunctionNode } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { endInClass, isInClass } from './ended-in-class';
import { endInOptions, optionsAt } from './ended-in-options';
import { endInScope } from './ended-in-scope';
import { familyOf, scriptOf, spotOf, type Mend, type MendJob } from './job';

/** How each family ends what a component began. */
const ENDING: Partial<Record<Family, { returns: RegExp; runs: RegExp | null; hook: string | null; from: string }>> = {
  react: { returns: /^use(Layout|Insertion)?Effect$/, runs: null, hook: null, from: 'react' },
  svelte: { returns: /^(onMount|\$effect)$/, runs: null, hook: 'onDestroy', from: 'svelte' },
  vue: { returns: /^$/, runs: /^on(Before)?Mount(ed)?$/, hook: 'onUnmounted', from: 'vue' },
};

/** What ends what a call starts; the name it is kept under, where it has to be kept. */
function endOf(call: t.CallExpression, syntax: Syntax, variable: string | null, handler: string | null): string {
  const name = calledName(call);
  if (name === 'setInterval') return `clearInterval(${variable})`;
  if (name === 'setTimeout') return `clearTimeout(${variable})`;
  const object = call.callee.type === 'MemberExpression' ? syntax.source(call.callee.object) : '';
  const method = { addEventListener: 'removeEventListener', addListener: 'removeListener', on: 'off', $on: '$off' }[
    name
  ];
  const [topic, , third] = call.arguments;
  if (method === undefined || !topic || handler === null)
    throw new Impossible(`What ${name} returns, and how that is ended, is not known here.`);
  const callee = call.callee.type === 'MemberExpression' ? `${object}.${method}` : method;
  return `${callee}(${[syntax.source(topic), handler, ...(third ? [syntax.source(third)] : [])].join(', ')})`;
}

export const leakedListener: Mend = (job) => {
  const { workshop, steps, finding } = job;
  const family = familyOf(job) ?? 'scope';
  const syntax = scriptOf(job);
  if (isInClass(job, syntax)) {
    endInClass(job, syntax, family, endOf);
    return;
  }
  const options = family === 'vue' ? optionsAt(job, syntax) : null;
  if (options) {
    endInOptions(job, syntax, options, endOf);
    return;
  }
  if (family === 'scope') {
    endInScope(job, syntax, endOf);
    return;
  }
  const ending = ENDING[family];
  if (!ending) throw new Impossible('Vectura does not write this mend for this family yet.');
  const around = syntax.around(syntax.offset(spotOf(job)));
  const call = around.findLast((node) => node.type === 'CallExpression');
  const statement = around.findLast((node) => /^(Expression|Return)Statement$|^VariableDeclaration$/.test(node.type));
  if (call?.type !== 'CallExpression' || !statement) throw new Impossible('The call is not found.');
  if (!/^set(Interval|Timeout)$/.test(calledName(call)) && call.arguments.length < 2)
    throw new Impossible(`What ${calledName(call)} returns, and how that is ended, is not known here.`);
  const effect = around.findLast(
    (node): node is FunctionNode => isFunction(node) && spanOf(node).end > spanOf(call).end,
  );
  const outer = effect
    ? around.findLast(
        (node): node is t.CallExpression =>
          node.type === 'CallExpression' && node.arguments.includes(effect as t.Expression),
      )
    : null;
  const hook = outer ? calledName(outer) : null;
  const taken = namesIn(syntax.ast);
  const isReturned = hook !== null && ending.returns.test(hook);
  const isOutside = !effect && ending.hook !== null;
  const isRun = hook !== null && ending.runs?.test(hook) === true && ending.hook !== null;
  if (!isReturned && !isOutside && !isRun)
    throw new Impossible('It is started in a function that no effect or hook of the component runs directly.');
  if (effect && (effect.body.type !== 'BlockStatement' || !effect.body.body.includes(statement as t.Statement)))
    throw new Impossible('It is started in a branch or a callback.');
  const texts = workshop.texts;
  const { path, semicolon } = syntax;
  const isTimer = /^set(Interval|Timeout)$/.test(calledName(call));
  let variable = variableOf(statement, call);
  if (isTimer && variable === null) {
    if (statement.type !== 'ExpressionStatement') throw new Impossible('What the timer is kept in is not a name.');
    variable = freeName(taken, 'timer');
    texts.insert(path, spanOf(statement).start, isRun ? `${variable} = ` : `const ${variable} = `);
  } else if (isTimer && isRun && statement.type === 'VariableDeclaration') {
    const [only] = statement.declarations;
    if (statement.declarations.length > 1 || !only) throw new Impossible('It is declared with others.');
    texts.remove(path, spanOf(statement).start, spanOf(only.id).start);
  }
  const handler = isTimer ? null : handlerOf(job, syntax, call, isRun && outer ? outer : statement, taken);
  const end = endOf(call, syntax, variable, handler);
  if (isReturned && effect?.body.type === 'BlockStatement') {
    const last = effect.body.body.at(-1);
    const returned = effect.body.body.find((node) => node.type === 'ReturnStatement');
    const cleanup = returned?.argument && isFunction(returned.argument) ? returned.argument : null;
    const indent = syntax.indentAt(spanOf(statement).start);
    if (cleanup?.body.type === 'BlockStatement') {
      const inner = syntax.indentAt(spanOf(cleanup.body.body[0] ?? cleanup.body).start);
      texts.insert(path, spanOf(cleanup.body).start + 1, `\n${inner}${end}${semicolon}`);
    } else if (cleanup) {
      texts.replace(
        path,
        spanOf(cleanup.body).start,
        spanOf(cleanup.body).end,
        `{\n${indent}${syntax.unit}${end}${semicolon}\n${indent}${syntax.unit}${syntax.source(cleanup.body)}${semicolon}\n${indent}}`,
      );
    } else if (returned) throw new Impossible('What the effect returns is no function that is written here.');
    else if (last) texts.insert(path, spanOf(last).end, `\n${indent}return () => ${end}${semicolon}`);
    steps.edit(`Let the effect end it: ${end}.`, finding.file);
    return;
  }
  const name = workshop.importsOf(path).named(ending.from, ending.hook ?? '');
  const whole =
    isRun && outer
      ? (around.find((node) => node.type === 'ExpressionStatement' && spanOf(node).end >= spanOf(outer).end) ?? outer)
      : statement;
  const indent = syntax.indentAt(spanOf(whole).start);
  if (isRun && isTimer) texts.insert(path, spanOf(whole).start, `let ${variable}${semicolon}\n${indent}`);
  texts.insert(path, spanOf(whole).end, `\n${indent}${name}(() => ${end})${semicolon}`);
  steps.edit(`End it when the component goes: ${end}.`, finding.file);
};

/** A name for the function that listens: its own, or one that it gets. */
function handlerOf(
  { workshop }: MendJob,
  syntax: Syntax,
  call: t.CallExpression,
  before: t.Node,
  taken: ReadonlySet<string>,
): string {
  const handler = call.arguments[1];
  if (!handler) throw new Impossible('It has no function that listens.');
  if (handler.type === 'Identifier') return handler.name;
  if (!isFunction(handler)) throw new Impossible('The function that listens is made anew at the call.');
  const [topic] = call.arguments;
  const event = topic?.type === 'StringLiteral' ? topic.value.replace(/\W/g, '') : 'event';
  const name = freeName(taken, `on${event.charAt(0).toUpperCase()}${event.slice(1)}`);
  const indent = syntax.indentAt(spanOf(before).start);
  workshop.texts.insert(
    syntax.path,
    spanOf(before).start,
    `const ${name} = ${syntax.source(handler)}${syntax.semicolon}\n${indent}`,
  );
  workshop.texts.replace(syntax.path, spanOf(handler).start, spanOf(handler).end, name);
  return name;
}

function variableOf(statement: t.Node, call: t.CallExpression): string | null {
  if (statement.type === 'VariableDeclaration') {
    const own = statement.declarations.find(({ init }) => init === call);
    return own?.id.type === 'Identifier' ? own.id.name : null;
  }
  if (statement.type === 'ExpressionStatement' && statement.expression.type === 'AssignmentExpression')
    return statement.expression.right === call && statement.expression.left.type === 'Identifier'
      ? statement.expression.left.name
      : null;
  return null;
}

function calledName({ callee }: t.CallExpression): string {
  if (callee.type === 'Identifier') return callee.name;
  return callee.type === 'MemberExpression' && callee.property.type === 'Identifier' ? callee.property.name : '';
}
