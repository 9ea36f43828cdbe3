import type * as t from '@babel/types';

/** The name a cell takes from the pattern it is bound to: `units` of `const [units, setUnits] = …`. */
export function cellName(target: t.Node | null): { name: string; node: t.Node } | null {
  if (target?.type === 'Identifier') return { name: target.name, node: target };
  if (target?.type === 'ArrayPattern') {
    const first = target.elements[0];
    if (first) return cellName(first);
    const second = target.elements[1];
    // Only the setter is taken: `const [, setUnits] = …` still changes `units`.
    if (second?.type === 'Identifier')
      return { name: lowerFirst(second.name.replace(/^set(?=[A-Z])/, '')), node: second };
  }
  if (target?.type === 'MemberExpression' && target.object.type === 'ThisExpression' && !target.computed)
    return cellName(target.property);
  if (target?.type === 'AssignmentPattern') return cellName(target.left);
  return null;
}

export function lowerFirst(name: string): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}
