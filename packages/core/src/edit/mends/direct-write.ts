/** State changed in place: changed through its setter, as a new value. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import { stateAt } from '../react/state';
import { spanOf, type Syntax } from '../syntax/tree';
import { familyOf, scriptOf, spotOf, type Mend } from './job';

export const directWrite: Mend = (job) => {
  const { linked, cells, finding, workshop, steps } = job;
  if (familyOf(job) !== 'react') throw new Impossible('Vectura does not write this mend for this family yet.');
  const syntax = scriptOf(job);
  const statement = syntax.around(syntax.offset(spotOf(job))).findLast((node) => node.type === 'ExpressionStatement');
  if (statement?.type !== 'ExpressionStatement') throw new Impossible('The change is part of a larger expression.');
  const { object, next } = changeIn(syntax, statement.expression);
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
    const { object, property } = node.callee;
    const method = property.type === 'Identifier' ? property.name : '';
    const given = node.arguments.map((one) => syntax.source(one)).join(', ');
    if (object.type !== 'Identifier') throw new Impossible('What it changes is a part of the state.');
    if (method === 'push') return { object: object.name, next: `[...${object.name}, ${given}]` };
    if (method === 'unshift') return { object: object.name, next: `[${given}, ...${object.name}]` };
    if (method === 'sort' || method === 'reverse')
      return { object: object.name, next: `[...${object.name}].${method}(${given})` };
    if (method === 'pop') return { object: object.name, next: `${object.name}.slice(0, -1)` };
    if (method === 'shift') return { object: object.name, next: `${object.name}.slice(1)` };
    throw new Impossible(`What ${method} changes is not written anew by itself.`);
  }
  if (
    node.type !== 'AssignmentExpression' ||
    node.operator !== '=' ||
    node.left.type !== 'MemberExpression' ||
    node.left.object.type !== 'Identifier'
  )
    throw new Impossible('What it changes is a part of the state.');
  const object = node.left.object.name;
  const key = node.left.computed ? `[${syntax.source(node.left.property)}]` : syntax.source(node.left.property);
  if (node.left.computed && node.left.property.type === 'NumericLiteral')
    throw new Impossible('It sets an entry of a list.');
  return { object, next: `{ ...${object}, ${key}: ${syntax.source(node.right)} }` };
}
