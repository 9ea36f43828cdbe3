/** The first tables. */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class First1700000000001 implements MigrationInterface {
  name = 'First1700000000001';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE project (id TEXT PRIMARY KEY, name TEXT NOT NULL, root TEXT NOT NULL UNIQUE, kind TEXT NOT NULL, added_at TEXT NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE survey (id INTEGER PRIMARY KEY AUTOINCREMENT, project_id TEXT NOT NULL REFERENCES project(id) ON DELETE CASCADE,
        finished_at TEXT NOT NULL, took INTEGER NOT NULL, files INTEGER NOT NULL, components INTEGER NOT NULL, cells INTEGER NOT NULL,
        findings INTEGER NOT NULL, document TEXT NOT NULL)`,
    );
    await runner.query(`CREATE INDEX survey_of_project ON survey (project_id, id)`);
    await runner.query(
      `CREATE TABLE setting (project_id TEXT NOT NULL REFERENCES project(id) ON DELETE CASCADE, name TEXT NOT NULL, value TEXT NOT NULL,
        PRIMARY KEY (project_id, name))`,
    );
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['setting', 'survey', 'project']) await runner.query(`DROP TABLE ${table}`);
  }
}
