/** Names that were probably meant: for a finding, where a wrong guess is worse than none. */
import { distance } from 'fastest-levenshtein';

/** The name of a pool that another is a slip of the pen away from; undefined where none is, or two are. */
export function misspellingOf(name: string, pool: Iterable<string>): string | undefined {
  const found = [...new Set(pool)].filter((one) => one !== name && isSlip(name, one));
  return found.length === 1 ? found[0] : undefined;
}

/** One letter off, two that changed places, another spelling of the same words, or the beginning of a longer name. */
function isSlip(written: string, meant: string): boolean {
  const a = plain(written);
  const b = plain(meant);
  if (a === b) return true;
  const letters = Math.min(a.length, b.length);
  // Of three letters another one is a word of its own (`add`, `and`); one more is not (`dig`, `digs`).
  if (letters === 3 && a.length !== b.length && distance(a, b) === 1) return true;
  return letters > 3 && (distance(a, b) === 1 || isSwap(a, b) || /^[A-Z]/.test(restOf(written, meant)));
}

/** A name in lower case without what joins its words. */
function plain(name: string): string {
  return name.toLowerCase().replace(/[-_:. ]/g, '');
}

function isSwap(a: string, b: string): boolean {
  if (a.length !== b.length) return false;
  const at = [...a].findIndex((letter, index) => letter !== b[index]);
  return a.slice(0, at) + (a[at + 1] ?? '') + (a[at] ?? '') + a.slice(at + 2) === b;
}

/** What a longer name has beyond a shorter one: `Code` of `currencyCode`, for `currency`. */
function restOf(short: string, long: string): string {
  return long.startsWith(short) ? long.slice(short.length) : '';
}
