/** What the options of a Vue component start, ended by the option that runs when it goes. */
import type * as t from '@babel/types';
import { fieldOf } from '../../read/script/patterns';
import { Impossible } from '../plan';
import { namesIn } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { handlerIn, variableOf, type Begun, type EndOf } from './ended-in-class';
import { spotOf, type MendJob } from './job';

/** Options that run once for each instance, and those that run when it goes. */
const BEGINS = /^(created|beforeMount|mounted)$/;
const LEAVES = /^(beforeDestroy|destroyed|beforeUnmount|unmounted)$/;

interface Options {
  list: t.ObjectExpression;
  method: t.ObjectMethod;
}

/** The options and the one of them that a finding stands in; null where it stands in no such option. */
export function optionsAt(job: MendJob, syntax: Syntax): Options | null {
  const around = syntax.around(syntax.offset(spotOf(job)));
  const method = around.find(
    (node) => node.type === 'ObjectMethod' && !node.computed && BEGINS.test(fieldOf(node.key, false)),
  );
  const list = method ? around[around.indexOf(method) - 1] : undefined;
  return method?.type === 'ObjectMethod' && list?.type === 'ObjectExpression' ? { list, method } : null;
}

export function endInOptions(job: MendJob, syntax: Syntax, { list, method }: Options, endOf: EndOf): void {
  const { workshop, steps, finding } = job;
  const around = syntax.around(syntax.offset(spotOf(job)));
  const call = around.findLast((node) => node.type === 'CallExpression');
  const statement = around.findLast((node) => node.type === 'ExpressionStatement');
  if (call?.type !== 'CallExpression') throw new Impossible('The call is not found.');
  if (statement?.type !== 'ExpressionStatement' || !method.body.body.includes(statement))
    throw new Impossible('It is started in a branch or a callback.');
  const begun: Begun = { job, syntax, statement, call, members: namesIn(syntax.ast) };
  const end = endOf(call, syntax, variableOf(begun), handlerIn(begun));
  const { path, semicolon, unit } = syntax;
  const known = list.properties.find(
    (one) => one.type === 'ObjectMethod' && !one.computed && LEAVES.test(fieldOf(one.key, false)),
  );
  const last = known?.type === 'ObjectMethod' ? known.body.body.at(-1) : undefined;
  const leaves =
    known?.type === 'ObjectMethod' ? fieldOf(known.key, false) : leavingIn(workshop.texts.read('package.json'));
  if (known && !last) throw new Impossible(`${leaves} is there, and empty.`);
  if (last) {
    const indent = syntax.indentAt(spanOf(last).start);
    workshop.texts.insert(path, spanOf(last).end, `\n${indent}${end}${semicolon}`);
  } else {
    const indent = syntax.indentAt(spanOf(method).start);
    const body = `${leaves}() {\n${indent}${unit}${end}${semicolon}\n${indent}}`;
    workshop.texts.insert(path, spanOf(method).end, `,\n${indent}${body}`);
  }
  steps.edit(`End it in ${leaves}: ${end}.`, finding.file);
}

/** What the option is called in the version of the framework that a project asks for. */
function leavingIn(manifest: string | null): string {
  const wanted = /"vue"\s*:\s*"\D*(\d+)/.exec(manifest ?? '')?.[1];
  return wanted !== undefined && Number(wanted) < 3 ? 'beforeDestroy' : 'beforeUnmount';
}
