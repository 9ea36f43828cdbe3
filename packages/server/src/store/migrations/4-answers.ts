/** Answers of the command line, beside the facts cache. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Answers1700000000004 implements MigrationInterface {
  name = 'Answers1700000000004';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE answers (key TEXT PRIMARY KEY, answer TEXT NOT NULL, used_at INTEGER NOT NULL) WITHOUT ROWID`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE answers`);
  }
}
