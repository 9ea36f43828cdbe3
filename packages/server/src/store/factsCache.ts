/** The facts cache: what files' texts were read to, by their content. */
import { In, type DataSource, type Repository } from 'typeorm';
import { pack } from '@vectura/core';
import type { FactsCache, FactsEntry } from '../survey/surveyFolder';
import { FactsEntity, type FactsRow } from './entities';
import { seal, unseal } from './seal';

const CHUNK = 200;
/** Facts written longer ago than this are dropped; a file still in use is then read once more. */
const KEEP_MS = 30 * 24 * 3600 * 1000;

export class SqliteFactsCache implements FactsCache {
  private readonly rows: Repository<FactsRow>;

  private waiting: FactsEntry[] = [];

  constructor(private readonly source: DataSource) {
    this.rows = source.getRepository(FactsEntity);
  }

  async get(keys: readonly string[]): Promise<Map<string, string>> {
    const found = new Map<string, string>();
    for (let i = 0; i < keys.length; i += CHUNK) {
      const rows = await this.rows.findBy({ key: In(keys.slice(i, i + CHUNK)) });
      for (const row of rows) {
        const facts = unseal(row.facts);
        if (facts !== null) found.set(row.key, facts);
      }
    }
    return found;
  }

  /** Keeps facts to be written by `flush`, so that the answer need not wait for the disk. */
  put(entries: readonly FactsEntry[]): void {
    this.waiting.push(...entries);
  }

  /**
   * Writes what was put, some files at a time: all of them packed at once would take as much memory again as the facts. Nobody
   * may change facts meanwhile, so the next survey waits for it.
   */
  async flush(): Promise<void> {
    const usedAt = Date.now();
    while (this.waiting.length > 0) {
      const chunk = this.waiting.slice(0, CHUNK);
      const rows = chunk.map(({ key, facts, packed }) => ({ key, facts: seal(packed ?? pack(facts)) }));
      const places = rows.map(() => '(?, ?, ?)').join(', ');
      // Written by hand: hundreds of rows at once, where building each as an entity would take longer than reading files.
      await this.source.transaction((manager) =>
        manager.query(
          `INSERT OR REPLACE INTO facts (key, facts, used_at) VALUES ${places}`,
          rows.flatMap((row) => [row.key, row.facts, usedAt]),
        ),
      );
      // Only once they are there: writing may have to be tried again.
      this.waiting.splice(0, chunk.length);
    }
  }

  async dropOld(): Promise<void> {
    await this.rows
      .createQueryBuilder()
      .delete()
      .where('used_at < :limit', { limit: Date.now() - KEEP_MS })
      .execute();
  }
}
