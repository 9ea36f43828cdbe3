/** What a controller of scopes starts, ended when its scope is destroyed or its component goes. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import { freeName, isFunction, namesIn, type FunctionNode } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import type { EndOf } from './ended-in-class';
import { spotOf, type MendJob } from './job';

export function endInScope(job: MendJob, syntax: Syntax, endOf: EndOf): void {
  const { workshop, steps, finding } = job;
  const around = syntax.around(syntax.offset(spotOf(job)));
  const call = around.findLast((node) => node.type === 'CallExpression');
  const statement = around.findLast((node) => node.type === 'ExpressionStatement');
  const functions = around.filter((node): node is FunctionNode => isFunction(node));
  const inner = functions.findLast((one) => spanOf(one).end > spanOf(call ?? one).end);
  if (
    call?.type !== 'CallExpression' ||
    statement?.type !== 'ExpressionStatement' ||
    statement.expression !== call ||
    !inner
  )
    throw new Impossible('What it returns is used, or kept, in another way.');
  if (!bodyOf(inner).includes(statement)) throw new Impossible('It is started in a branch or a callback.');
  const callee = syntax.source(call.callee);
  const isHeard = /\$on$/.test(callee);
  const isTimer = /^(\$interval|\$timeout|set(Interval|Timeout))$/.test(callee);
  const variable = freeName(namesIn(syntax.ast), isHeard ? 'off' : 'timer');
  const handler = call.arguments[1]?.type === 'Identifier' ? call.arguments[1].name : null;
  const end = isHeard
    ? `${variable}()`
    : /^\$/.test(callee) && isTimer
      ? `${callee}.cancel(${variable})`
      : endOf(call, syntax, variable, handler);
  const { texts } = workshop;
  const { path, unit } = syntax;
  const keyword = /\b(const|let)\b/.test(syntax.text) ? 'const' : 'var';
  const keeps = isHeard || isTimer;
  const line = (text: string, at: t.Node): string => `\n${syntax.indentAt(spanOf(at).start)}${text};`;
  const made = (at: t.Node, end: string): string => {
    const indent = syntax.indentAt(spanOf(at).start);
    return isHeard ? variable : `function () {\n${indent}${unit}${end};\n${indent}}`;
  };

  if (functions.some((one) => hasParam(one, '$scope'))) {
    if (keeps) texts.insert(path, spanOf(statement).start, `${keyword} ${variable} = `);
    texts.insert(path, spanOf(statement).end, line(`$scope.$on('$destroy', ${made(statement, end)})`, statement));
    steps.edit(`End it when the scope is destroyed: ${end}.`, finding.file);
    return;
  }
  // The controller of a component is told when that goes; any other is not.
  const controller = functions.find((one) => bodyOf(one).some((node) => aliasOf(node) !== null));
  const alias = controller ? bodyOf(controller).flatMap((node) => aliasOf(node) ?? [])[0] : undefined;
  if (!controller || alias === undefined || !/\.(component|directive)\(/.test(syntax.text))
    throw new Impossible('Its controller asks for no scope, and is not told when it goes.');
  const hook = `${alias}.$onDestroy`;
  if (new RegExp(`\\b${alias}\\.\\$onDestroy\\b`).test(syntax.text))
    throw new Impossible(`${hook} is there already, and where this belongs in it is for you to decide.`);
  const outer = bodyOf(controller).find(
    (one) => spanOf(one).start <= spanOf(call).start && spanOf(call).end <= spanOf(one).end,
  );
  if (!outer || (outer !== statement && !isHook(syntax, outer, alias)))
    throw new Impossible('It is started in a branch or a callback.');
  if (outer !== statement && !keeps)
    throw new Impossible('The function that listens may be known only where it is started.');
  if (outer === statement) {
    if (keeps) texts.insert(path, spanOf(statement).start, `${keyword} ${variable} = `);
  } else if (keeps) {
    texts.insert(
      path,
      spanOf(outer).start,
      `${keyword === 'const' ? 'let' : 'var'} ${variable};\n${syntax.indentAt(spanOf(outer).start)}`,
    );
    texts.insert(path, spanOf(statement).start, `${variable} = `);
  }
  // Set by then, and not as the controller is made.
  const ends =
    outer === statement
      ? made(outer, end)
      : `function () {\n${syntax.indentAt(spanOf(outer).start)}${unit}${end};\n${syntax.indentAt(spanOf(outer).start)}}`;
  texts.insert(path, spanOf(outer).end, line(`${hook} = ${ends}`, outer));
  steps.edit(`End it when the component goes: ${end}.`, finding.file);
}

function bodyOf(fn: FunctionNode): t.Statement[] {
  return fn.body.type === 'BlockStatement' ? fn.body.body : [];
}

function hasParam(fn: FunctionNode, name: string): boolean {
  return fn.params.some((param) => param.type === 'Identifier' && param.name === name);
}

/** `var vm = this`. */
function aliasOf(node: t.Statement): string | null {
  if (node.type !== 'VariableDeclaration') return null;
  const own = node.declarations.find(({ init }) => init?.type === 'ThisExpression');
  return own?.id.type === 'Identifier' ? own.id.name : null;
}

/** `vm.$onInit = function () { … }`. */
function isHook(syntax: Syntax, node: t.Statement, alias: string): boolean {
  if (node.type !== 'ExpressionStatement' || node.expression.type !== 'AssignmentExpression') return false;
  const { left, right } = node.expression;
  return new RegExp(`^${alias}\\.\\$(onInit|postLink)$`).test(syntax.source(left)) && isFunction(right);
}
