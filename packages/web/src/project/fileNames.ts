/** Which names of a file can be followed, and in which component. */
import type { FileAnswer } from '../api/api';

/** The innermost component around a line that knows a name. */
export function componentAt(
  file: Pick<FileAnswer, 'components'>,
  line: number,
  name: string,
): { component: string; name: string } | null {
  const around = file.components.filter((c) => line >= c.from && line <= c.to && c.names.includes(name));
  const [inner] = around.sort((a, b) => a.to - a.from - (b.to - b.from));
  return inner ? { component: inner.id, name } : null;
}
