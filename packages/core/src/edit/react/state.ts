/** The declaration of a state in a component, and whether it can be moved to another one. */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { walkNodes } from '../../read/script/walk';
import { referencesOf } from '../syntax/names';
import { spanOf, type Span, type Syntax } from '../syntax/tree';
import type { ReactComponent } from './component';

export interface DeclaredState {
  statement: t.VariableDeclaration;
  value: string;
  /** What changes it; null where nothing does. */
  setter: string | null;
  /** What it starts as, as the source says it. */
  initial: string;
  /** The type that is given at the call; null where there is none. */
  type: string | null;
  /** The type of a text, number or boolean that it starts as. */
  startsAs: 'string' | 'number' | 'boolean' | null;
  /** Names of the module that it starts from. */
  needs: string[];
}

/** A state as `const [units, setUnits] = useState(…)` declares it; null where it is declared in another way. */
export function stateAt(syntax: Syntax, spot: Spot): DeclaredState | null {
  const around = syntax.around(syntax.offset(spot));
  const statement = around.findLast((node) => node.type === 'VariableDeclaration');
  if (statement?.type !== 'VariableDeclaration' || statement.declarations.length !== 1) return null;
  const [only] = statement.declarations;
  if (only?.id.type !== 'ArrayPattern' || only.init?.type !== 'CallExpression') return null;
  const { callee } = only.init;
  const called = callee.type === 'MemberExpression' ? callee.property : callee;
  if (called.type !== 'Identifier' || called.name !== 'useState') return null;
  const [value, setter] = only.id.elements;
  if (value?.type !== 'Identifier' || (setter && setter.type !== 'Identifier')) return null;
  const [initial] = only.init.arguments;
  const types = (only.init as { typeParameters?: t.Node | null }).typeParameters;
  const [type] = types?.type === 'TSTypeParameterInstantiation' ? types.params : [];
  return {
    statement,
    value: value.name,
    setter: setter?.name ?? null,
    initial: initial ? syntax.source(initial) : 'undefined',
    type: type ? syntax.source(type) : null,
    startsAs: startsAs(initial),
    needs: initial ? [...freeNames(initial), ...(type ? freeNames(type) : [])] : [],
  };
}

function startsAs(node: t.Node | undefined): DeclaredState['startsAs'] {
  if (node?.type === 'StringLiteral' || node?.type === 'TemplateLiteral') return 'string';
  if (node?.type === 'NumericLiteral') return 'number';
  return node?.type === 'BooleanLiteral' ? 'boolean' : null;
}

const GLOBALS = new Set([
  'undefined',
  'Math',
  'Date',
  'Object',
  'Array',
  'Set',
  'Map',
  'Number',
  'String',
  'Boolean',
  'NaN',
  'Infinity',
  'Record',
  'Partial',
  'Readonly',
]);

/** The names an expression reads from around it, globals aside. */
function freeNames(node: t.Node): string[] {
  const names = new Set<string>();
  walkNodes(node, (one) => {
    if (one.type === 'Identifier') names.add(one.name);
  });
  return [...names].filter((name) => !GLOBALS.has(name) && referencesOf(node, name).length > 0);
}

/** Where the names of a state stand outside its declaration. */
export function usesOfState(component: ReactComponent, name: string, statement: t.Node): Span[] {
  const own = spanOf(statement);
  const dropped = component.dropped.map(spanOf);
  return referencesOf(component.fn, name).filter(
    (span) =>
      !(own.start <= span.start && span.end <= own.end) &&
      !dropped.some((gone) => gone.start <= span.start && span.end <= gone.end),
  );
}
