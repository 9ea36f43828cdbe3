/** What a plan calls the things it makes. */
import { pascal } from '../../model/spelling';
import type { Move } from './situation';

/** What a value is called where it is shared: `units` at the top of an application, `trayOpen` elsewhere. */
export function sharedName({ linked, home, flow, workshop }: Move): string {
  const name = flow.cell.name.split('.').at(-1) ?? flow.cell.name;
  if (linked.render.tops.includes(home)) return name;
  const component = workshop.info(home).name;
  const owner = lowerFirst(component);
  return owner.toLowerCase() === name.toLowerCase() ? name : `${owner}${pascal(name)}`;
}

/** A path beside a file that no file has. */
export function pathBeside(path: string, name: string, exists: (path: string) => boolean): string {
  const folder = path.slice(0, path.lastIndexOf('/') + 1);
  const ending = /\.tsx?$/.test(path) ? 'ts' : 'js';
  for (let n = 1; ; n++) {
    const found = `${folder}${name}${n === 1 ? '' : n}.${ending}`;
    if (!exists(found)) return found;
  }
}

export function lowerFirst(name: string): string {
  return name.charAt(0).toLowerCase() + name.slice(1);
}
