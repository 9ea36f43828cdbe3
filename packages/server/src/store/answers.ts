/** Whole answers of the command line, kept as long as the project they are about is as it was. */
import type { DataSource, Repository } from 'typeorm';
import { AnswerEntity, type AnswerRow } from './entities';
import { seal, unseal } from './seal';

/** Of answers that nobody asked for so long, others will not either. */
const KEEP_MS = 7 * 24 * 3600 * 1000;

export class SqliteAnswers {
  private readonly rows: Repository<AnswerRow>;

  constructor(source: DataSource) {
    this.rows = source.getRepository(AnswerEntity);
  }

  async get(key: string): Promise<string | null> {
    const row = await this.rows.findOneBy({ key });
    return row ? unseal(row.answer) : null;
  }

  /** Keeps an answer, and drops those that are no longer asked for. */
  async put(key: string, answer: string): Promise<void> {
    const usedAt = Date.now();
    await this.rows.upsert({ key, answer: seal(answer), usedAt }, ['key']);
    const limit = usedAt - KEEP_MS;
    await this.rows.createQueryBuilder().delete().where('used_at < :limit', { limit }).execute();
  }
}
