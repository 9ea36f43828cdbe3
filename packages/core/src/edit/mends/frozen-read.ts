/** A value taken once: read live instead. */
import type * as t from '@babel/types';
import { Impossible } from '../plan';
import { freeName, isFunction, isReassigned, namesIn, referencesOf } from '../syntax/names';
import { spanOf, type Syntax } from '../syntax/tree';
import { readByGetter } from './frozen-in-class';
import { computeInOptions, dataAt } from './frozen-in-options';
import { familyOf, scriptOf, spotOf, type Mend, type MendJob } from './job';

export const frozenRead: Mend = (job) => {
  if (familyOf(job) === 'angular') {
    readByGetter(job);
    return;
  }
  const syntax = scriptOf(job);
  const data = familyOf(job) === 'vue' ? dataAt(job, syntax) : null;
  if (data) {
    computeInOptions(job, syntax, data);
    return;
  }
  const around = syntax.around(syntax.offset(spotOf(job)));
  const statement = around.findLast((node) => node.type === 'VariableDeclaration');
  const [only] = statement?.type === 'VariableDeclaration' ? statement.declarations : [];
  if (statement?.type !== 'VariableDeclaration' || statement.declarations.length !== 1 || !only?.init)
    throw new Impossible('The copy is not declared by itself.');
  const mend = { react: ofReact, vue: ofVue, svelte: ofSvelte }[familyOf(job) as string];
  if (!mend) throw new Impossible('Vectura does not write this mend for this family yet.');
  mend(job, syntax, statement, only);
};

/** `const [depth] = useState(props.depth)`, never set: the value itself. */
function ofReact(
  { workshop, steps, finding }: MendJob,
  syntax: Syntax,
  statement: t.VariableDeclaration,
  { id, init }: t.VariableDeclarator,
): void {
  if (id.type !== 'ArrayPattern' || init?.type !== 'CallExpression') throw new Impossible('It is no plain state.');
  const [value, setter] = id.elements;
  const [first] = init.arguments;
  if (value?.type !== 'Identifier' || !first || isFunction(first))
    throw new Impossible('What it starts as is made by a function.');
  if (setter?.type === 'Identifier' && referencesOf(syntax.ast, setter.name).length > 1)
    throw new Impossible('It is set as well, so what shall win is for you to decide.');
  const { start, end } = spanOf(statement);
  workshop.texts.replace(syntax.path, start, end, `const ${value.name} = ${syntax.source(first)}${syntax.semicolon}`);
  workshop.importsOf(syntax.path).noteGone(spanOf(init.callee));
  steps.edit(`Read ${syntax.source(first)} itself instead of a copy.`, finding.file);
}

/** `let full = depth > 3`: computed anew with what it depends on. */
function ofSvelte(
  { workshop, steps, finding }: MendJob,
  syntax: Syntax,
  statement: t.VariableDeclaration,
  { id, init }: t.VariableDeclarator,
): void {
  if (id.type !== 'Identifier' || !init) throw new Impossible('It is taken apart where it is declared.');
  if (isReassigned(syntax.ast, id.name))
    throw new Impossible(`${id.name} is set as well, so what shall win is for you to decide.`);
  const source = syntax.source(init);
  const { start, end } = spanOf(init);
  if (/\$(props|state|derived|effect)\b/.test(syntax.text))
    workshop.texts.replace(syntax.path, start, end, `$derived(${source})`);
  else {
    const whole = spanOf(statement);
    const declared = id.typeAnnotation
      ? `let ${syntax.source({ start: id.start ?? 0, end: spanOf(id.typeAnnotation).end })}${syntax.semicolon}\n${syntax.indentAt(whole.start)}`
      : '';
    workshop.texts.replace(
      syntax.path,
      whole.start,
      whole.end,
      `${declared}$: ${id.name} = ${source}${syntax.semicolon}`,
    );
  }
  steps.edit(`Compute ${id.name} anew whenever what it comes from changes.`, finding.file);
}

/** `const depth = props.depth`: a computed value, read by `.value` in the script. */
function ofVue(
  { workshop, steps, finding }: MendJob,
  syntax: Syntax,
  statement: t.VariableDeclaration,
  { id, init }: t.VariableDeclarator,
): void {
  if (!syntax.block || !/\bsetup\b/.test(syntax.block.attributes))
    throw new Impossible('Only scripts of set-up are edited.');
  if (!syntax.ast.program.body.includes(statement)) throw new Impossible('It is declared within a function.');
  const imports = workshop.importsOf(syntax.path);
  if (id.type === 'ObjectPattern') {
    if (init?.type === 'CallExpression') {
      takeAsReferences(workshop, syntax, statement, { id, init }, finding);
      steps.edit(`Take ${finding.name ?? ''} out of the store as a reference, which stays live.`, finding.file);
      return;
    }
    if (
      init?.type !== 'Identifier' ||
      id.properties.some((one) => one.type !== 'ObjectProperty' || one.value.type !== 'Identifier')
    )
      throw new Impossible('It is taken apart with defaults or a rest.');
    workshop.texts.replace(
      syntax.path,
      spanOf(init).start,
      spanOf(init).end,
      `${imports.named('vue', 'toRefs')}(${init.name})`,
    );
    for (const one of id.properties)
      if (one.type === 'ObjectProperty' && one.value.type === 'Identifier')
        readByValue(workshop, syntax, one.value.name, statement);
    steps.edit('Take the values as references, which stay live.', finding.file);
    return;
  }
  if (id.type !== 'Identifier' || !init) throw new Impossible('It is taken apart where it is declared.');
  const isRef =
    init.type === 'CallExpression' && init.callee.type === 'Identifier' && /^(shallowR|r)ef$/.test(init.callee.name);
  const initial = isRef && init.type === 'CallExpression' ? init.arguments[0] : init;
  if (!initial) throw new Impossible('It starts as nothing.');
  if (isRef && isSetByValue(syntax, id.name))
    throw new Impossible(`${id.name} is set as well, so what shall win is for you to decide.`);
  workshop.texts.replace(
    syntax.path,
    spanOf(init).start,
    spanOf(init).end,
    `${imports.named('vue', 'computed')}(() => ${initial.type === 'ObjectExpression' ? `(${syntax.source(initial)})` : syntax.source(initial)})`,
  );
  if (isRef && init.type === 'CallExpression') imports.noteGone(spanOf(init.callee));
  else readByValue(workshop, syntax, id.name, statement);
  steps.edit(`Compute ${id.name} anew whenever what it comes from changes.`, finding.file);
}

/** `const { left } = useAlarms()`, of a store: what is no function of it is taken as a reference. */
function takeAsReferences(
  workshop: MendJob['workshop'],
  syntax: Syntax,
  statement: t.VariableDeclaration,
  { id, init }: { id: t.ObjectPattern; init: t.CallExpression },
  { name = '', related = [] }: MendJob['finding'],
): void {
  const isStore = related.some(({ file }) => /from\s*['"]pinia['"]/.test(workshop.texts.read(file) ?? ''));
  const plain = id.properties.flatMap((one) =>
    one.type === 'ObjectProperty' && one.value.type === 'Identifier' ? [{ one, local: one.value.name }] : [],
  );
  const taken = plain.find(({ local, one }) => local === name || syntax.source(one.key) === name);
  if (!isStore || plain.length < id.properties.length || !taken)
    throw new Impossible('It is taken apart with defaults or a rest, or out of what is no store.');
  const refs = workshop.importsOf(syntax.path).named('pinia', 'storeToRefs');
  const { start, end } = spanOf(init);
  if (plain.length === 1) workshop.texts.replace(syntax.path, start, end, `${refs}(${syntax.source(init)})`);
  else {
    // Its functions are none of its references.
    const store = freeName(namesIn(syntax.ast), 'store');
    const others = plain.filter((one) => one !== taken).map(({ one }) => syntax.source(one));
    const whole = spanOf(statement);
    const indent = syntax.indentAt(whole.start);
    const lines = [
      `const ${store} = ${syntax.source(init)}`,
      `const { ${others.join(', ')} } = ${store}`,
      `const { ${syntax.source(taken.one)} } = ${refs}(${store})`,
    ];
    const text = lines.map((line) => `${line}${syntax.semicolon}`).join(`\n${indent}`);
    workshop.texts.replace(syntax.path, whole.start, whole.end, text);
  }
  readByValue(workshop, syntax, taken.local, statement);
}

function readByValue(workshop: MendJob['workshop'], syntax: Syntax, name: string, statement: t.Node): void {
  const own = spanOf(statement);
  for (const { start, end } of referencesOf(syntax.ast, name)) {
    if (own.start <= start && end <= own.end) continue;
    if (/[{,]\s*$/.test(syntax.text.slice(Math.max(0, start - 40), start)) && /^\s*[,}]/.test(syntax.text.slice(end)))
      throw new Impossible(`${name} is put into an object or list, where it would become a reference.`);
    workshop.texts.insert(syntax.path, end, '.value');
  }
}

function isSetByValue(syntax: Syntax, name: string): boolean {
  return referencesOf(syntax.ast, name).some(({ end }) =>
    /^\.value\s*(?:[-+*/%&|^?]{0,3}=(?!=)|\+\+|--)/.test(syntax.text.slice(end, end + 24)),
  );
}
