/** Data of a Vue component that starts as a copy and stays one: computed instead, from what it was copied from. */
import type * as t from '@babel/types';
import { fieldOf } from '../../read/script/patterns';
import { Impossible } from '../plan';
import { removeEntries } from '../syntax/entries';
import { spanOf, type Syntax } from '../syntax/tree';
import { spotOf, type MendJob } from './job';

/** Where options say what data a component has. */
interface Data {
  options: t.ObjectExpression;
  /** `data() { … }` as one of the options. */
  option: t.ObjectMethod | t.ObjectProperty;
  data: t.ObjectExpression;
  entry: t.ObjectProperty;
}

/** The data that a finding is about; null where it stands in no options. */
export function dataAt(job: MendJob, syntax: Syntax): Data | null {
  const around = syntax.around(syntax.offset(spotOf(job)));
  const at = around.findIndex(
    (node) =>
      (node.type === 'ObjectMethod' || node.type === 'ObjectProperty') &&
      fieldOf(node.key, node.computed) === 'data' &&
      around[around.indexOf(node) - 1]?.type === 'ObjectExpression',
  );
  const [options, option] = [around[at - 1], around[at]];
  const inner = around.slice(at + 1);
  const data = inner.find((node) => node.type === 'ObjectExpression');
  const entry = data ? inner[inner.indexOf(data) + 1] : undefined;
  if (options?.type !== 'ObjectExpression' || data?.type !== 'ObjectExpression' || entry?.type !== 'ObjectProperty')
    return null;
  if (option?.type !== 'ObjectMethod' && option?.type !== 'ObjectProperty') return null;
  return { options, option, data, entry };
}

export function computeInOptions(job: MendJob, syntax: Syntax, { options, option, data, entry }: Data): void {
  const { workshop, steps, finding } = job;
  const { texts } = workshop;
  const { path, unit, semicolon } = syntax;
  const name = fieldOf(entry.key, entry.computed);
  const source = syntax.source(entry.value);
  // What a variable of the function holds is not there for others.
  if (!/\bthis\./.test(source) || isTakenApart(option))
    throw new Impossible(`${name} starts from what only data() knows.`);
  const indent = syntax.indentAt(spanOf(option).start);
  const getter = (inner: string): string =>
    [`${name}() {`, `${unit}return ${source}${semicolon}`, '},'].map((line) => `${inner}${line}`).join('\n');
  const known = options.properties.find(
    (one) => one.type === 'ObjectProperty' && fieldOf(one.key, one.computed) === 'computed',
  );
  const computed = known?.type === 'ObjectProperty' && known.value.type === 'ObjectExpression' ? known.value : null;
  if (known && !computed) throw new Impossible('What is computed is listed in another way.');
  const isEmptied = data.properties.length === 1;
  if (computed) {
    const inner = `${syntax.indentAt(spanOf(known ?? computed).start)}${unit}`;
    texts.insert(path, spanOf(computed).start + 1, `\n${getter(inner)}`);
  }
  const made = `computed: {\n${getter(`${indent}${unit}`)}\n${indent}}`;
  if (!isEmptied) removeEntries(texts, path, data.properties.map(spanOf), [spanOf(entry)]);
  else if (computed) removeEntries(texts, path, options.properties.map(spanOf), [spanOf(option)]);
  else texts.replace(path, spanOf(option).start, spanOf(option).end, made);
  if (!isEmptied && !computed) texts.insert(path, spanOf(option).end, `,\n${indent}${made}`);
  steps.edit(`Compute ${name} anew whenever what it comes from changes.`, finding.file);
}

/** Whether data() does more than to return an object. */
function isTakenApart(option: t.ObjectMethod | t.ObjectProperty): boolean {
  if (option.type === 'ObjectMethod') return option.body.body.length > 1;
  const { value } = option;
  return value.type === 'FunctionExpression' ? value.body.body.length > 1 : value.type !== 'ArrowFunctionExpression';
}
