/** The facts cache, in a file of its own. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Facts1700000000002 implements MigrationInterface {
  name = 'Facts1700000000002';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE facts (key TEXT PRIMARY KEY, facts TEXT NOT NULL, used_at INTEGER NOT NULL) WITHOUT ROWID`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE facts`);
  }
}
