/** A shared value that is set without telling anyone: told as it is where it is set elsewhere. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { Impossible } from '../plan';
import { isFunction, namesIn, referencesOf } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { scriptOf, spotOf, type Mend } from './job';

/** What tells others, by how it is usually called. */
const TELLS = /listener|subscriber|observer|callback|handler|notify|publish|emit|tell|trigger|\.next\(|\.set\(/i;

export const silentWrite: Mend = (job) => {
  const { workshop, steps, finding } = job;
  const syntax = scriptOf(job);
  const around = syntax.around(syntax.offset(spotOf(job)));
  const statement = around.findLast((node) => node.type === 'ExpressionStatement');
  const changed = statement?.type === 'ExpressionStatement' ? changedBy(syntax, statement) : null;
  if (statement?.type !== 'ExpressionStatement' || changed === null)
    throw new Impossible('The change is part of a larger expression.');
  if (!around.some((node) => node.type === 'BlockStatement' && node.body.includes(statement)))
    throw new Impossible('The change stands alone after a condition.');
  const telling = tellingAfter(syntax, changed, statement) ?? callingAll(syntax, changed);
  if (telling === null) throw new Impossible(`Nowhere is ${changed} told in a way that can be repeated here.`);
  const { start, end } = spanOf(statement);
  workshop.texts.insert(syntax.path, end, `\n${syntax.indentAt(start)}${telling}`);
  steps.edit(`Tell those who listen once ${changed} is set, as is done where it is set elsewhere.`, finding.file);
};

/** What a statement sets or changes in place, as it is written; null for any other. */
function changedBy(syntax: Syntax, { expression }: t.ExpressionStatement): string | null {
  if (expression.type === 'AssignmentExpression') return syntax.source(expression.left);
  if (expression.type === 'UpdateExpression') return syntax.source(expression.argument);
  const callee = expression.type === 'CallExpression' ? expression.callee : null;
  return callee?.type === 'MemberExpression' ? syntax.source(callee.object) : null;
}

/** The statement by which others are told after the same value is set elsewhere in the file; null where none can be repeated. */
function tellingAfter(syntax: Syntax, changed: string, statement: t.Statement): string | null {
  const found: string[] = [];
  walkNodes(syntax.ast, (node) => {
    if (!isFunction(node) || node.body.type !== 'BlockStatement') return;
    const { body } = node.body;
    const at = body.findIndex(
      (one) => one !== statement && one.type === 'ExpressionStatement' && changedBy(syntax, one) === changed,
    );
    const set = body[at];
    if (set?.type !== 'ExpressionStatement') return;
    const own = new Set([...node.params, ...body.filter(isDeclaration)].flatMap((one) => [...namesIn(one)]));
    for (const one of body.slice(at + 1)) {
      const text = syntax.source(one);
      if (one.type !== 'ExpressionStatement' || !TELLS.test(text)) continue;
      const repeated = withoutLocals(syntax, one, set, { own, changed });
      if (repeated !== null) found.push(repeated);
    }
  });
  return found[0] ?? null;
}

/** Functions by which others ask to be told. */
const ASKS = /^(subscribe|listen|watch|observe|on$|addListener)/;

/** A call of each of those who asked to be told, where those are kept in one list beside what is set; null where they are not. */
function callingAll(syntax: Syntax, changed: string): string | null {
  const lists = new Map<string, string>();
  walkNodes(syntax.ast, (node) => {
    if (!isFunction(node) || node.body.type !== 'BlockStatement') return;
    const named = 'id' in node && node.id ? node.id : 'key' in node ? node.key : null;
    if (named?.type !== 'Identifier' || !ASKS.test(named.name)) return;
    walkNodes(node.body, (call) => {
      if (call.type !== 'CallExpression' || call.callee.type !== 'MemberExpression') return;
      const { object, property } = call.callee;
      const [first] = call.arguments;
      const isParam = node.params.some(
        (one) => one.type === 'Identifier' && first?.type === 'Identifier' && one.name === first.name,
      );
      const list = syntax.source(object);
      const isBeside = list.startsWith('this.') === changed.startsWith('this.');
      if (property.type === 'Identifier' && /^(add|push)$/.test(property.name) && isParam && isBeside && first)
        lists.set(list, syntax.source(first));
    });
  });
  const [only, ...others] = lists;
  if (!only || others.length > 0) return null;
  const [list, listener] = only;
  return `${list}.forEach((${listener}) => ${listener}())${syntax.semicolon}`;
}

function isDeclaration(node: t.Statement): boolean {
  return node.type === 'VariableDeclaration';
}

/** A statement of another function as it can stand here: what that was given to set is what is set by then. */
function withoutLocals(
  syntax: Syntax,
  statement: t.ExpressionStatement,
  { expression: set }: t.ExpressionStatement,
  { own, changed }: { own: ReadonlySet<string>; changed: string },
): string | null {
  const names = [...namesIn(statement)].filter((name) => own.has(name));
  const [only, ...others] = names;
  if (only === undefined) return syntax.source(statement);
  const isPushed = set.type === 'AssignmentExpression' && syntax.source(set.right) === only;
  if (!isPushed || others.length > 0) return null;
  const from = spanOf(statement).start;
  return referencesOf(statement, only)
    .sort((a, b) => b.start - a.start)
    .reduce(
      (text, { start, end }) => text.slice(0, start - from) + changed + text.slice(end - from),
      syntax.source(statement),
    );
}
