/** Whether two lists hold the same, in the same order; lists that are not there are the same as each other alone. */
export function sameList<T>(a: readonly T[] | null | undefined, b: readonly T[] | null | undefined): boolean {
  if (!a || !b) return !a && !b;
  return a === b || (a.length === b.length && a.every((item, i) => item === b[i]));
}
