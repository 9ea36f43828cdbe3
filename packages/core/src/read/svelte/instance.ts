/** A component's own script: what it exports are its props, what it sets is its state, what it labels follows. */
import type * as t from '@babel/types';
import type { PlaceId } from '../../model/facts';
import { spotOf } from '../script/builder';
import { declareBlock, declarePattern, declareVars } from '../script/declare';
import { isComputing, leavesOf } from '../script/computing';
import { value } from '../script/expressions';
import { readFunction } from '../script/functions';
import { bind } from '../script/patterns';
import type { ScriptReader } from '../script/reader';
import { readStatement } from '../script/statements';
import { walkNodes, walkSet } from '../script/walk';
import type { SingleFileComponent } from '../script/componentInFile';
import { declareProp } from '../component/declare';
import type { Mentioned, SvelteFile } from './file';
import { type CellMore, isSubscribed, variableCell } from './state';

export function readInstance(
  r: ScriptReader,
  file: SvelteFile,
  component: SingleFileComponent,
  statements: readonly t.Statement[],
  names: Mentioned,
): void {
  const reader = new Instance(r, file, component, names);
  reader.read(statements.filter((one) => one.type !== 'ImportDeclaration'));
}

class Instance {
  /** Names variables are exported under, by the variable's name. */
  private readonly exported = new Map<string, string>();
  private readonly variables = new Set<string>();
  /** Names a labelled statement computes, and nothing else sets. */
  private readonly following = new Set<string>();
  /** Names that labelled statements set, whatever else does. */
  private readonly computed = new Set<string>();
  /** How often the statements of the script set a name, outside any function. */
  private readonly inScript = new Map<string, number>();
  private exposes: PlaceId | null = null;

  constructor(
    private readonly r: ScriptReader,
    private readonly file: SvelteFile,
    private readonly component: SingleFileComponent,
    private readonly names: Mentioned,
  ) {}

  read(body: readonly t.Statement[]): void {
    const { r } = this;
    for (const statement of body) this.note(statement);
    for (const statement of body) {
      if (statement.type === 'FunctionDeclaration') continue;
      walkNodes(statement, (node, within) => {
        if (within || node.type !== 'AssignmentExpression' || node.left.type !== 'Identifier') return;
        this.inScript.set(node.left.name, (this.inScript.get(node.left.name) ?? 0) + 1);
      });
    }
    declareVars(r, body);
    declareBlock(r, body);
    for (const statement of body) {
      if (statement.type === 'LabeledStatement' && statement.label.name === '$')
        walkSet(statement.body, (to) => namesOf(to).forEach(({ name }) => this.computed.add(name)));
      const assigned = labelled(statement);
      if (assigned && (this.names.set.get(nameOf(assigned.left)) ?? 1) <= 1) this.following.add(nameOf(assigned.left));
      // What is only ever named after a label is declared by it.
      if (assigned)
        for (const name of namesOf(assigned.left)) if (r.scope.lookup(name.name) === undefined) declarePattern(r, name);
    }
    // Functions run later, wherever they stand: by then all variables are what they are made as.
    const isFunctionOfItsOwn = ({ type }: t.Statement): boolean => type === 'FunctionDeclaration';
    for (const statement of body) if (!isFunctionOfItsOwn(statement)) this.statement(statement);
    for (const statement of body) if (isFunctionOfItsOwn(statement)) this.statement(statement);
  }

  private note(statement: t.Statement): void {
    const isExported = statement.type === 'ExportNamedDeclaration';
    const node: t.Statement | null | undefined =
      statement.type === 'ExportNamedDeclaration' ? statement.declaration : statement;
    if (node?.type === 'VariableDeclaration' && node.kind !== 'const')
      for (const { id } of node.declarations)
        for (const name of namesOf(id as t.Node)) {
          this.variables.add(name.name);
          if (isExported) this.exported.set(name.name, name.name);
        }
    if (statement.type !== 'ExportNamedDeclaration' || statement.source) return;
    for (const one of statement.specifiers)
      if (one.type === 'ExportSpecifier')
        this.exported.set(one.local.name, one.exported.type === 'Identifier' ? one.exported.name : one.exported.value);
  }

  private statement(node: t.Statement): void {
    const { r } = this;
    if (node.type === 'ExportNamedDeclaration') {
      for (const one of node.specifiers) if (one.type === 'ExportSpecifier') this.expose(one.local.name, one);
      const { declaration } = node;
      if (!declaration) return;
      this.statement(declaration);
      if (declaration.type === 'FunctionDeclaration' && declaration.id)
        this.expose(declaration.id.name, declaration.id);
      if (declaration.type === 'VariableDeclaration' && declaration.kind === 'const')
        for (const { id } of declaration.declarations) if (id.type === 'Identifier') this.expose(id.name, id);
    } else if (node.type === 'VariableDeclaration')
      for (const declarator of node.declarations) this.declarator(declarator, node.kind !== 'const');
    else if (node.type === 'LabeledStatement' && node.label.name === '$' && !this.file.runes) this.labelled(node);
    else readStatement(r, node);
  }

  private declarator({ id, init }: t.VariableDeclarator, changes: boolean): void {
    const { r, file } = this;
    if (id.type !== 'Identifier') {
      bind(r, id, value(r, init, id));
      if (!file.runes && changes)
        for (const name of namesOf(id)) if (this.names.set.has(name.name)) this.cell(name, null);
      return;
    }
    const from = value(r, init, id);
    // A variable that is set although no rune says so: its value changes, and nobody is told.
    // What it was given by a call or a context may well be state of another, and tell of its fields itself.
    const isAssigned = this.names.assigned.has(id.name) && !this.isSettled(id.name);
    const isSet = isAssigned || (this.names.set.has(id.name) && isMadeHere(init));
    if (file.runes && changes && isSet && !saysRune(init)) return this.cell(id, from, init, { tracks: 'nothing' });
    if (file.runes) return bind(r, id, from === null ? null : this.copied(id, init, from));
    if (changes && this.exported.has(id.name)) return this.prop(id, init ?? null, from);
    // What a context gives is the same object for all, whatever is set in it.
    const isShared = isOfContext(init) && !this.names.assigned.has(id.name);
    const changed = !isShared && (this.names.set.has(id.name) || this.names.filled.has(id.name));
    if (changes && changed && !this.following.has(id.name)) return this.cell(id, from, init);
    bind(r, id, from === null ? null : this.copied(id, init, from));
  }

  /** Whether a variable is only set by the statements of the script themselves, which run once, as the component is made. */
  private isSettled(name: string): boolean {
    return (this.inScript.get(name) ?? 0) >= (this.names.set.get(name) ?? 0);
  }

  /** `export let units = 'c'`: a prop, and the value it has where none is given. */
  private prop(id: t.Identifier, init: t.Node | null, otherwise: PlaceId | null): void {
    const { r, component } = this;
    const name = this.exported.get(id.name) ?? id.name;
    const variable = r.scope.lookup(id.name);
    const isOutput = this.computed.has(id.name);
    const required = init === null && !mayBeMissing(id) && !isOutput;
    declareProp(r, component, name, id, required, init ? r.source(init) : null, {
      ...(isOutput ? { output: true } : {}),
      ...(id.typeAnnotation ? {} : { untyped: true }),
    });
    if (variable === undefined) return;
    r.b.flow(component.props, variable, 'get', name);
    r.b.flow(otherwise, variable);
    if (this.names.set.has(id.name)) this.file.asked.set(variable, name);
  }

  /** Makes a variable a cell, with what else is to be said of the cell. */
  private cell(
    id: t.Identifier,
    from: PlaceId | null,
    init: t.Node | null | undefined = null,
    more: CellMore = {},
  ): void {
    const { r, file } = this;
    const variable = r.scope.lookup(id.name);
    const cell = variableCell(r, file, id, 'state', from, init, more);
    if (variable !== undefined) r.b.flow(cell, variable);
  }

  /** A variable that takes a value which changes takes it once: it is a copy, and does not follow. */
  private copied(id: t.Identifier, init: t.Node | null | undefined, from: PlaceId): PlaceId {
    const { r, file } = this;
    const name = init ? rootOf(init) : null;
    const isLive = (name: string): boolean => {
      const place = r.scope.lookup(name);
      return place === undefined
        ? /^\$[a-z_]/i.test(name)
        : file.setters.has(place) || file.asked.has(place) || this.exported.has(name);
    };
    if (isSubscribed(r, id.name)) return from;
    if (name !== null && isLive(name)) return variableCell(r, file, id, 'state', from);
    // What is computed out of such values is computed once.
    const leaves = init && isComputing(init) ? leavesOf(init).map((leaf) => rootOf(leaf) ?? '') : [];
    if (!leaves.some(isLive)) return from;
    return variableCell(r, file, id, 'state', from, null, { computedOnce: true });
  }

  /** `$: total = trays.length`: computed again whenever what it reads changes; anything else is an effect. */
  private labelled(node: t.LabeledStatement): void {
    const { r, file } = this;
    const assigned = labelled(node);
    if (assigned) {
      const from = value(r, assigned.right, assigned.left);
      if (assigned.left.type === 'Identifier' && this.following.has(assigned.left.name)) {
        const variable = r.scope.lookup(assigned.left.name);
        const cell = variableCell(r, file, assigned.left, 'derived', from);
        if (variable !== undefined) r.b.flow(cell, variable);
      } else {
        if (assigned.left.type === 'Identifier') r.dialect.setName?.(r, assigned.left, from);
        bind(r, assigned.left, from);
      }
      return;
    }
    const body =
      node.body.type === 'BlockStatement'
        ? node.body
        : ({ ...node.body, type: 'BlockStatement', body: [node.body], directives: [] } as unknown as t.BlockStatement);
    const run = {
      ...body,
      type: 'ArrowFunctionExpression',
      params: [],
      body,
      async: false,
      expression: false,
    } as unknown as t.ArrowFunctionExpression;
    const self = readFunction(r, run, '');
    r.b.use({ place: self, kind: 'effect', detail: '$:', fn: r.fn, at: spotOf(node.label) });
  }

  /** What a component lets whoever holds it reach. */
  private expose(name: string, node: t.Node): void {
    const { r, component } = this;
    if (this.variables.has(name)) return;
    const place = r.scope.lookup(name);
    if (place === undefined) return;
    if (this.exposes === null) {
      this.exposes = r.b.place('object', 'exposed', component.fn, spotOf(node));
      r.b.facts.handles.push({ handle: this.exposes, exposes: this.exposes, fn: component.fn, at: spotOf(node) });
    }
    r.b.flow(place, this.exposes, 'put', this.exported.get(name) ?? name);
  }
}

/** The assignment after `$:`, where that is all that stands there. */
function labelled(node: t.Statement): t.AssignmentExpression | null {
  if (node.type !== 'LabeledStatement' || node.label.name !== '$' || node.body.type !== 'ExpressionStatement')
    return null;
  let { expression } = node.body;
  while (expression.type === 'ParenthesizedExpression') ({ expression } = expression);
  return expression.type === 'AssignmentExpression' &&
    expression.operator === '=' &&
    expression.left.type !== 'MemberExpression'
    ? expression
    : null;
}

function nameOf(node: t.Node): string {
  return node.type === 'Identifier' ? node.name : '';
}

/** The name an expression that only reads begins with. */
function rootOf(node: t.Node): string | null {
  let at = node;
  while (at.type === 'MemberExpression' || at.type === 'TSNonNullExpression' || at.type === 'TSAsExpression')
    at = at.type === 'MemberExpression' ? at.object : at.expression;
  return at.type === 'Identifier' ? at.name : null;
}

/** The names a pattern binds. */
function namesOf(node: t.Node | null | undefined): t.Identifier[] {
  switch (node?.type) {
    case 'Identifier':
      return [node];
    case 'ObjectPattern':
      return node.properties.flatMap((one) => namesOf(one.type === 'RestElement' ? one.argument : one.value));
    case 'ArrayPattern':
      return node.elements.flatMap((one) => namesOf(one));
    case 'AssignmentPattern':
      return namesOf(node.left);
    case 'RestElement':
      return namesOf(node.argument);
    default:
      return [];
  }
}

/** `export let units: string | undefined`: its type says that nothing may be given. */
function mayBeMissing({ typeAnnotation }: t.Identifier): boolean {
  if (typeAnnotation?.type !== 'TSTypeAnnotation') return false;
  const type = typeAnnotation.typeAnnotation;
  return (
    type.type === 'TSAnyKeyword' ||
    // `BedProps['depth']`: whether that may be missing is said where the type stands.
    type.type === 'TSIndexedAccessType' ||
    (type.type === 'TSUnionType' &&
      type.types.some((one) => one.type === 'TSUndefinedKeyword' || one.type === 'TSNullKeyword'))
  );
}

/** `$state(1)`, `$props()`, `$state.raw(1)`: the compiler gives the variable its meaning. */
function saysRune(init: t.Node | null | undefined): boolean {
  if (init?.type !== 'CallExpression') return false;
  const { callee } = init;
  const root = callee.type === 'MemberExpression' ? callee.object : callee;
  return root.type === 'Identifier' && root.name.startsWith('$');
}

function isOfContext(init: t.Node | null | undefined): boolean {
  return init?.type === 'CallExpression' && init.callee.type === 'Identifier' && init.callee.name === 'getContext';
}

function isMadeHere(init: t.Node | null | undefined): boolean {
  return init?.type === 'ObjectExpression' || init?.type === 'ArrayExpression';
}
