/** Lightning Web Components for the page: compiled by the family's own compiler, with stand-ins for what only its platform has. */
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { transformSync } from '@lwc/compiler';
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

export function webComponents(example: string): Plugin {
  const modules = path.join(example, 'src/modules');
  return {
    name: 'web-components',
    setup({ onResolve, onLoad }) {
      onResolve({ filter: /^lwc$/ }, ({ resolveDir }) => ({
        path: require.resolve('@lwc/engine-dom', { paths: [resolveDir, __dirname, process.cwd()] }),
      }));
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
      // Styles that a component has none of.
      onResolve({ filter: /\.css(\?.*)?$/ }, (found) => ({ path: found.path, namespace: 'styles' }));
      onLoad({ filter: /.*/, namespace: 'styles' }, () => ({ contents: 'export default undefined;' }));
      // A class without markup imports what is not there.
      onResolve({ filter: /^\.\/\w+\.html$/ }, ({ path: name, resolveDir }) =>
        existsSync(path.join(resolveDir, name)) ? null : { path: name, namespace: 'styles' },
      );
      onLoad({ filter: /modules\/c\/\w+\/\w+\.(js|html)$/ }, ({ path: file }) => {
        const name = path.basename(path.dirname(file));
        const { code } = transformSync(readFileSync(file, 'utf8'), file, { namespace: 'c', name });
        return { contents: file.endsWith('.js') ? watched(code) : code, loader: 'js' };
      });
    },
  };
}
