/** JSON in pieces: a whole document as one text may be longer than a text can be. */

/** How far down lists and objects are written part by part; what is below is small. */
const DEPTH = 3;

/** Pieces are put together up to this length: thousands of short ones would take longer to hand on than to write. */
const LENGTH = 65_536;

/** The pieces of what `JSON.stringify(value, null, indent)` gives for plain data. */
export function* jsonPieces(value: unknown, indent = 0): Generator<string> {
  let gathered = '';
  for (const piece of pieces(value, indent, 0)) {
    gathered += piece;
    if (gathered.length < LENGTH) continue;
    yield gathered;
    gathered = '';
  }
  yield gathered;
}

/** All of it as one text; null where that would be longer than `most`, or than a text can be. */
export function jsonText(value: unknown, most: number): string | null {
  try {
    const text = JSON.stringify(value);
    return text.length <= most ? text : null;
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

function* pieces(value: unknown, indent: number, depth: number): Generator<string> {
  if (depth >= DEPTH || typeof value !== 'object' || value === null) {
    yield written(value, indent, depth);
    return;
  }
  const isList = Array.isArray(value);
  const entries: [string, unknown][] = Object.entries(value).filter(([, part]) => isList || part !== undefined);
  const [open, close] = isList ? ['[', ']'] : ['{', '}'];
  if (entries.length === 0) {
    yield `${open}${close}`;
    return;
  }
  const line = (at: number): string => (indent === 0 ? '' : `\n${' '.repeat(indent * at)}`);
  let before = open;
  for (const [name, part] of entries) {
    yield `${before}${line(depth + 1)}${isList ? '' : `${JSON.stringify(name)}:${indent === 0 ? '' : ' '}`}`;
    yield* pieces(part, indent, depth + 1);
    before = ',';
  }
  yield `${line(depth)}${close}`;
}

function written(value: unknown, indent: number, depth: number): string {
  const text = JSON.stringify(value, null, indent) ?? 'null';
  return indent === 0 ? text : text.replaceAll('\n', `\n${' '.repeat(indent * depth)}`);
}
