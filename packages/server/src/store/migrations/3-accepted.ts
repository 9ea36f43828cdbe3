/** Findings that are accepted, and how many of each rule a survey found. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class Accepted1700000000003 implements MigrationInterface {
  name = 'Accepted1700000000003';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE accepted (project_id TEXT NOT NULL REFERENCES project(id) ON DELETE CASCADE, rule TEXT NOT NULL,
        component TEXT NOT NULL, name TEXT NOT NULL, file TEXT NOT NULL, reason TEXT NOT NULL, at TEXT NOT NULL,
        PRIMARY KEY (project_id, rule, component, name, file))`,
    );
    await runner.query(`ALTER TABLE survey ADD COLUMN by_rule TEXT NOT NULL DEFAULT '{}'`);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`ALTER TABLE survey DROP COLUMN by_rule`);
    await runner.query(`DROP TABLE accepted`);
  }
}
