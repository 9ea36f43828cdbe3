/** `vectura open [DIR]`: surveys a project and serves the application. */
import path from 'node:path';
import { InvalidArgumentError, type Command } from 'commander';
import { demoFolder } from '../paths';
import type { CommonOptions } from './common';

export function addOpen(program: Command): void {
  program
    .command('open [dir]')
    .description('survey a project (the shipped demo when left out) and serve the application on loopback')
    .option('--port <n>', 'the port; the next free one is taken if it is in use', portNumber)
    .action(async (dir: string | undefined, options: CommonOptions & { port?: number }) => {
      const folder = dir === undefined ? demoFolder() : path.resolve(dir);
      const wanted = options.port ?? portFromEnvironment();
      // The server is loaded by this command alone: no other one waits for it.
      const { startServer } = await import('../http/server');
      const server = await startServer({ port: wanted, open: folder, quiet: options.quiet ?? false });
      process.stdout.write(`Vectura is ready at ${server.url}\n`);
      await server.closed;
    });
}

const DEFAULT_PORT = 4870;

function portNumber(text: string): number {
  const port = Number(text);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new InvalidArgumentError('A port is a number from 0 to 65535.');
  return port;
}

function portFromEnvironment(): number {
  const text = process.env.PORT;
  return text && /^\d+$/.test(text) ? Number(text) : DEFAULT_PORT;
}
