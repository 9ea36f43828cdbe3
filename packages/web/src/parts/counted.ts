/** A number with what it counts: `1 cell`, `58 cells`. */
export function counted(many: number, one: string): string {
  return `${many} ${one}${many === 1 ? '' : 's'}`;
}
