/**
 * The expressions of a template as syntax of a script, so that the shared reader reads them. A name that the template does not
 * declare stands on the instance; a pipe is a call of a function whose name no script can have.
 */
import {
  type AST,
  type ASTWithSource,
  Binary,
  BindingPipe,
  Call,
  Chain,
  Conditional,
  EmptyExpr,
  ImplicitReceiver,
  Interpolation,
  KeyedRead,
  LiteralArray,
  LiteralMap,
  LiteralPrimitive,
  NonNullAssert,
  ParenthesizedExpression,
  PrefixNot,
  PropertyRead,
  SafeCall,
  SafeKeyedRead,
  SafePropertyRead,
  TemplateLiteral,
  ThisReceiver,
  TypeofExpression,
  Unary,
  VoidExpression,
} from '@angular/compiler';
import type * as t from '@babel/types';
import { EVENT_NAME } from '../../model/signs';

/** Where in the file an offset is: the line from one, the column from zero. */
export type Positions = (offset: number) => { line: number; column: number };

/** What a pipe is called as: `|async`. */
export const PIPE = '|';
/** What setting a signal that is bound both ways is called as. */
export const SET_BOUND = '=set';

export class Expressions {
  constructor(
    private readonly positions: Positions,
    /** Whether the template declares a name where it is read. */
    private readonly declares: (name: string) => boolean,
  ) {}

  /** The syntax of an expression; null where it is empty or could not be parsed. */
  read(ast: AST | ASTWithSource | null | undefined): t.Expression | null {
    if (!ast) return null;
    const inner = 'ast' in ast ? (ast.ast as AST) : ast;
    if (inner instanceof EmptyExpr) return null;
    if (inner instanceof Chain)
      return this.node(inner, 'SequenceExpression', { expressions: this.all(inner.expressions) });
    if (inner instanceof Interpolation)
      return this.node(inner, 'TemplateLiteral', { expressions: this.all(inner.expressions), quasis: [] });
    return this.simple(inner);
  }

  private all(list: readonly AST[]): t.Expression[] {
    return list.flatMap((one) => this.read(one) ?? []);
  }

  private simple(ast: AST): t.Expression | null {
    if (ast instanceof BindingPipe)
      return this.node(ast, 'CallExpression', {
        callee: this.identifier(ast, `${PIPE}${ast.name}`),
        arguments: this.all([ast.exp, ...(ast.args as AST[])]),
      });
    if (ast instanceof SafePropertyRead || ast instanceof PropertyRead) return this.property(ast);
    if (ast instanceof SafeKeyedRead || ast instanceof KeyedRead)
      return this.node(ast, 'MemberExpression', {
        object: this.orNothing(ast.receiver),
        property: this.orNothing(ast.key),
        computed: true,
      });
    if (ast instanceof SafeCall || ast instanceof Call)
      return this.node(ast, ast instanceof SafeCall ? 'OptionalCallExpression' : 'CallExpression', {
        callee: this.orNothing(ast.receiver),
        arguments: this.all(ast.args),
        optional: ast instanceof SafeCall,
      });
    // Its own class stands below that of two operands.
    if (ast instanceof Unary)
      return this.node(ast, 'UnaryExpression', { operator: ast.operator, argument: this.orNothing(ast.expr) });
    if (ast instanceof Binary) return this.binary(ast);
    if (ast instanceof Conditional)
      return this.node(ast, 'ConditionalExpression', {
        test: this.orNothing(ast.condition),
        consequent: this.orNothing(ast.trueExp),
        alternate: this.orNothing(ast.falseExp),
      });
    if (ast instanceof PrefixNot || ast instanceof TypeofExpression || ast instanceof VoidExpression)
      return this.node(ast, 'UnaryExpression', {
        operator: ast instanceof PrefixNot ? '!' : ast instanceof TypeofExpression ? 'typeof' : 'void',
        argument: this.orNothing(ast.expression),
      });
    if (ast instanceof NonNullAssert || ast instanceof ParenthesizedExpression) return this.read(ast.expression);
    if (ast instanceof LiteralPrimitive) return this.literal(ast);
    if (ast instanceof LiteralArray)
      return this.node(ast, 'ArrayExpression', { elements: ast.expressions.map((one) => this.orNothing(one)) });
    if (ast instanceof LiteralMap)
      return this.node(ast, 'ObjectExpression', {
        properties: ast.keys.map((key, index) =>
          this.located(
            'ObjectProperty',
            { key: this.identifier(ast, key.key), value: this.orNothing(ast.values[index]), computed: false },
            ast.sourceSpan,
          ),
        ),
      });
    if (ast instanceof TemplateLiteral)
      return this.node(ast, 'TemplateLiteral', { expressions: this.all(ast.expressions), quasis: [] });
    if (ast instanceof ThisReceiver || ast instanceof ImplicitReceiver) return this.node(ast, 'ThisExpression', {});
    return null;
  }

  private property(ast: PropertyRead | SafePropertyRead): t.Expression {
    const isFree = ast.receiver instanceof ImplicitReceiver && !(ast.receiver instanceof ThisReceiver);
    const { start, end } = ast.nameSpan;
    const name = this.identifier(ast, ast.name, { start, end });
    if (isFree && this.declares(ast.name)) return name;
    if (isFree && ast.name === EVENT_NAME) return name;
    return this.node(ast, ast instanceof SafePropertyRead ? 'OptionalMemberExpression' : 'MemberExpression', {
      object: isFree ? this.node(ast, 'ThisExpression', {}) : this.orNothing(ast.receiver),
      property: name,
      computed: false,
      optional: ast instanceof SafePropertyRead,
    });
  }

  private binary(ast: Binary): t.Expression {
    const sides = { left: this.orNothing(ast.left), right: this.orNothing(ast.right) };
    const operator = ast.operation;
    if (/^([-+*/%&|?]|\*\*|&&|\|\||\?\?)?=$/.test(operator))
      return this.node(ast, 'AssignmentExpression', { operator, ...sides });
    const type = /^(&&|\|\||\?\?)$/.test(operator) ? 'LogicalExpression' : 'BinaryExpression';
    return this.node(ast, type, { operator, ...sides });
  }

  private literal(ast: LiteralPrimitive): t.Expression {
    const constant: unknown = ast.value;
    if (typeof constant === 'string') return this.node(ast, 'StringLiteral', { value: constant });
    if (typeof constant === 'number') return this.node(ast, 'NumericLiteral', { value: constant });
    if (typeof constant === 'boolean') return this.node(ast, 'BooleanLiteral', { value: constant });
    return constant === null ? this.node(ast, 'NullLiteral', {}) : this.identifier(ast, 'undefined');
  }

  private orNothing(ast: AST | undefined): t.Expression {
    return this.read(ast) ?? ({ type: 'NullLiteral' } as t.NullLiteral);
  }

  private identifier(ast: AST, name: string, span: Span = ast.sourceSpan): t.Expression {
    return this.node(ast, 'Identifier', { name }, span);
  }

  private node(ast: AST, type: t.Expression['type'], fields: object, span: Span = ast.sourceSpan): t.Expression {
    return this.located(type, fields, span) as unknown as t.Expression;
  }

  private located(type: string, fields: object, { start, end }: Span): object {
    return { type, ...this.at(start, end), ...fields };
  }

  /** Where a piece of syntax stands that reaches from one offset of the file to another. */
  at(start: number, end: number): Pick<t.Expression, 'start' | 'end' | 'loc'> {
    return { start, end, loc: { start: this.positions(start), end: this.positions(end) } as t.SourceLocation };
  }
}

/** Offsets in the file. */
interface Span {
  start: number;
  end: number;
}
