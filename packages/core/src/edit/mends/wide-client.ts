/** A module marked for the browser that brings a component along: that one is handed in as children, by whoever renders it. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import type { ReactComponent } from '../react/component';
import { namesIn } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { importOf, rebased } from '../ways/moving';
import { editable, type Mend, type MendJob } from './job';

export const wideClient: Mend = (job) => {
  const { finding, linked, workshop, steps } = job;
  const { program } = linked;
  const infos = (finding.componentIds ?? []).flatMap((id) => program.componentById.get(id) ?? []);
  const marked = infos.find((one) => workshop.pathOf(one.fn) === finding.file);
  if (!marked) throw new Impossible('The marked module holds no component.');
  const component = editable(job, marked);
  const stay = new Set(infos.filter((one) => one !== marked).map(({ fn }) => fn));
  const sites = program.graph.sites.flatMap((_, site) =>
    workshop.authorOf(site) === marked.fn && workshop.childrenOf(site).some((fn) => stay.has(fn)) ? [site] : [],
  );
  const [only, ...others] = sites;
  if (only === undefined || others.length > 0)
    throw new Impossible(`Not one tag of ${marked.name} brings it along, so what to hand in is for you to decide.`);
  if (component.taken('children')) throw new Impossible(`${marked.name} has children already.`);
  const { syntax } = component;
  const element = elementAt(job, syntax, only);
  const { name: named } = element.openingElement;
  const name = named.type === 'JSXIdentifier' ? named.name : '';
  const tag = importOf(component, name);
  if (tag?.imported !== name) throw new Impossible('It is not imported by a name of its own.');
  if (!component.canAdd()) throw new Impossible(`The props of ${marked.name} are typed in another file.`);
  const parents = program.sitesOf(marked.fn).map((site) => parentOf(job, site));
  if (parents.length === 0) throw new Impossible(`Nobody in the project renders ${marked.name}.`);
  const markup = syntax.source(element);
  for (const { writer, opening } of parents) {
    const own = writer.syntax;
    const from = tag.from.startsWith('.') ? rebased(tag.from, syntax.path, own.path) : tag.from;
    if (workshop.importsOf(own.path).named(from, name) !== name)
      throw new Impossible(`${name} is another thing in ${own.path}.`);
    const { start, end } = spanOf(opening);
    const shown = own.source(opening.name);
    workshop.texts.replace(own.path, own.text.lastIndexOf('/', end - 1), end, `>${markup}</${shown}>`);
    // A space before the slash goes with it.
    const before = own.text.slice(start, own.text.lastIndexOf('/', end - 1));
    const spaces = before.length - before.trimEnd().length;
    if (spaces > 0) workshop.texts.remove(own.path, start + before.length - spaces, start + before.length);
    steps.edit(`Hand ${name} to ${marked.name} as its children in ${writer.name}.`, own.path);
  }
  const type = /\.[cm]?tsx?$/.test(syntax.path) ? `import('react').ReactNode` : null;
  const local = component.addProp('children', type);
  const { start, end } = spanOf(element);
  workshop.texts.replace(syntax.path, start, end, `{${local}}`);
  workshop.importsOf(syntax.path).noteGone({ start, end });
  steps.edit(`Show what is handed in instead of ${name} in ${marked.name}.`, syntax.path);
};

/** The element of a site, which says nothing that only its author knows. */
function elementAt({ linked }: MendJob, syntax: Syntax, site: number): t.JSXElement {
  const entry = linked.program.graph.sites[site];
  const element = entry ? syntax.nearest(entry.fact.at, 'JSXElement') : null;
  if (!element) throw new Impossible('It is not written as markup.');
  const outer = syntax.around(spanOf(element).start).findLast((node) => spanOf(node).end > spanOf(element).end);
  if (outer?.type !== 'JSXElement' && outer?.type !== 'JSXFragment')
    throw new Impossible('It is shown on a condition, or made for each of a list.');
  const imported = new Set(
    syntax.ast.program.body.flatMap((node) => (node.type === 'ImportDeclaration' ? [...namesIn(node)] : [])),
  );
  const tag = element.openingElement.name;
  const used = [...namesIn(element)].filter((name) => tag.type !== 'JSXIdentifier' || name !== tag.name);
  if (used.length > 0)
    throw new Impossible(
      used.some((name) => !imported.has(name))
        ? `It is passed ${used[0]}, which only its author knows.`
        : 'It brings more along.',
    );
  return element;
}

/** Who renders the marked component at a site, and the tag, which has nothing inside. */
function parentOf(
  { linked, workshop }: MendJob,
  site: number,
): { writer: ReactComponent; opening: t.JSXOpeningElement } {
  const author = workshop.authorOf(site);
  const writer = author === null ? null : workshop.component(author);
  const entry = linked.program.graph.sites[site];
  const opening = entry ? (writer?.tagAt(entry.fact.at) ?? null) : null;
  if (!writer || !opening?.selfClosing)
    throw new Impossible('It is rendered where nothing is edited, or with children.');
  return { writer, opening };
}
