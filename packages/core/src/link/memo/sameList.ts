/** Whether two lists hold the same entries in the same order; a missing list equals only another missing one. */
export function sameList<T>(a: readonly T[] | null | undefined, b: readonly T[] | null | undefined): boolean {
  if (!a || !b) return !a && !b;
  return a === b || (a.length === b.length && a.every((item, i) => item === b[i]));
}
