/** State changed in place: changed through its setter, as a new value. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import { stateAt } from '../react/state';
import { spanOf, type Syntax } from '../syntax/tree';
import { familyOf, scriptOf, spotOf, type Mend } from './job';

export const directWrite: Mend = (job) => {
  const { linked, cells, finding, workshop, steps } = job;
  const family = familyOf(job) ?? 'scope';
  const isField = /^(?:angular|lwc)$/.test(family);
  if (family !== 'react' && !isField) throw new Impossible('Vectura does not write this mend for this family yet.');
  const syntax = scriptOf(job);
  const around = syntax.around(syntax.offset(spotOf(job)));
  const statement = around.findLast((node) => node.type === 'ExpressionStatement');
  if (statement?.type !== 'ExpressionStatement') throw new Impossible('The change is part of a larger expression.');
  const { object, next } = changeIn(syntax, statement.expression);
  if (isField) {
    if (!object.startsWith('this.')) throw new Impossible(`${object} is not the state itself.`);
    checkAssigned(around, object.slice('this.'.length));
    const { start, end } = spanOf(statement);
    workshop.texts.replace(syntax.path, start, end, `${object} = ${next}${syntax.semicolon}`);
    steps.edit(`Assign ${object} a new value instead of changing the one it holds.`, finding.file);
    return;
  }
  const own = cells.all.find(
    ({ cell }) =>
      cell.kind === 'state' &&
      linked.program.graph.path(cell.file) === finding.file &&
      stateAt(syntax, cell.spot)?.value === object,
  );
  const state = own ? stateAt(syntax, own.cell.spot) : null;
  if (!state?.setter) throw new Impossible(`${object} is not the state itself, or nothing sets it.`);
  const { start, end } = spanOf(statement);
  const after = statementAfter(syntax, statement);
  const isSetAfter = after !== null && isCallOf(syntax, after, state.setter);
  // `trays.push(tray); setTrays(trays);` sets the list that was changed: it is to set the new one.
  if (after && isSetAfter && syntax.source(after).replace(/;$/, '') === `${state.setter}(${object})`) {
    const whole = syntax.wholeLines({ start, end });
    workshop.texts.remove(syntax.path, whole.start, whole.end);
    workshop.texts.replace(
      syntax.path,
      spanOf(after).start,
      spanOf(after).end,
      `${state.setter}(${next})${syntax.semicolon}`,
    );
  } else if (isSetAfter) throw new Impossible(`${state.setter} is called right after it: make the new value there.`);
  else workshop.texts.replace(syntax.path, start, end, `${state.setter}(${next})${syntax.semicolon}`);
  steps.edit(`Set ${object} to a new value instead of changing the one it holds.`, finding.file);
};

/** Throws where a field of the class may not be assigned. */
function checkAssigned(around: readonly t.Node[], field: string): void {
  const body = around.findLast((node) => node.type === 'ClassBody');
  const members = body?.type === 'ClassBody' ? body.body : [];
  for (const one of members)
    if (one.type === 'ClassProperty' && one.key.type === 'Identifier' && one.key.name === field && one.readonly)
      throw new Impossible(`${field} is readonly.`);
}

/** What a field or a variable is called; null for anything else. */
function nameOf(syntax: Syntax, node: t.Node): string | null {
  if (node.type === 'Identifier') return node.name;
  const isField = node.type === 'MemberExpression' && node.object.type === 'ThisExpression' && !node.computed;
  return isField ? syntax.source(node) : null;
}

/** The statement after another one in the same block. */
function statementAfter(syntax: Syntax, statement: t.Statement): t.Statement | null {
  const block = syntax
    .around(spanOf(statement).start)
    .findLast((node): node is t.BlockStatement => node.type === 'BlockStatement' && node.body.includes(statement));
  return block?.body[block.body.indexOf(statement) + 1] ?? null;
}

function isCallOf(syntax: Syntax, node: t.Statement, name: string): boolean {
  return new RegExp(`\\b${name.replaceAll('$', '\\$')}\\(`).test(syntax.source(node));
}

/** What is changed, and the value that comes of it. */
function changeIn(syntax: Syntax, node: t.Expression): { object: string; next: string } {
  if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
    const { property } = node.callee;
    const object = nameOf(syntax, node.callee.object);
    const method = property.type === 'Identifier' ? property.name : '';
    const args = node.arguments.map((one) => syntax.source(one)).join(', ');
    if (object === null) throw new Impossible('What it changes is a part of the state.');
    if (method === 'push') return { object, next: `[...${object}, ${args}]` };
    if (method === 'unshift') return { object, next: `[${args}, ...${object}]` };
    if (method === 'sort' || method === 'reverse') return { object, next: `[...${object}].${method}(${args})` };
    if (method === 'pop') return { object, next: `${object}.slice(0, -1)` };
    if (method === 'shift') return { object, next: `${object}.slice(1)` };
    throw new Impossible(`What ${method} changes is not written anew by itself.`);
  }
  const left = node.type === 'AssignmentExpression' && node.operator === '=' ? node.left : null;
  const object = left?.type === 'MemberExpression' ? nameOf(syntax, left.object) : null;
  if (node.type !== 'AssignmentExpression' || left?.type !== 'MemberExpression' || object === null)
    throw new Impossible('What it changes is a part of the state.');
  const key = left.computed ? `[${syntax.source(left.property)}]` : syntax.source(left.property);
  if (left.computed && left.property.type === 'NumericLiteral') throw new Impossible('It sets an entry of a list.');
  return { object, next: `{ ...${object}, ${key}: ${syntax.source(node.right)} }` };
}
