/** One reference for many children, or a query that finds the first of many: all of them, and each is called. */
import type * as t from '@babel/types';
import { AngularComponent } from '../angular/component';
import { Impossible } from '../plan';
import { freeName, namesIn, referencesOf } from '../syntax/names';
import { spanOf, Syntax } from '../syntax/tree';
import { componentOf, editable, familyOf, scriptOf, spotOf, type Mend, type MendJob } from './job';

const FOR_YOU = 'which of them is meant is for you to decide.';

export const oneOfMany: Mend = (job) => {
  const mend = { react: ofReact, angular: ofAngular, lwc: ofLwc }[familyOf(job) as string];
  if (!mend) throw new Impossible('Vectura does not write this mend for this family yet.');
  const syntax = scriptOf(job);
  mend(job, syntax, syntax.around(syntax.offset(spotOf(job))));
};

/** `ref={tray}` of a list: a map of them by their keys. */
function ofReact(job: MendJob, syntax: Syntax, around: readonly t.Node[]): void {
  const { workshop, steps, finding } = job;
  // Other components of the file may have one of that name.
  const { fn } = editable(job, componentOf(job));
  const name = finding.name ?? '';
  const tag = around.findLast((node) => node.type === 'JSXOpeningElement');
  const ref = tag?.type === 'JSXOpeningElement' ? attributeOf(tag, 'ref') : null;
  const key = tag?.type === 'JSXOpeningElement' ? attributeOf(tag, 'key') : null;
  if (!ref || syntax.source(ref) !== name || !key)
    throw new Impossible('The list has no keys, or the ref is not passed by its name.');
  const declared = declarationOf(syntax, fn, name);
  const made = declared?.init?.type === 'CallExpression' ? declared.init : null;
  if (!made || !/(^|\.)useRef$/.test(syntax.source(made.callee)))
    throw new Impossible(`${name} is not made by useRef here.`);
  const skipped = [spanOf(ref), spanOf(declared?.id ?? made)];
  const uses = referencesOf(fn, name).filter(
    ({ start }) => !skipped.some((one) => one.start <= start && start < one.end),
  );
  const one = freeName(namesIn(syntax.ast), 'one');
  for (const use of uses) callAll(workshop, syntax, use.start, `${name}.current`, `${name}.current`, one);
  const typed =
    made.typeParameters?.type === 'TSTypeParameterInstantiation' ? made.typeParameters.params[0] : undefined;
  const parts = typed?.type === 'TSUnionType' ? typed.types.filter((part) => part.type !== 'TSNullKeyword') : [typed];
  const type = typed ? parts.flatMap((part) => (part ? syntax.source(part) : [])).join(' | ') : null;
  const map = type === null ? 'new Map()' : `new Map<string | number, ${type}>()`;
  workshop.texts.replace(syntax.path, spanOf(made).start, spanOf(made).end, `${syntax.source(made.callee)}(${map})`);
  const at = syntax.source(key);
  const listOfRefs = `${name}.current`;
  workshop.texts.replace(
    syntax.path,
    spanOf(ref).start,
    spanOf(ref).end,
    `(${one}) => { if (${one}) ${listOfRefs}.set(${at}, ${one}); else ${listOfRefs}.delete(${at}); }`,
  );
  steps.edit(`Keep a ref for each of the list in ${name}, and call each of them.`, finding.file);
}

/** `bed = viewChild(Bed)`, `@ViewChild(Bed) bed: Bed`: a query for all of them. */
function ofAngular(job: MendJob, syntax: Syntax, around: readonly t.Node[]): void {
  const { workshop, steps, finding } = job;
  const name = finding.name ?? '';
  const component = workshop.editor(componentOf(job).fn);
  const field = around.findLast((node) => node.type === 'ClassProperty');
  if (!(component instanceof AngularComponent) || field?.type !== 'ClassProperty')
    throw new Impossible(`What changes with it where ${name} is used is for you to decide.`);
  const isSignal = field.value?.type === 'CallExpression';
  if (isSignal) queryAllBySignal(job, syntax, field.value as t.CallExpression);
  else queryAllByDecorator(job, syntax, field);
  const body = around.findLast((node) => node.type === 'ClassBody');
  const one = freeName(namesIn(syntax.ast), 'one');
  const list = `this.${name}${isSignal ? '()' : ''}`;
  for (const use of fieldsNamed(syntax, body, name)) callAll(workshop, syntax, use, list, list, one);
  const methods = new Map<string, string>();
  for (const { start } of component.template.mentions.get(name) ?? []) {
    const heard = component.template.heard.find(({ runs }) => runs.start <= start && start < runs.end);
    const run = heard && Syntax.of('handler.ts', component.part.text.slice(heard.runs.start, heard.runs.end));
    const [only, ...others] = run ? run.ast.program.body : [];
    const called = only?.type === 'ExpressionStatement' ? only.expression : null;
    const shown = `${name}${isSignal ? '()' : ''}`;
    if (
      !heard ||
      !run ||
      others.length > 0 ||
      (called?.type !== 'CallExpression' && called?.type !== 'OptionalCallExpression')
    )
      throw new Impossible(`The template uses what one of them gives: ${FOR_YOU}`);
    const { callee } = called;
    if (
      (callee.type !== 'MemberExpression' && callee.type !== 'OptionalMemberExpression') ||
      run.source(callee.object) !== shown
    )
      throw new Impossible(`The template uses what one of them gives: ${FOR_YOU}`);
    // Templates have no functions of their own: the class gets a method.
    const rest = run.text.slice(spanOf(callee.object).end, spanOf(called).end).replace(/^\?\./, '.');
    if (/\(\s*[^)\s]/.test(rest))
      throw new Impossible(`The template passes ${name} a value, so who gets it is for you to decide.`);
    const known = methods.get(rest);
    const method = known ?? freeName(new Set(methods.values()), component.freeMember(`${nameOf(rest)}All`));
    if (known === undefined)
      component.addMethod([`${method}(): void {`, `${list}.forEach((${one}) => ${one}${rest})`, '}']);
    methods.set(rest, method);
    workshop.texts.replace(component.markupPath, heard.runs.start, heard.runs.end, `${method}()`);
  }
  steps.edit(`Query all of them, and call each.`, finding.file);
}

/** `.light()` → `light`. */
function nameOf(call: string): string {
  return /\w+/.exec(call)?.[0] ?? 'call';
}

function queryAllBySignal({ workshop, finding }: MendJob, syntax: Syntax, query: t.CallExpression): void {
  const all = { viewChild: 'viewChildren', contentChild: 'contentChildren' }[syntax.source(query.callee)];
  if (query.callee.type !== 'Identifier' || all === undefined)
    throw new Impossible(`What changes with it where ${finding.name ?? ''} is used is for you to decide.`);
  becomesImported(workshop, syntax, query.callee, all);
}

function queryAllByDecorator({ workshop, finding }: MendJob, syntax: Syntax, field: t.ClassProperty): void {
  const decorator = field.decorators?.find(({ expression }) => expression.type === 'CallExpression');
  const query = decorator?.expression.type === 'CallExpression' ? decorator.expression : null;
  const all = query
    ? { ViewChild: 'ViewChildren', ContentChild: 'ContentChildren' }[syntax.source(query.callee)]
    : undefined;
  const typed = field.typeAnnotation?.type === 'TSTypeAnnotation' ? field.typeAnnotation.typeAnnotation : null;
  const part = typed?.type === 'TSUnionType' ? typed.types.find((one) => one.type === 'TSTypeReference') : typed;
  // Whether it is read before it is there is for the first alone.
  const isStatic =
    query !== null && query.arguments.length > 1 && syntax.source(query.arguments[1] ?? query).includes('static');
  if (!query || all === undefined || !part || isStatic)
    throw new Impossible(`What changes with it where ${finding.name ?? ''} is used is for you to decide.`);
  becomesImported(workshop, syntax, query.callee, all);
  const list = workshop.importsOf(syntax.path).named('@angular/core', 'QueryList');
  const { start, end } = spanOf(typed ?? part);
  workshop.texts.replace(syntax.path, start, end, `${list}<${syntax.source(part)}>`);
}

function becomesImported(workshop: MendJob['workshop'], syntax: Syntax, callee: t.Node, name: string): void {
  const imports = workshop.importsOf(syntax.path);
  const { start, end } = spanOf(callee);
  workshop.texts.replace(syntax.path, start, end, imports.named('@angular/core', name));
  imports.noteGone({ start, end });
}

/** `this.template.querySelector('c-bed').dig()`: of all that match. */
function ofLwc({ workshop, steps, finding }: MendJob, syntax: Syntax, around: readonly t.Node[]): void {
  const query = around.findLast(
    (node) => node.type === 'CallExpression' && syntax.source(node.callee).endsWith('.querySelector'),
  );
  if (query?.type !== 'CallExpression') throw new Impossible('The query does not stand by itself.');
  const found = syntax.source(query);
  const all = found.replace(/\.querySelector\(/, '.querySelectorAll(');
  callAll(workshop, syntax, spanOf(query).start, found, all, freeName(namesIn(syntax.ast), 'one'));
  steps.edit('Query all of them, and call each.', finding.file);
}

/** Writes `held.forEach((one) => one.open())` for `held?.open()`. Throws where what the one is asked for is used. */
function callAll(
  workshop: MendJob['workshop'],
  syntax: Syntax,
  offset: number,
  list: string,
  all: string,
  one: string,
): void {
  const around = syntax.around(offset);
  const call = around.find(
    (node): node is t.CallExpression | t.OptionalCallExpression =>
      (node.type === 'CallExpression' || node.type === 'OptionalCallExpression') &&
      (node.callee.type === 'MemberExpression' || node.callee.type === 'OptionalMemberExpression') &&
      syntax.source(node.callee.object).replace(/!$/, '') === list,
  );
  const outer = call ? around[around.indexOf(call) - 1] : undefined;
  const isAlone =
    outer?.type === 'ExpressionStatement' || (outer?.type === 'ArrowFunctionExpression' && outer.body === call);
  if (!call || !isAlone) throw new Impossible(`What comes back of one is used: ${FOR_YOU}`);
  const { object } = call.callee as t.MemberExpression;
  const rest = syntax.text.slice(spanOf(object).end, spanOf(call).end).replace(/^\?\./, '.');
  workshop.texts.replace(
    syntax.path,
    spanOf(call).start,
    spanOf(call).end,
    `${all}.forEach((${one}) => ${one}${rest})`,
  );
}

/** Where a class takes a field of its own. */
function fieldsNamed(syntax: Syntax, body: t.Node | undefined, name: string): number[] {
  if (!body) return [];
  const { start, end } = spanOf(body);
  const pattern = new RegExp(`\\bthis\\.${name.replaceAll('$', '\\$')}\\b`, 'g');
  return [...syntax.text.slice(start, end).matchAll(pattern)].map((found) => start + found.index);
}

function attributeOf(tag: t.JSXOpeningElement, name: string): t.Expression | null {
  for (const one of tag.attributes)
    if (one.type === 'JSXAttribute' && one.name.name === name && one.value?.type === 'JSXExpressionContainer')
      return one.value.expression.type === 'JSXEmptyExpression' ? null : one.value.expression;
  return null;
}

function declarationOf(syntax: Syntax, fn: t.Node, name: string): t.VariableDeclarator | null {
  const [first] = referencesOf(fn, name);
  const found = first ? syntax.around(first.start).findLast((node) => node.type === 'VariableDeclarator') : undefined;
  return found?.type === 'VariableDeclarator' && found.id.type === 'Identifier' && found.id.name === name
    ? found
    : null;
}
