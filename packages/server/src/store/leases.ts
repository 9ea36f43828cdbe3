/**
 * Which folders of ours are being made or removed, and by which process. Several servers may share a data folder, and each may be
 * killed at any moment: a folder is only ever removed by its lease, once the process that holds it is gone.
 */
import { promises as fs } from 'node:fs';
import path from 'node:path';
import { closeFolder } from '../ownFiles';

const SUFFIX = '.lease';

export class Leases {
  constructor(private readonly folder: string) {}

  /** Notes that what is called `id` in the folder is being made or removed by this process. */
  async take(id: string): Promise<void> {
    closeFolder(this.folder);
    await fs.writeFile(this.file(id), String(process.pid), { flag: 'wx', mode: 0o600 });
  }

  async end(id: string): Promise<void> {
    await fs.rm(this.file(id), { force: true });
  }

  /** What was left half-way by processes that are gone. */
  async abandoned(): Promise<string[]> {
    const entries = await fs.readdir(this.folder).catch(() => [] as string[]);
    const ids: string[] = [];
    for (const entry of entries) {
      if (!entry.endsWith(SUFFIX)) continue;
      if (await isAbandoned(path.join(this.folder, entry))) ids.push(entry.slice(0, -SUFFIX.length));
    }
    return ids;
  }

  private file(id: string): string {
    return path.join(this.folder, `${id}${SUFFIX}`);
  }
}

/** A lease that says nothing yet is being written, unless it has said nothing for so long. */
const WRITTEN_WITHIN_MS = 60_000;

async function isAbandoned(lease: string): Promise<boolean> {
  try {
    const holder = await fs.readFile(lease, 'utf8');
    if (holder !== '') return !isRunning(Number(holder));
    return Date.now() - (await fs.stat(lease)).mtimeMs > WRITTEN_WITHIN_MS;
  } catch {
    // Ended meanwhile.
    return false;
  }
}

/** Whether a process is running; one of another user is. */
export function isRunning(pid: number): boolean {
  if (!Number.isInteger(pid) || pid <= 0) return false;
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}
