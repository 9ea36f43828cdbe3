/** The services that a component provides. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import { removeEntries } from '../syntax/entries';
import { spanOf, type Syntax } from '../syntax/tree';
import type { Texts } from '../texts';
import { optionNamed } from './members';

/** A class with what its decorator says of it. */
interface Decorated {
  name: string;
  path: string;
  syntax: Syntax;
  options: t.ObjectExpression;
}

/** Lets it share the service of whoever provides that around it. Throws where it does not provide that in a list of its own. */
export function dropProvider(component: Decorated, service: string, texts: Texts): void {
  const { path, options, name } = component;
  const option = optionNamed(options, 'providers');
  const list = option?.value.type === 'ArrayExpression' ? option.value : null;
  const entry = list?.elements.find((one) => one?.type === 'Identifier' && one.name === service);
  if (!option || !list || !entry) throw new Impossible(`${name} provides ${service} in a way that is not edited.`);
  const [all, gone] = list.elements.length > 1 ? [list.elements, entry] : [options.properties, option];
  const spans = all.flatMap((one) => (one ? [spanOf(one)] : []));
  removeEntries(
    texts,
    path,
    spans,
    spans.filter(({ start }) => start === spanOf(gone).start),
  );
}

/** Adds services to those that a component provides. */
export function addProviders(component: Decorated, services: readonly string[], texts: Texts): void {
  const { path, syntax, options, name } = component;
  const known = optionNamed(options, 'providers');
  const list = known?.value.type === 'ArrayExpression' ? known.value : null;
  if (known && !list) throw new Impossible(`${name} provides what another file lists.`);
  const names = services.join(', ');
  if (list) {
    const last = list.elements.at(-1);
    texts.insert(path, last ? spanOf(last).end : spanOf(list).start + 1, last ? `, ${names}` : names);
    return;
  }
  const [first] = options.properties;
  if (!first) return;
  const { start, end } = spanOf(first);
  const indent = syntax.indentAt(start);
  const isAlone = syntax.text.slice(0, start).endsWith(`\n${indent}`);
  texts.insert(path, end, `,${isAlone ? `\n${indent}` : ' '}providers: [${names}]`);
}
