/** A file for each server that runs, which tells programs of the same user where it is and how to ask it. */
import { promises as fs } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { closeFolder, replaceFile } from '../ownFiles';
import { isRunning } from '../store/leases';

const Running = z.object({ pid: z.number(), port: z.number(), key: z.string() });
export type Running = z.infer<typeof Running>;

export async function announce(folder: string, running: Running): Promise<void> {
  closeFolder(folder);
  await forgetEnded(folder);
  await replaceFile(fileOf(folder, running.port), `${JSON.stringify(running)}\n`, 0o600);
}

export async function withdraw(folder: string, port: number): Promise<void> {
  await fs.rm(fileOf(folder, port), { force: true });
}

/** The server at a port; null where none runs there. */
export async function runningAt(folder: string, port: number): Promise<Running | null> {
  try {
    const running = Running.parse(JSON.parse(await fs.readFile(fileOf(folder, port), 'utf8')));
    return isRunning(running.pid) ? running : null;
  } catch {
    return null;
  }
}

function fileOf(folder: string, port: number): string {
  return path.join(folder, `${port}.json`);
}

/** Servers that were killed could not do it themselves. */
async function forgetEnded(folder: string): Promise<void> {
  for (const entry of await fs.readdir(folder)) {
    const port = Number(/^(\d+)\.json$/.exec(entry)?.[1]);
    if (port && !(await runningAt(folder, port))) await withdraw(folder, port);
  }
}
