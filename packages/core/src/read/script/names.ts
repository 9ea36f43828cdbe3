/** The name of an anonymous component: its file's, or for an index file its folder's, in PascalCase. */
export function nameFromPath(path: string): string {
  const parts = path.split('/');
  const base = (parts.pop() ?? '').replace(/\.[^.]+$/, '');
  const name = base === 'index' ? (parts.pop() ?? base) : base;
  return name
    .split(/[^A-Za-z0-9$]+/)
    .filter((word) => word !== '')
    .map((word) => word.charAt(0).toUpperCase() + word.slice(1))
    .join('');
}
