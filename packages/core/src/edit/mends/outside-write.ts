/** A field of a class that others set: set by a method that the class hands out. */
import type * as t from '@babel/types';
import { AngularComponent } from '../angular/component';
import { Impossible } from '../plan';
import { freeName, namesIn } from '../syntax/names';
import { spanOf, Syntax } from '../syntax/tree';
import { componentOf, offsetOf, scriptOf, spotOf, type Mend, type MendJob } from './job';

export const outsideWrite: Mend = (job) => {
  const { workshop, steps, finding } = job;
  const { syntax, path, shift, at } = inMarkup(job) ?? inScript(job);
  const write = writeAt(syntax, at, finding.name ?? '');
  if (!write) throw new Impossible('It is set in markup, or in another way that is not edited.');
  if ((finding.related ?? []).length > 1)
    throw new Impossible('It is set in several places: a function for each is for you to name.');
  const home = homeOf(job, finding.name ?? '');
  const { name, made } = setterOf(home, write.by);
  if (made !== null) {
    workshop.texts.insert(home.syntax.path, home.end, made);
    steps.edit(`Let ${home.owner} hand out ${name}, which sets ${home.field}.`, home.syntax.path);
  }
  const { start, end } = spanOf(write.node);
  workshop.texts.replace(path, shift + start, shift + end, `${write.object}.${name}(${write.value})`);
  steps.edit(`Call ${name} instead of setting ${home.field} from outside.`, finding.file);
};

/** Code as syntax, where it stands in its file, and where in it the finding is. */
interface Code {
  syntax: Syntax;
  path: string;
  shift: number;
  at: number;
}

function inScript(job: MendJob): Code {
  const syntax = scriptOf(job);
  return { syntax, path: syntax.path, shift: 0, at: syntax.offset(spotOf(job)) };
}

/** What a tag of an Angular template runs; null where the finding stands elsewhere. */
function inMarkup(job: MendJob): Code | null {
  if (!job.finding.componentIds?.length) return null;
  const component = job.workshop.editor(componentOf(job).fn);
  if (!(component instanceof AngularComponent) || component.markupPath !== job.finding.file) return null;
  const offset = offsetOf(job);
  const found = component.template.heard.find(({ runs }) => runs.start <= offset && offset < runs.end);
  if (!found) return null;
  const { start, end } = found.runs;
  const syntax = Syntax.of('handler.ts', component.part.text.slice(start, end));
  return syntax && { syntax, path: component.markupPath, shift: start, at: offset - start };
}

interface Write {
  node: t.Node;
  /** The instance, as it is written. */
  object: string;
  value: string;
  /** The method of the field that sets it (`set`, `next`); null where the field is assigned. */
  by: string | null;
}

/** `units.scale = next`, `units.scale.set(next)`. */
function writeAt(syntax: Syntax, offset: number, field: string): Write | null {
  const around = syntax.around(offset);
  for (const node of [...around].reverse()) {
    // What it gives may be used.
    const outer = around[around.indexOf(node) - 1];
    if (outer?.type !== 'ExpressionStatement' && !(outer?.type === 'ArrowFunctionExpression' && outer.body === node))
      continue;
    if (node.type === 'AssignmentExpression' && node.operator === '=') {
      const object = ownerOf(syntax, node.left, field);
      if (object !== null) return { node, object, value: syntax.source(node.right), by: null };
    }
    if (node.type !== 'CallExpression' || node.callee.type !== 'MemberExpression' || node.arguments.length !== 1)
      continue;
    const { object: receiver, property } = node.callee;
    const object = ownerOf(syntax, receiver, field);
    const [first] = node.arguments;
    if (object !== null && first && property.type === 'Identifier' && /^(set|next)$/.test(property.name))
      return { node, object, value: syntax.source(first), by: property.name };
  }
  return null;
}

/** What stands before a field: `units` of `units.scale`. */
function ownerOf(syntax: Syntax, node: t.Node, field: string): string | null {
  if (node.type !== 'MemberExpression' || node.computed || node.property.type !== 'Identifier') return null;
  return node.property.name === field ? syntax.source(node.object) : null;
}

interface Home {
  syntax: Syntax;
  owner: string;
  field: string;
  declared: t.ClassProperty;
  body: t.ClassBody;
  /** Where a further method goes. */
  end: number;
}

/** The class that declares the field, where the finding says that it lives. */
function homeOf({ workshop, finding }: MendJob, field: string): Home {
  const [place] = finding.related ?? [];
  const syntax = place ? workshop.syntax(place.file) : null;
  if (!place || !syntax) throw new Impossible('Where it lives is not edited.');
  const line = syntax.text.split('\n')[place.line - 1] ?? '';
  const around = syntax.around(syntax.offset({ line: place.line, column: line.search(/\S/) + 1 }));
  const owner = around.findLast((node) => node.type === 'ClassDeclaration');
  const body = owner?.type === 'ClassDeclaration' ? owner.body : null;
  const declared = body?.body.find(
    (one): one is t.ClassProperty =>
      one.type === 'ClassProperty' && one.key.type === 'Identifier' && one.key.name === field,
  );
  const last = body?.body.at(-1);
  if (owner?.type !== 'ClassDeclaration' || !owner.id || !body || !declared || !last)
    throw new Impossible('It is no field of a class, so where its functions should stand is for you to decide.');
  return { syntax, owner: owner.id.name, field, declared, body, end: spanOf(last).end };
}

/** The method that sets the field: one that is there and does nothing else, or a new one. */
function setterOf(
  { syntax, owner, field, declared, body }: Home,
  by: string | null,
): { name: string; made: string | null } {
  const target = by === null ? `this.${field} = ` : `this.${field}.${by}(`;
  for (const one of body.body) {
    const [param, ...more] = one.type === 'ClassMethod' ? one.params : [];
    if (
      one.type !== 'ClassMethod' ||
      one.kind !== 'method' ||
      one.key.type !== 'Identifier' ||
      param?.type !== 'Identifier'
    )
      continue;
    const [only, ...others] = one.body.body;
    const sets = by === null ? `${target}${param.name}` : `${target}${param.name})`;
    if (only && more.length + others.length === 0 && syntax.source(only).replace(/;$/, '') === sets)
      return { name: one.key.name, made: null };
  }
  const indent = syntax.indentAt(spanOf(declared).start);
  const name = freeName(namesIn(body), `set${field.charAt(0).toUpperCase()}${field.slice(1).replace(/\$$/, '')}`);
  const isTyped = /\.[cm]?tsx?$/.test(syntax.path);
  const own = `${owner}['${field}']`;
  const type = by === 'set' ? `Parameters<${own}['set']>[0]` : by === 'next' ? `Parameters<${own}['next']>[0]` : own;
  const set = by === null ? `${target}next` : `${target}next)`;
  const lines = [
    `${name}(next${isTyped ? `: ${type}` : ''})${isTyped ? ': void' : ''} {`,
    `${syntax.unit}${set}${syntax.semicolon || ';'}`,
    '}',
  ];
  const gap = /\n[ \t]*\r?\n/.test(syntax.source(body)) ? '\n' : '';
  return { name, made: `${gap}\n${lines.map((line) => `${indent}${line}`).join('\n')}` };
}
