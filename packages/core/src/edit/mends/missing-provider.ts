/** A context read beside its provider: the provider's tag put around both, where they stand in the markup of one component. */
import type * as t from '@babel/types';
import type { ReactComponent } from '../react/component';
import { Impossible } from '../plan';
import { spanOf, type Syntax } from '../syntax/tree';
import { componentOf, type Mend, type MendJob } from './job';

type Parent = t.JSXElement | t.JSXFragment;

const FOR_YOU = 'Where the provider should stand is for you to decide.';

export const missingProvider: Mend = (job) => {
  const { workshop, steps, finding } = job;
  const reader = componentOf(job, (finding.componentIds ?? []).length - 1);
  const { site, author } = providerIn(job);
  const home = workshop.component(author);
  const tag = tagLeadingTo(job, reader.fn, author);
  if (!home) throw new Impossible(FOR_YOU);
  const { syntax } = home;
  const provider = elementAt(home, job, site);
  const around = syntax.around(spanOf(elementAt(home, job, tag)).start);
  const outward = syntax.around(spanOf(provider).start).filter(isParent).reverse().slice(1);
  const parent = outward.find((one) => around.includes(one));
  if (!parent) throw new Impossible(`${home.name} does not render them within one element.`);
  const between = outward.slice(0, outward.indexOf(parent));
  // Rendered on a condition, it would be there for others only then.
  const isDirect = [provider, ...between].every((one, index, all) => (all[index + 1] ?? parent).children.includes(one));
  const children = parent.children.filter((one) => one.type !== 'JSXText');
  const index = (of: t.Node): number =>
    children.findIndex((one) => spanOf(one).start <= spanOf(of).start && spanOf(of).end <= spanOf(one).end);
  const [from, to] = [index(between.at(-1) ?? provider), index(elementAt(home, job, tag))].sort((a, b) => a - b);
  const [first, last] = [children[from ?? -1], children[to ?? -1]];
  if (!isDirect || !first || !last) throw new Impossible(FOR_YOU);
  putAround(job, syntax, provider, first, last);
  steps.edit(
    `Put the tag that provides ${finding.name ?? 'it'} around ${reader.name} as well, in ${home.name}.`,
    syntax.path,
  );
};

/** The one tag in the markup of a component that provides the context, itself or by a component for that. */
function providerIn({ linked: { program }, finding }: MendJob): { site: number; author: number } {
  const context = program.graph.contexts.findIndex(({ fact }) => fact.name === finding.name);
  const inner = context === -1 ? [] : program.providersOf(context);
  const [only, ...others] = inner.flatMap((site) => {
    const by = authorOf(program, site);
    const outer = by === null ? [] : program.sitesOf(by);
    return outer.length > 0 && finding.componentIds?.includes(program.component(by ?? -1)?.id ?? '') !== true
      ? outer
      : [site];
  });
  const author = only === undefined ? null : authorOf(program, only);
  if (only === undefined || author === null || others.length > 0) throw new Impossible(FOR_YOU);
  return { site: only, author };
}

/** The tag in a component's markup by which another one comes to be rendered. */
function tagLeadingTo({ linked: { program } }: MendJob, to: number, author: number): number {
  const seen = new Set<number>();
  for (let fn = to; !seen.has(fn);) {
    seen.add(fn);
    const sites = program.sitesOf(fn).map((site) => ({ site, by: authorOf(program, site) }));
    const own = sites.filter(({ by }) => by === author);
    const [only, ...others] = own.length > 0 ? own : sites;
    if (!only || only.by === null || others.length > 0) break;
    if (only.by === author) return only.site;
    fn = only.by;
  }
  throw new Impossible(FOR_YOU);
}

function authorOf(program: MendJob['linked']['program'], site: number): number | null {
  const entry = program.graph.sites[site];
  const unit = entry ? program.unitOf(program.graph.fnAt(entry.file, entry.fact.fn)) : -1;
  return program.component(unit)?.fn ?? null;
}

function elementAt({ syntax }: ReactComponent, { linked }: MendJob, site: number): t.JSXElement {
  const spot = linked.program.graph.sites[site]?.fact.at;
  const found = spot ? syntax.nearest(spot, 'JSXElement') : null;
  if (!found) throw new Impossible(FOR_YOU);
  return found;
}

function isParent(node: t.Node): node is Parent {
  return node.type === 'JSXElement' || node.type === 'JSXFragment';
}

/** Takes the tags of an element from around what it contains, and puts them around two of its neighbours and all between them. */
function putAround({ workshop }: MendJob, syntax: Syntax, element: t.JSXElement, first: t.Node, last: t.Node): void {
  const { texts } = workshop;
  const { path, text, unit } = syntax;
  const { openingElement, closingElement } = element;
  if (!closingElement) throw new Impossible(FOR_YOU);
  const [open, close] = [syntax.wholeLines(spanOf(openingElement)), syntax.wholeLines(spanOf(closingElement))];
  const start = text.lastIndexOf('\n', spanOf(first).start) + 1;
  const isAlone =
    open.start < spanOf(openingElement).start &&
    close.start < spanOf(closingElement).start &&
    text.slice(start, spanOf(first).start).trim() === '';
  if (!isAlone) {
    if (text.slice(spanOf(first).start, spanOf(last).end).includes('\n'))
      throw new Impossible('Its tags do not stand on lines of their own.');
    for (const { start: from, end } of [openingElement, closingElement].map(spanOf)) texts.remove(path, from, end);
    texts.insert(path, spanOf(first).start, syntax.source(openingElement));
    texts.insert(path, spanOf(last).end, syntax.source(closingElement));
    return;
  }
  texts.remove(path, open.start, open.end);
  texts.remove(path, close.start, close.end);
  const indent = text.slice(start, spanOf(first).start);
  texts.insert(path, start, `${indent}${syntax.source(openingElement)}\n`);
  const isInside = (line: number): boolean => open.start <= line && line < close.end;
  for (let line = start; line !== 0 && line < spanOf(last).end; line = text.indexOf('\n', line) + 1)
    if (!isInside(line) && text[line] !== '\n') texts.insert(path, line, unit);
  texts.insert(path, spanOf(last).end, `\n${indent}${syntax.source(closingElement)}`);
}
