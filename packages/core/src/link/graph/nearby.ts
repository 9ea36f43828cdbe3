/**
 * Names that several applications of one tree use: whoever names something means what is registered in its own file, or else in the
 * folders nearest to it.
 */

/** How near two files are: by the folders that they share from the root on; a file is nearest to itself. */
export function nearness(one: string, other: string): number {
  if (one === other) return Infinity;
  const folders = one.split('/').slice(0, -1);
  const others = other.split('/').slice(0, -1);
  const parting = folders.findIndex((folder, index) => folder !== others[index]);
  return parting === -1 ? folders.length : parting;
}

/** Those of a list that are nearest to a file. */
export function nearestTo<One>(file: string, all: readonly One[], pathOf: (one: One) => string): One[] {
  if (all.length < 2) return [...all];
  const distances = all.map((one) => nearness(file, pathOf(one)));
  const least = Math.max(...distances);
  return all.filter((_, index) => distances[index] === least);
}
