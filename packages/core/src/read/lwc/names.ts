/** What components and the modules beside them are called: by the folder they stand in, and the one around that. */
import { pascal } from '../../model/spelling';

/** The folder of a component, and the namespace around it: `c` in the folder that projects keep them in. */
export function moduleOf(path: string): { namespace: string; name: string } | null {
  const [file = '', name = '', around = ''] = path.split('/').reverse();
  if (name === '' || around === '' || file.replace(/\.\w+$/, '') !== name) return null;
  return { namespace: around === 'lwc' ? 'c' : around, name };
}

/** A tag as components go by it: `c-bed-tile` is `CBedTile`. */
export function tagName(tag: string): string {
  return pascal(tag);
}

/** The name by which markup finds what a file declares; null where it stands in no folder of its own. */
export function nameInMarkup(path: string): string | null {
  const found = moduleOf(path);
  return found && pascal(`${found.namespace}-${kebab(found.name)}`);
}

function kebab(name: string): string {
  return name
    .replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)
    .replace(/_/g, '-')
    .replace(/^-/, '');
}
