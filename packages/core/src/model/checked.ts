/**
 * The entry of a list under a number that stands for something. Throws where it does not: a wrong number must not pass for the
 * first file, function or run of all. `what` names the thing, as in “place”.
 */
export function entryAt<T>(list: readonly T[], index: number, what: string): T {
  const entry = list[index];
  if (entry === undefined) throw new Error(`There is no ${what} of the number ${index}.`);
  return entry;
}
