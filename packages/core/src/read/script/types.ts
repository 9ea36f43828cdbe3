/**
 * TypeScript types of props, as far as the file itself says what they are: literals, interfaces, aliases, intersections
 * and the usual helpers around them. A type from elsewhere adds nothing and is marked, so that nothing is claimed of it.
 */
import type * as t from '@babel/types';
import type { Spot } from '../../model/facts';
import { spotOf } from './builder';

export interface TypedProp {
  optional: boolean;
  at: Spot;
}

export interface PropsType {
  props: Map<string, TypedProp>;
  /** Some of it is declared elsewhere: there may be more props than are listed. */
  open: boolean;
}

/** Types a module declares, by name. */
export type TypeTable = ReadonlyMap<string, t.TSInterfaceDeclaration | t.TSTypeAliasDeclaration>;

const MAX_DEPTH = 12;

export function declaredTypes(body: readonly t.Statement[]): TypeTable {
  const table = new Map<string, t.TSInterfaceDeclaration | t.TSTypeAliasDeclaration>();
  for (const statement of body) {
    const node = statement.type === 'ExportNamedDeclaration' ? statement.declaration : statement;
    if (node?.type === 'TSInterfaceDeclaration' || node?.type === 'TSTypeAliasDeclaration')
      table.set(node.id.name, node);
  }
  return table;
}

export function propsOfType(node: t.Node | null | undefined, table: TypeTable, depth = 0): PropsType {
  const found: PropsType = { props: new Map(), open: false };
  if (!node || depth > MAX_DEPTH) return { ...found, open: true };
  switch (node.type) {
    case 'TSTypeAnnotation':
      return propsOfType(node.typeAnnotation, table, depth);
    case 'TSParenthesizedType':
      return propsOfType(node.typeAnnotation, table, depth + 1);
    case 'TSTypeLiteral':
      return membersOf(node.members);
    case 'TSIntersectionType':
      for (const part of node.types) join(found, propsOfType(part, table, depth + 1));
      return found;
    case 'TSTypeReference':
      return referenced(node, table, depth);
    default:
      return { ...found, open: true };
  }
}

function membersOf(members: readonly t.TSTypeElement[]): PropsType {
  const found: PropsType = { props: new Map(), open: false };
  for (const member of members) {
    if (member.type === 'TSIndexSignature') found.open = true;
    if ((member.type !== 'TSPropertySignature' && member.type !== 'TSMethodSignature') || member.computed) continue;
    const name =
      member.key.type === 'Identifier'
        ? member.key.name
        : member.key.type === 'StringLiteral'
          ? member.key.value
          : null;
    if (name !== null) found.props.set(name, { optional: !!member.optional, at: spotOf(member.key) });
  }
  return found;
}

function referenced(node: t.TSTypeReference, table: TypeTable, depth: number): PropsType {
  const name =
    node.typeName.type === 'Identifier'
      ? node.typeName.name
      : node.typeName.type === 'TSQualifiedName'
        ? node.typeName.right.name
        : '';
  const parameters = node.typeParameters?.params ?? [];
  const [first, second] = parameters;
  const inner = (): PropsType => propsOfType(first, table, depth + 1);
  switch (name) {
    case 'Partial':
      return { ...inner(), props: mapped(inner().props, (prop) => ({ ...prop, optional: true })) };
    case 'Required':
      return { ...inner(), props: mapped(inner().props, (prop) => ({ ...prop, optional: false })) };
    case 'Readonly':
      return inner();
    case 'PropsWithChildren': {
      const with_ = inner();
      if (!with_.props.has('children')) with_.props.set('children', { optional: true, at: spotOf(node) });
      return with_;
    }
    case 'Pick':
    case 'Omit': {
      const keys = literalKeys(second);
      const all = inner();
      if (!keys) return { ...all, open: true };
      const props = new Map([...all.props].filter(([key]) => keys.has(key) === (name === 'Pick')));
      return { props, open: name === 'Pick' ? [...keys].some((key) => !all.props.has(key)) : all.open };
    }
    default: {
      const declared = table.get(name);
      if (!declared) return { props: new Map(), open: true };
      if (declared.type === 'TSTypeAliasDeclaration') return propsOfType(declared.typeAnnotation, table, depth + 1);
      const own = membersOf(declared.body.body);
      for (const base of declared.extends ?? []) {
        const above = base.expression.type === 'Identifier' ? table.get(base.expression.name) : undefined;
        if (above?.type === 'TSInterfaceDeclaration' && depth < MAX_DEPTH) {
          const inherited = membersOf(above.body.body);
          if ((above.extends ?? []).length > 0) inherited.open = true;
          join(inherited, own);
          own.props = inherited.props;
          own.open = inherited.open;
        } else own.open = true;
      }
      return own;
    }
  }
}

function literalKeys(node: t.Node | undefined): Set<string> | null {
  const parts = node?.type === 'TSUnionType' ? node.types : node ? [node] : [];
  const keys = new Set<string>();
  for (const part of parts) {
    if (part.type !== 'TSLiteralType' || part.literal.type !== 'StringLiteral') return null;
    keys.add(part.literal.value);
  }
  return keys.size > 0 ? keys : null;
}

function join(into: PropsType, from: PropsType): void {
  for (const [name, prop] of from.props) into.props.set(name, prop);
  into.open ||= from.open;
}

function mapped(props: ReadonlyMap<string, TypedProp>, change: (prop: TypedProp) => TypedProp): Map<string, TypedProp> {
  return new Map([...props].map(([name, prop]) => [name, change(prop)]));
}

/** The props type of `FC<Props>` and its like, where a variable is annotated with one. */
export function componentTypeArgument(node: t.Node | null | undefined): t.Node | null {
  if (node?.type !== 'Identifier' || node.typeAnnotation?.type !== 'TSTypeAnnotation') return null;
  const type = node.typeAnnotation.typeAnnotation;
  if (type.type !== 'TSTypeReference') return null;
  const name =
    type.typeName.type === 'TSQualifiedName'
      ? type.typeName.right.name
      : type.typeName.type === 'Identifier'
        ? type.typeName.name
        : '';
  return /^(FC|VFC|SFC|FunctionComponent|ComponentType)$/.test(name) ? (type.typeParameters?.params[0] ?? null) : null;
}
