/**
 * The reader for single-file components: the family's own compiler takes the file apart, scripts and the expressions of the
 * template are read by the shared script reader. The whole component is one function, as every run of it has state of its own.
 */
import { vueVersionOf } from '../projectKinds';
import { parse as parseComponent, type SFCDescriptor, type SFCScriptBlock } from '@vue/compiler-sfc';
import type * as t from '@babel/types';
import type { FileFacts } from '../../model/facts';
import { FactsBuilder } from '../script/builder';
import { settleAsked } from '../script/guards';
import { TOO_DEEP, noteConstants, readTree } from '../script/module';
import { declareBlock, declareVars } from '../script/declare';
import { ScriptReader } from '../script/reader';
import { Scope } from '../script/scope';
import { declareImports, readStatements } from '../script/statements';
import { declaredTypes } from '../script/types';
import type { SourceFile } from '../source';
import { onlyBlocks } from '../component/blocks';
import { addComponent } from '../component/component';
import type { SingleFileComponent } from '../script/componentInFile';
import { settleRuns } from '../script/lifecycle';
import { optionsOfClass, sendsByDecorators } from './classStyle';
import { vue } from './dialect';
import { modelOf, readOptions, readOptionsElsewhere } from './options';
import { readTemplate } from './template';

/** The compiler tries every split of a gap in a loop, so that it takes minutes over a gap of some ten thousand. */
const WIDE_GAP = /[^\S\n]{200,}/g;

export function readVue(written: SourceFile): FileFacts {
  // What stands behind such a gap is told further to the left, on the same line.
  const source = { ...written, text: written.text.replace(WIDE_GAP, ' ') };
  const b = new FactsBuilder(source.path, 'vue', source.text, source.hash, source.bytes);
  const descriptor = descriptorOf(b.facts, source);
  if (!descriptor.template && !descriptor.script && !descriptor.scriptSetup) return b.facts;
  const r = new ScriptReader(b, vue, source.text);
  r.vue = vueVersionOf(source);
  const component = addComponent(r, source.path);
  if (r.vue === 3) r.b.fn(component.fn).listensOnRoot = true;
  component.model = modelOf(r);
  r.component = component;

  const plain = descriptor.script ? programOf(r, source, descriptor.script) : null;
  const setup = descriptor.scriptSetup ? programOf(r, source, descriptor.scriptSetup) : null;
  for (const body of [plain, setup]) if (body) declareImports(r, body);
  if (plain) {
    const written = classOf(plain);
    const options = written ? optionsOfClass(written) : optionsOf(plain);
    if (written && (sendsByDecorators(written) || !options)) b.fn(component.fn).sendsAny = true;
    if (written && !options) b.fn(component.fn).takesRest = true;
    // What stands beside the component's options is the module's own.
    const rest = plain.filter(
      (statement) => statement.type !== 'ExportDefaultDeclaration' && statement.type !== 'ImportDeclaration',
    );
    for (const statement of rest) noteConstants(r, statement);
    Object.assign(b.facts.types, declaredTypes(rest));
    declareVars(r, rest);
    declareBlock(r, rest);
    const named = optionsName(plain);
    readStatements(
      r,
      rest.filter((statement) => statement !== written && (named === null || !declares(statement, named))),
    );
    const known = named === null ? undefined : r.scope.lookup(named);
    if (known !== undefined) r.b.flow(r.b.fn(component.fn).self, known);
    const elsewhere = options || written ? null : exportedBy(plain);
    if (options) within(r, component, () => readOptions(r, component, options));
    else if (elsewhere) within(r, component, () => readOptionsElsewhere(r, component, elsewhere));
  }
  if (setup) {
    Object.assign(b.facts.types, declaredTypes(setup));
    const body = setup.filter((statement) => statement.type !== 'ImportDeclaration');
    for (const statement of body) noteConstants(r, statement);
    r.fn = component.fn;
    r.scope = new Scope(r.scope, component.fn);
    r.self = component.self;
    declareVars(r, body);
    declareBlock(r, body);
    readStatements(r, body);
  }
  if (descriptor.template?.ast)
    within(r, component, () => readTemplate(r, component, descriptor.template?.ast ?? null, source));
  settleRuns(r);
  settleAsked(r);
  return b.facts;
}

/** The parts of the file; what the compiler says of it becomes problems. Where it fails over the template, the scripts are left. */
function descriptorOf(facts: FileFacts, { text, path }: SourceFile): SFCDescriptor {
  const options = { sourceMap: false, filename: path };
  try {
    const { descriptor, errors } = parseComponent(text, options);
    for (const error of errors) {
      const at = 'loc' in error ? error.loc?.start : undefined;
      facts.problems.push({ severity: 'error', message: error.message, line: at?.line ?? 1, column: at?.column ?? 1 });
    }
    return descriptor;
  } catch (error) {
    const message = error instanceof RangeError ? TOO_DEEP : 'The template could not be read.';
    facts.problems.push({ severity: 'error', message, line: 1, column: 1 });
    facts.broken = true;
    return parseComponent(onlyBlocks(text, 'script'), options).descriptor;
  }
}

/** Runs `read` inside the component's own function, keeping the names its script declares. */
function within(r: ScriptReader, component: SingleFileComponent, read: () => void): void {
  const before = { fn: r.fn, self: r.self };
  r.fn = component.fn;
  r.self = component.self;
  read();
  r.fn = before.fn;
  r.self = before.self;
}

/** The statements of one script, with positions of the whole file. */
function programOf(r: ScriptReader, source: SourceFile, block: SFCScriptBlock): t.Statement[] {
  const { start } = block.loc;
  const path = `${source.path}.${block.lang === 'ts' || block.lang === 'tsx' ? block.lang : 'js'}`;
  const at = { line: start.line, column: start.column - 1, index: start.offset };
  const ast = readTree(r.b, path, block.content, at);
  return ast?.program.body ?? [];
}

/** The class that a script gives, where its component is written as one. */
function classOf(body: readonly t.Statement[]): t.ClassDeclaration | null {
  for (const statement of body) {
    if (statement.type !== 'ExportDefaultDeclaration') continue;
    const { declaration } = statement;
    if (declaration.type === 'ClassDeclaration') return declaration;
    const name = declaration.type === 'Identifier' ? declaration.name : null;
    for (const one of body) if (one.type === 'ClassDeclaration' && name !== null && one.id?.name === name) return one;
  }
  return null;
}

/** What a script gives as its default. */
function exportedBy(body: readonly t.Statement[]): t.ExportDefaultDeclaration['declaration'] | undefined {
  return body.find((statement) => statement.type === 'ExportDefaultDeclaration')?.declaration;
}

/** The name under which a script keeps the options that it exports: `const Tray = defineComponent({ … }); export default Tray`. */
function optionsName(body: readonly t.Statement[]): string | null {
  const exported = exportedBy(body);
  const name = exported?.type === 'Identifier' ? exported.name : null;
  return name !== null && body.some((statement) => declares(statement, name)) ? name : null;
}

/** Whether a statement declares one name, and no other. */
function declares(statement: t.Statement, name: string): statement is t.VariableDeclaration {
  if (statement.type !== 'VariableDeclaration' || statement.declarations.length !== 1) return false;
  const [one] = statement.declarations;
  return one?.id.type === 'Identifier' && one.id.name === name && !!one.init;
}

function optionsOf(body: readonly t.Statement[]): t.ObjectExpression | null {
  const named = optionsName(body);
  for (const statement of body) {
    let node: t.Node | null | undefined = null;
    if (statement.type === 'ExportDefaultDeclaration') node = named === null ? statement.declaration : null;
    else if (named !== null && declares(statement, named)) node = statement.declarations[0]?.init;
    if (!node) continue;
    // `defineComponent({ … })`, `Vue.extend({ … })`.
    if (node.type === 'CallExpression' && node.arguments[0]) node = node.arguments[0];
    if (node.type === 'TSAsExpression' || node.type === 'TSSatisfiesExpression') node = node.expression;
    return node.type === 'ObjectExpression' ? node : null;
  }
  return null;
}
