/** What a component makes anew on each render, kept from one to the next: `useCallback` and `useMemo` around what is there. */
import type * as t from '@babel/types';
import { Impossible, type Steps } from '../plan';
import { isFunction, referencesOf } from '../syntax/names';
import { spanOf } from '../syntax/tree';
import type { Workshop } from '../workshop';
import type { ReactComponent } from './component';

/** A function or object that a component makes anew on each render. */
interface Fresh {
  /** The function’s own declaration, or what the name is declared as. */
  node: t.FunctionDeclaration | t.Expression;
}

/** What has to be kept from one render to the next, so that the value made of it can be. */
export class Keeping {
  private readonly names = new Set<string>();
  /** Names of what never changes: setters, references. */
  private readonly stable = new Set<string>();
  private readonly fresh = new Map<string, Fresh>();
  private readonly memoised = new Set<string>();

  constructor(
    private readonly job: { workshop: Workshop; steps: Steps },
    private readonly component: ReactComponent,
  ) {
    const { fn } = component;
    for (const param of fn.params) namesOf(param, this.names);
    for (const node of fn.body.type === 'BlockStatement' ? fn.body.body : []) {
      if (node.type === 'FunctionDeclaration' && node.id) this.fresh.set(node.id.name, { node });
      if (node.type === 'VariableDeclaration') node.declarations.forEach((one) => this.note(one));
    }
  }

  private note({ id, init }: t.VariableDeclarator): void {
    namesOf(id, this.names);
    if (id.type === 'Identifier' && init && /^(Object|Array|ArrowFunction|Function)Expression$/.test(init.type))
      this.fresh.set(id.name, { node: init });
    const called = init?.type === 'CallExpression' && init.callee.type === 'Identifier' ? init.callee.name : '';
    const setter = id.type === 'ArrayPattern' ? id.elements[1] : null;
    if (/^use(State|Reducer)$/.test(called) && setter?.type === 'Identifier') this.stable.add(setter.name);
    if (called === 'useRef' && id.type === 'Identifier') this.stable.add(id.name);
  }

  /** The names of the component that a value is made of, those that never change aside; what is made anew is kept as well. */
  dependenciesOf(value: t.Node): string[] {
    const isUsed = (name: string): boolean => referencesOf(value, name).length > 0;
    for (const [name, fresh] of this.fresh) if (isUsed(name)) this.keep(name, fresh, value);
    const all = new Set([...this.names, ...this.fresh.keys()]);
    return [...all].filter((name) => !this.stable.has(name) && isUsed(name)).sort();
  }

  /** As `dependenciesOf`; null where what a function uses is made anew and cannot be kept itself. */
  dependenciesIfStable(value: t.Node): string[] | null {
    try {
      return this.dependenciesOf(value);
    } catch (error) {
      if (!(error instanceof Impossible)) throw error;
      return null;
    }
  }

  /** Keeps what a name stands for, if it is made anew; where that cannot be, it stays as it is. */
  tryKeep(name: string): void {
    const fresh = this.fresh.get(name);
    if (!fresh) return;
    try {
      this.keep(name, fresh);
    } catch (error) {
      if (!(error instanceof Impossible)) throw error;
    }
  }

  /** `user` is where it is used, which has to stand below it. */
  private keep(name: string, { node }: Fresh, user: t.Node | null = null): void {
    const { syntax } = this.component;
    if (this.memoised.has(name)) return;
    this.memoised.add(name);
    if (user && spanOf(node).start > spanOf(user).start)
      throw new Impossible(`${name} is made anew on each render, below where it is used.`);
    if (referencesOf(node, name).length > (node.type === 'FunctionDeclaration' ? 1 : 0))
      throw new Impossible(`${name} is made anew on each render, and calls itself.`);
    const { workshop, steps } = this.job;
    const imports = workshop.importsOf(syntax.path);
    const list = `[${this.dependenciesOf(node)
      .filter((one) => one !== name)
      .join(', ')}]`;
    const { start, end } = spanOf(node);
    if (node.type === 'FunctionDeclaration') {
      workshop.texts.insert(syntax.path, start, `const ${name} = ${imports.named('react', 'useCallback')}(`);
      workshop.texts.insert(syntax.path, end, `, ${list})${syntax.semicolon}`);
    } else if (isFunction(node)) {
      workshop.texts.insert(syntax.path, start, `${imports.named('react', 'useCallback')}(`);
      workshop.texts.insert(syntax.path, end, `, ${list})`);
    } else {
      const source = node.type === 'ObjectExpression' ? ['(', ')'] : ['', ''];
      workshop.texts.insert(syntax.path, start, `${imports.named('react', 'useMemo')}(() => ${source[0]}`);
      workshop.texts.insert(syntax.path, end, `${source[1]}, ${list})`);
    }
    steps.edit(`Keep ${name} from one render to the next.`, syntax.path);
  }
}

function namesOf(pattern: t.Node, names: Set<string>): void {
  if (pattern.type === 'Identifier') names.add(pattern.name);
  if (pattern.type === 'ObjectPattern')
    for (const one of pattern.properties) namesOf(one.type === 'RestElement' ? one.argument : one.value, names);
  if (pattern.type === 'ArrayPattern') for (const one of pattern.elements) if (one) namesOf(one, names);
  if (pattern.type === 'AssignmentPattern') namesOf(pattern.left, names);
}
