/** The types of props a module writes, as facts: what they are made of, with names left as names. */
import type * as t from '@babel/types';
import type { TypeFact } from '../../model/facts';
import type { FindType } from '../../model/types';
import { spotOf } from './builder';

/** Types a module declares, by name. */
export type TypeTable = Record<string, TypeFact>;

const UNKNOWN: TypeFact = { is: 'unknown' };

export function declaredTypes(body: readonly t.Statement[]): TypeTable {
  const table: TypeTable = {};
  for (const statement of body) {
    const node =
      statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportDefaultDeclaration'
        ? statement.declaration
        : statement;
    if (node?.type !== 'TSInterfaceDeclaration' && node?.type !== 'TSTypeAliasDeclaration') continue;
    const type = node.type === 'TSInterfaceDeclaration' ? interfaceOf(node) : typeOf(node.typeAnnotation);
    if (type.is !== 'unknown') table[node.id.name] = type;
    if (statement.type === 'ExportDefaultDeclaration') table.default = type;
  }
  return table;
}

/** Looks names up in one module alone. */
export function findIn(table: TypeTable): FindType {
  const find: FindType = (name) => {
    const type = Object.hasOwn(table, name) ? table[name] : undefined;
    return type ? { type, find } : null;
  };
  return find;
}

export function typeOf(node: t.Node | null | undefined): TypeFact {
  switch (node?.type) {
    case 'TSTypeAnnotation':
    case 'TSParenthesizedType':
      return typeOf(node.typeAnnotation);
    case 'TSTypeLiteral':
      return { ...membersOf(node.members), bases: [] };
    case 'TSIntersectionType':
      return { is: 'all', of: node.types.map((part) => typeOf(part)) };
    case 'TSTypeReference':
      return {
        is: 'name',
        name: nameOf(node.typeName),
        of: (node.typeParameters?.params ?? []).slice(0, 1).map((one) => typeOf(one)),
        keys: literalKeys(node.typeParameters?.params[1]),
      };
    default:
      return UNKNOWN;
  }
}

function interfaceOf(node: t.TSInterfaceDeclaration): TypeFact {
  const bases = (node.extends ?? []).map((base): TypeFact => ({
    is: 'name',
    name: base.expression.type === 'Identifier' ? base.expression.name : '',
    of: (base.typeParameters?.params ?? []).slice(0, 1).map((one) => typeOf(one)),
    keys: literalKeys(base.typeParameters?.params[1]),
  }));
  return { ...membersOf(node.body.body), bases };
}

function nameOf(node: t.TSEntityName): string {
  if (node.type === 'Identifier') return node.name;
  return node.type === 'TSQualifiedName' ? node.right.name : '';
}

function membersOf(members: readonly t.TSTypeElement[]): TypeFact & { is: 'props' } {
  const found: TypeFact & { is: 'props' } = { is: 'props', props: [], open: false, bases: [] };
  for (const member of members) {
    if (member.type === 'TSIndexSignature') found.open = true;
    if ((member.type !== 'TSPropertySignature' && member.type !== 'TSMethodSignature') || member.computed) continue;
    const { key } = member;
    const name = key.type === 'Identifier' ? key.name : key.type === 'StringLiteral' ? key.value : null;
    if (name !== null) found.props.push({ name, optional: !!member.optional, at: spotOf(key) });
  }
  return found;
}

function literalKeys(node: t.Node | undefined): string[] | null {
  const parts = node?.type === 'TSUnionType' ? node.types : node ? [node] : [];
  const keys: string[] = [];
  for (const part of parts) {
    if (part.type !== 'TSLiteralType' || part.literal.type !== 'StringLiteral') return null;
    keys.push(part.literal.value);
  }
  return keys.length > 0 ? keys : null;
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
