/** Where things lie: the demo that ships with Vectura, the built web application, the data folder. */
import { existsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** Where the demos and the page lie: in a checkout, and in the published package. */
interface Layout {
  demos: string;
  page: string;
}

function layout(): Layout {
  const published = path.resolve(__dirname, '..');
  if (existsSync(path.join(published, 'page')))
    return { demos: path.join(published, 'examples'), page: path.join(published, 'page') };
  const root = checkout();
  return { demos: path.join(root, 'examples'), page: path.join(root, 'packages/web/dist') };
}

/** The checkout's root, from the built bundle and from source alike. */
function checkout(): string {
  for (let folder = __dirname; folder !== path.dirname(folder); folder = path.dirname(folder))
    if (existsSync(path.join(folder, 'examples')) && existsSync(path.join(folder, 'packages'))) return folder;
  return path.resolve(__dirname, '../../..');
}

export function demoFolder(): string {
  return path.join(layout().demos, 'glasshouse-react');
}

/** The same nursery in other families, offered beside the demo. */
export function otherDemoFolders(): string[] {
  return [
    'glasshouse-vue3',
    'glasshouse-runes',
    'glasshouse-angular',
    'glasshouse-ngmodules',
    'glasshouse-lwc',
    'glasshouse-scopes',
  ]
    .map((name) => path.join(layout().demos, name))
    .filter((folder) => existsSync(folder));
}

export function webFolder(): string {
  return layout().page;
}

/** `VECTURA_HOME`, else the platform's usual place for an application's data. */
export function dataFolder(): string {
  const own = process.env.VECTURA_HOME;
  if (own) return path.resolve(own);
  if (process.platform === 'darwin') return path.join(os.homedir(), 'Library/Application Support/Vectura');
  if (process.platform === 'win32') return path.join(process.env.LOCALAPPDATA ?? os.homedir(), 'Vectura');
  return path.join(process.env.XDG_DATA_HOME ?? path.join(os.homedir(), '.local/share'), 'vectura');
}

/** The facts cache's file; it moves with `VECTURA_CACHE`. */
export function cacheFile(): string {
  return path.join(process.env.VECTURA_CACHE ? path.resolve(process.env.VECTURA_CACHE) : dataFolder(), 'facts.sqlite');
}

export function databaseFile(): string {
  return path.join(dataFolder(), 'vectura.sqlite');
}

/** Where servers tell programs of the same user how to ask them. */
export function runFolder(): string {
  return path.join(dataFolder(), 'run');
}
