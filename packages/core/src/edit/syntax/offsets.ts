/** Positions in a text as facts tell them, and as offsets. */

/** The offset of a spot in a text. Facts count columns without a byte order mark. */
export function offsets(text: string): (spot: { line: number; column: number }) => number {
  const lines = [text.startsWith('\uFEFF') ? 1 : 0];
  for (let i = text.indexOf('\n'); i !== -1; i = text.indexOf('\n', i + 1)) lines.push(i + 1);
  return ({ line, column }) => (lines[line - 1] ?? 0) + column - 1;
}
