/** The facts cache: what files' texts were read to, by their content. */
import { In, type DataSource, type Repository } from 'typeorm';
import { pack } from '@vectura/core';
import type { FactsCache, FactsEntry } from '../survey/surveyFolder';
import { FactsEntity, type FactsRow } from './entities';

const CHUNK = 400;
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
      for (const row of rows) found.set(row.key, row.facts);
    }
    return found;
  }

  /** Keeps facts to be written by `flush`, so that the answer need not wait for the disk. */
  put(entries: readonly FactsEntry[]): void {
    this.waiting.push(...entries);
  }

  async flush(): Promise<void> {
    const usedAt = Date.now();
    // Packed before anything else can change the facts.
    const entries = this.waiting.map(({ key, facts, packed }) => ({ key, facts: packed ?? pack(facts) }));
    this.waiting = [];
    if (entries.length === 0) return;
    // Written by hand: thousands of rows at once, where building each as an entity would take longer than reading files.
    await this.source.transaction(async (manager) => {
      for (let i = 0; i < entries.length; i += CHUNK) {
        const rows = entries.slice(i, i + CHUNK);
        const places = rows.map(() => '(?, ?, ?)').join(', ');
        await manager.query(
          `INSERT OR REPLACE INTO facts (key, facts, used_at) VALUES ${places}`,
          rows.flatMap((row) => [row.key, row.facts, usedAt]),
        );
      }
    });
  }

  async dropOld(): Promise<void> {
    await this.rows
      .createQueryBuilder()
      .delete()
      .where('used_at < :limit', { limit: Date.now() - KEEP_MS })
      .execute();
  }
}
