/** Names from a project as they are displayed: they may have any length and hold whatever a file can. */

const LONGEST = 120;

/** On one line, without what steers a terminal or turns the direction of writing, and cut where it is too long to be read. */
export function shownName(name: string): string {
  const line = name.replace(/[\p{Cc}\u2028\u2029\u202a-\u202e\u2066-\u2069]+/gu, ' ');
  return line.length > LONGEST ? `${line.slice(0, LONGEST - 1)}…` : line;
}
