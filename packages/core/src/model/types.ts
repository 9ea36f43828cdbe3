/**
 * Types of props, as far as source says what they are: literals, names, intersections and the usual helpers around them.
 * A type from where it cannot be seen adds nothing and is marked, so that nothing is claimed of it.
 */
import type { TypedProp, TypeFact } from './facts';

export interface PropsType {
  props: Map<string, TypedProp>;
  /** Some of it is declared elsewhere: there may be more props than are listed. */
  open: boolean;
}

/** Where names are looked up: the type a name stands for, and where names inside that are looked up in turn. */
export type FindType = (name: string) => { type: TypeFact; find: FindType } | null;

const MAX_DEPTH = 12;

export function propsOf(type: TypeFact, find: FindType, depth = 0): PropsType {
  const found: PropsType = { props: new Map(), open: false };
  if (depth > MAX_DEPTH || type.is === 'unknown') return { ...found, open: true };
  if (type.is === 'name') return named(type, find, depth);
  for (const part of type.is === 'all' ? type.of : type.bases) {
    const { props, open } = propsOf(part, find, depth + 1);
    for (const [name, prop] of props) found.props.set(name, prop);
    found.open ||= open;
  }
  if (type.is === 'props') {
    for (const prop of type.props) found.props.set(prop.name, prop);
    found.open ||= type.open;
  }
  return found;
}

function named({ name, of, keys }: TypeFact & { is: 'name' }, find: FindType, depth: number): PropsType {
  const [first] = of;
  const inner = (): PropsType => (first ? propsOf(first, find, depth + 1) : { props: new Map(), open: true });
  const each = (change: Partial<TypedProp>): PropsType => {
    const { props, open } = inner();
    return { props: new Map([...props].map(([key, prop]) => [key, { ...prop, ...change }])), open };
  };
  switch (name) {
    case 'Partial':
      return each({ optional: true });
    case 'Required':
      return each({ optional: false });
    case 'Readonly':
    case 'PropsWithoutRef':
    case 'PropsWithRef':
      return inner();
    case 'PropsWithChildren': {
      const all = inner();
      const at = { line: 1, column: 1, length: 0 };
      if (!all.props.has('children')) all.props.set('children', { name: 'children', optional: true, at });
      return all;
    }
    case 'Pick':
    case 'Omit': {
      const all = inner();
      if (!keys) return { ...all, open: true };
      const wanted = new Set(keys);
      const props = new Map([...all.props].filter(([key]) => wanted.has(key) === (name === 'Pick')));
      return { props, open: name === 'Pick' ? keys.some((key) => !all.props.has(key)) : all.open };
    }
    default: {
      const known = find(name);
      return known ? propsOf(known.type, known.find, depth + 1) : { props: new Map(), open: true };
    }
  }
}
