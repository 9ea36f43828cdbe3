/** Lightning Web Components for the page: compiled by the family's own compiler, with stand-ins for what only its platform has. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import type { Plugin } from 'esbuild';

/** A channel of messages within the page. */
const MESSAGES = `const heard = new Map();
export class MessageContext { constructor(give) { this.give = give; } connect() { this.give({}); } update() {} disconnect() {} }
export const createMessageContext = () => ({});
export const releaseMessageContext = () => undefined;
export function subscribe(context, channel, run) { const all = heard.get(channel) ?? new Set(); heard.set(channel, all.add(run)); return { channel, run }; }
export function unsubscribe({ channel, run }) { heard.get(channel)?.delete(run); }
export function publish(context, channel, message) { for (const run of heard.get(channel) ?? []) run(message); }`;

/** Lets the page know each instance, and what it holds itself behind what watches that. */
function watched(code: string): string {
  return `import { unwrap as __unwrap } from 'lwc';\nglobalThis.__unwrap = __unwrap;\n${code.replace(/(_?registerComponent)\((\w+),/g, '$1((globalThis.__hold?.($2), $2),')}`;
}

/** Compiles an example's modules into a folder. */
function compiledInto(folder: string, example: string): string {
  const compiler = path.resolve(example, '../../oracle/compileWebComponents.mjs');
  const done = spawnSync(process.execPath, [compiler, path.join(example, 'src/modules'), folder], { encoding: 'utf8' });
  if (done.status !== 0)
    throw new Error(`${path.basename(example)} could not be compiled:\n${done.stdout}${done.stderr}`);
  return folder;
}

/** Plays the part of the family's bundler; what is compiled is put into `folder`. */
export function webComponents(example: string, folder: string): Plugin {
  return {
    name: 'web-components',
    setup({ onResolve, onLoad }) {
      const modules = compiledInto(folder, example);
      const engine = path.resolve(example, '../../node_modules/@lwc/engine-dom/dist/index.js');
      onResolve({ filter: /^lwc$/ }, () => ({ path: engine }));
      onResolve({ filter: /^c\/\w+$/ }, ({ path: name }) => {
        const own = name.slice(2);
        return { path: path.join(modules, 'c', own, `${own}.js`) };
      });
      onResolve({ filter: /^(lightning\/messageService|@salesforce\/messageChannel\/.*)$/ }, (found) => ({
        path: found.path,
        namespace: 'platform',
      }));
      onLoad({ filter: /.*/, namespace: 'platform' }, ({ path: name }) => ({
        contents: name.startsWith('lightning/') ? MESSAGES : `export default ${JSON.stringify(name)};`,
      }));
      // Styles that a component has none of, and markup that a class has none of.
      onResolve({ filter: /\.(css|html)(\?.*)?$/ }, ({ path: name, resolveDir }) =>
        existsSync(path.join(resolveDir, name)) ? null : { path: name, namespace: 'nothing' },
      );
      onLoad({ filter: /.*/, namespace: 'nothing' }, () => ({ contents: 'export default undefined;' }));
      onLoad({ filter: /[\\/]c[\\/]\w+[\\/]\w+\.(js|html)$/ }, ({ path: file }) => {
        const code = readFileSync(file, 'utf8');
        return { contents: file.endsWith('.js') ? watched(code) : code, loader: 'js' };
      });
    },
  };
}
