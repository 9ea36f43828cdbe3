/** Aliases written out in a bundler's configuration, read as data; nothing in it is run. */
import type * as t from '@babel/types';
import { parseScript } from '../../read/script/module';
import { calledName } from '../../read/script/names';
import { fieldOf } from '../../read/script/patterns';
import { walkNodes } from '../../read/script/walk';

export interface Alias {
  /** What an import begins with. */
  name: string;
  /** Where it leads, relative to the configuration's folder. */
  target: string;
}

export const BUNDLER_CONFIG =
  /(^|\/)(vite|webpack|rollup|rspack|rsbuild|craco|esbuild|vue|next|babel)\.config(\.\w+)?\.[cm]?[jt]s$|(^|\/)\.babelrc(\.js)?$/;

export function readAliases(path: string, text: string): Alias[] {
  const { ast } = parseScript(path.endsWith('rc') ? `${path}.js` : path, path.endsWith('rc') ? `(${text})` : text);
  if (!ast) return [];
  const consts = new Map<string, t.Node>();
  const found: Alias[] = [];
  walkNodes(ast.program, (node) => {
    if (node.type === 'VariableDeclarator' && node.id.type === 'Identifier' && node.init)
      consts.set(node.id.name, node.init);
  });
  walkNodes(ast.program, (node) => {
    if (node.type !== 'ObjectProperty' || fieldOf(node.key, node.computed) !== 'alias') return;
    found.push(...aliasesIn(node.value, consts));
  });
  return found;
}

function aliasesIn(node: t.Node, consts: ReadonlyMap<string, t.Node>): Alias[] {
  if (node.type === 'Identifier') {
    const init = consts.get(node.name);
    return init ? aliasesIn(init, consts) : [];
  }
  if (node.type === 'ObjectExpression')
    return node.properties.flatMap((one) => {
      if (one.type !== 'ObjectProperty') return [];
      const target = pathOf(one.value, consts);
      const name = one.key.type === 'StringLiteral' ? one.key.value : fieldOf(one.key, one.computed);
      return target === null || name === '*' ? [] : [{ name: name.replace(/\$$/, ''), target }];
    });
  if (node.type !== 'ArrayExpression') return [];
  return node.elements.flatMap((one) => {
    if (one?.type !== 'ObjectExpression') return [];
    const field = (name: string): t.Node | undefined =>
      one.properties.flatMap((p) =>
        p.type === 'ObjectProperty' && fieldOf(p.key, p.computed) === name ? [p.value] : [],
      )[0];
    const find = field('find');
    const replacement = field('replacement');
    const target = replacement ? pathOf(replacement, consts) : null;
    const name =
      find?.type === 'StringLiteral'
        ? find.value
        : find?.type === 'RegExpLiteral'
          ? /^\^([@~\w-]+)/.exec(find.pattern)?.[1]
          : undefined;
    return target === null || !name ? [] : [{ name, target }];
  });
}

/** The path an expression spells: a text, `path.resolve(__dirname, 'src')`, `new URL('./src', import.meta.url)`. */
function pathOf(node: t.Node, consts: ReadonlyMap<string, t.Node>): string | null {
  switch (node.type) {
    case 'StringLiteral':
      return node.value;
    case 'Identifier': {
      if (node.name === '__dirname') return '.';
      const init = consts.get(node.name);
      return init ? pathOf(init, consts) : null;
    }
    case 'TemplateLiteral': {
      const parts = node.quasis.map(
        (quasi, index) =>
          quasi.value.raw +
          (index < node.expressions.length ? (pathOf(node.expressions[index] as t.Node, consts) ?? '') : ''),
      );
      return parts.join('');
    }
    case 'BinaryExpression': {
      const left = pathOf(node.left, consts);
      const right = pathOf(node.right, consts);
      return left === null || right === null ? null : left + right;
    }
    case 'NewExpression': {
      const first = node.arguments[0];
      return first?.type === 'StringLiteral' ? first.value : null;
    }
    case 'MemberExpression':
      return node.object.type === 'NewExpression' ? pathOf(node.object, consts) : null;
    case 'CallExpression': {
      const name = calledName(node);
      if (name === 'cwd') return '.';
      if (name === 'fileURLToPath' || name === 'dirname')
        return node.arguments[0] ? pathOf(node.arguments[0], consts) : null;
      if (name !== 'resolve' && name !== 'join') return null;
      const parts = node.arguments.map((one) => pathOf(one, consts));
      return parts.every((part) => part !== null) ? parts.join('/') : null;
    }
    default:
      return null;
  }
}
