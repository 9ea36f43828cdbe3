/**
 * Reads JSON with comments and trailing commas, as configuration files have it: parsed as an expression, never run.
 */
import { parseExpression } from '@babel/parser';
import type * as t from '@babel/types';

/** The data of a JSON-with-comments text; undefined where it is not data. */
export function parseJsonWithComments(text: string): unknown {
  try {
    return JSON.parse(text) as unknown;
  } catch {
    try {
      return data(parseExpression(`(${text.replace(/^\uFEFF/, '')}\n)`));
    } catch {
      return undefined;
    }
  }
}

function data(node: t.Node): unknown {
  switch (node.type) {
    case 'ObjectExpression': {
      const result: Record<string, unknown> = {};
      for (const property of node.properties)
        if (property.type === 'ObjectProperty' && property.key.type === 'StringLiteral')
          result[property.key.value] = data(property.value);
      return result;
    }
    case 'ArrayExpression':
      return node.elements.map((element) => (element ? data(element) : null));
    case 'StringLiteral':
    case 'NumericLiteral':
    case 'BooleanLiteral':
      return node.value;
    default:
      return null;
  }
}
