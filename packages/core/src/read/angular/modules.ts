/** Modules, and what components import for themselves: which tags of a template mean which components. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { mountSite } from '../component/site';
import { spotOf } from '../script/builder';
import { value } from '../script/expressions';
import { plain } from '../script/literals';
import { readPlainClass } from '../script/plainClasses';
import type { ScriptReader } from '../script/reader';
import { Metadata } from '../component/decorators';
import { readProviders } from './providers';
import { configureImports } from './router';

export function readNgModule(
  r: ScriptReader,
  node: t.ClassDeclaration | t.ClassExpression,
  name: string,
  argument: t.Node | undefined,
): PlaceId {
  const self = readPlainClass(r, node, name, null);
  const metadata = new Metadata(r, argument);
  const imports = metadata.node('imports');
  r.b.facts.scopes.push({
    self,
    declares: listed(r, metadata.node('declarations')),
    imports: listed(r, imports),
    offers: listed(r, metadata.node('exports')),
  });
  configureImports(r, plain(r, imports), self);
  readProviders(r, metadata.node('providers'), null);
  for (const one of elementsOf(r, metadata.node('bootstrap'))) mount(r, one);
  return self;
}

/** `imports: [Bed]`, of a component that stands for itself. */
export function noteImports(r: ScriptReader, self: PlaceId, metadata: Metadata): void {
  const imports = listed(r, metadata.node('imports'));
  if (imports.length > 0) r.b.facts.scopes.push({ self, declares: [], imports, offers: [] });
}

/** `bootstrapApplication(App, …)`, `bootstrap: [App]`: the page shows it. */
export function mount(r: ScriptReader, node: t.Node): void {
  const tag = value(r, node as t.Expression);
  if (tag !== null) mountSite(r, r.source(node), tag, spotOf(node));
}

function elementsOf(r: ScriptReader, node: t.Node | null): t.Node[] {
  const list = plain(r, node);
  return list?.type === 'ArrayExpression' ? list.elements.flatMap((one) => one ?? []) : [];
}

/** The classes that a list names: by themselves, or by what configures them (`Beds.forRoot()`). */
function listed(r: ScriptReader, node: t.Node | null): PlaceId[] {
  return elementsOf(r, node).flatMap((one): PlaceId[] => {
    if (one.type === 'ArrayExpression') return listed(r, one);
    if (one.type === 'SpreadElement') {
      const list = plain(r, one.argument);
      return list?.type === 'ArrayExpression' ? listed(r, list) : placeOf(r, one.argument);
    }
    const configured = one.type === 'CallExpression' && one.callee.type === 'MemberExpression';
    return placeOf(r, configured ? (one.callee as t.MemberExpression).object : one);
  });
}

function placeOf(r: ScriptReader, node: t.Node): PlaceId[] {
  // `forwardRef(() => Bed)`
  const later = node.type === 'CallExpression' ? node.arguments[0] : undefined;
  if (later?.type === 'ArrowFunctionExpression' && later.body.type === 'Identifier') return placeOf(r, later.body);
  const place = node.type === 'Identifier' || node.type === 'MemberExpression' ? value(r, node) : null;
  return place === null ? [] : [place];
}
