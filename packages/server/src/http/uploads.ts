/** Folders unpacked from archives: made, kept as long as their project is, removed behind the user's back so that nothing waits for it. */
import { randomBytes } from 'node:crypto';
import { promises as fs } from 'node:fs';
import path from 'node:path';
import type { Readable } from 'node:stream';
import { Leases } from '../store/leases';
import { receive, unpack } from './archive';

export class Uploads {
  private readonly leases: Leases;
  /** What is being removed; `settled` waits for it. */
  private readonly removals = new Set<Promise<void>>();

  constructor(
    private readonly folder: string,
    private readonly log: (message: string) => void,
  ) {
    this.leases = new Leases(folder);
  }

  /** Unpacks an archive and hands `keep` its id and the folder of its sources; where either fails, nothing is left of it. */
  async add<V>(archive: Readable, keep: (id: string, root: string) => Promise<V>): Promise<V> {
    const id = randomBytes(5).toString('hex');
    await this.leases.take(id);
    try {
      await receive(archive, this.archive(id));
      const root = await unpack(this.archive(id), path.join(this.folder, id));
      await fs.rm(this.archive(id), { force: true });
      const upload = await keep(id, root);
      await this.leases.end(id);
      return upload;
    } catch (error) {
      this.removeSoon(id);
      throw error;
    }
  }

  /** Removes what was unpacked for a project, once `forget` has forgotten the project. */
  async remove(id: string, forget: () => Promise<void>): Promise<void> {
    await this.leases.take(id).catch((error: NodeJS.ErrnoException) => {
      // Another is at it already.
      if (error.code !== 'EEXIST') throw error;
    });
    await forget();
    this.removeSoon(id);
  }

  /** Removes what was left half-way by a process that was killed; `isKept` says whether a project has come of it. */
  async tidy(isUsed: (id: string) => Promise<boolean>): Promise<void> {
    for (const id of await this.leases.abandoned()) {
      if (await isUsed(id)) await this.leases.end(id);
      else this.removeSoon(id);
    }
  }

  async settled(): Promise<void> {
    await Promise.all(this.removals);
  }

  private archive(id: string): string {
    return path.join(this.folder, `${id}.zip`);
  }

  private removeSoon(id: string): void {
    const removal = this.removeNow(id)
      .catch((error: unknown) => this.log(`${path.join(this.folder, id)} could not be removed: ${String(error)}`))
      .finally(() => this.removals.delete(removal));
    this.removals.add(removal);
  }

  private async removeNow(id: string): Promise<void> {
    await fs.rm(this.archive(id), { force: true });
    await fs.rm(path.join(this.folder, id), { recursive: true, force: true });
    await this.leases.end(id);
  }
}
