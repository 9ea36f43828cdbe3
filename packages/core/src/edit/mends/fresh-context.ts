/** A context that gets a new value on every render: the value is kept until something in it changes. */
import type * as t from '@babel/types';
import { walkNodes } from '../../read/script/walk';
import { Impossible } from '../plan';
import type { ReactComponent } from '../react/component';
import { Keeping } from '../react/keeping';
import { isFunction } from '../syntax/names';
import { spanOf } from '../syntax/tree';
import { componentOf, editable, spotOf, type Mend } from './job';

export const freshContext: Mend = (job) => {
  const { finding, workshop, steps } = job;
  const component = editable(job, componentOf(job));
  const { syntax } = component;
  const attribute = syntax.nearest(spotOf(job), 'JSXAttribute');
  const expression = attribute?.value?.type === 'JSXExpressionContainer' ? attribute.value.expression : null;
  if (!expression || expression.type === 'JSXEmptyExpression' || syntax.path !== finding.file)
    throw new Impossible('The value is not written at the provider.');
  const declared = expression.type === 'Identifier' ? declaredIn(component, expression.name) : null;
  const value = declared?.init ?? expression;
  if (!/^(Object|Array|ArrowFunction|Function)Expression$/.test(value.type))
    throw new Impossible('The value is put together elsewhere.');
  const keeping = new Keeping(job, component);
  const dependencies = keeping.dependenciesOf(value);
  const hook = isFunction(value) ? 'useCallback' : 'useMemo';
  const local = workshop.importsOf(syntax.path).named('react', hook);
  const source = syntax.source(value);
  const memoised =
    hook === 'useCallback'
      ? `${local}(${source}, [${dependencies.join(', ')}])`
      : `${local}(() => ${value.type === 'ObjectExpression' ? `(${source})` : source}, [${dependencies.join(', ')}])`;
  if (declared) {
    workshop.texts.replace(syntax.path, spanOf(value).start, spanOf(value).end, memoised);
  } else {
    const { body } = component.fn;
    const own = body.type === 'BlockStatement' ? body.body : [];
    const last = own.at(-1);
    const returns = own.filter(returnsEarly);
    if (last?.type !== 'ReturnStatement' || returns.length > 1 || !isWithin(last, expression))
      throw new Impossible(`${component.name} returns in several places, and hooks stand before all of them.`);
    const name = component.claim('value');
    const { start } = spanOf(last);
    const indent = syntax.indentAt(start);
    workshop.texts.insert(syntax.path, start, `const ${name} = ${memoised}${syntax.semicolon}\n${indent}`);
    workshop.texts.replace(syntax.path, spanOf(expression).start, spanOf(expression).end, name);
  }
  steps.edit(
    `Keep what ${component.name} provides ${dependencies.length === 0 ? 'for good' : `until ${oneOf(dependencies)} changes`}.`,
    syntax.path,
  );
};

function declaredIn({ fn }: ReactComponent, name: string): t.VariableDeclarator | null {
  const own = fn.body.type === 'BlockStatement' ? fn.body.body : [];
  for (const node of own)
    if (node.type === 'VariableDeclaration')
      for (const one of node.declarations) if (one.id.type === 'Identifier' && one.id.name === name) return one;
  return null;
}

function returnsEarly(node: t.Statement): boolean {
  let found = false;
  walkNodes(node, (one, within) => {
    if (one.type === 'ReturnStatement' && !within) found = true;
  });
  return found;
}

function isWithin(outer: t.Node, inner: t.Node): boolean {
  return spanOf(outer).start <= spanOf(inner).start && spanOf(inner).end <= spanOf(outer).end;
}

function oneOf(names: readonly string[]): string {
  return names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} or ${names.at(-1)}`;
}
