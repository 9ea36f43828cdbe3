/** Opening the databases: SQLite through better-sqlite3, write-ahead logging, schema by migrations only. */
import 'reflect-metadata';
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { DataSource, type EntitySchema, type MigrationInterface } from 'typeorm';
import { AcceptedEntity, AnswerEntity, FactsEntity, ProjectEntity, SettingEntity, SurveyEntity } from './entities';
import { First1700000000001 } from './migrations/1-first';
import { Facts1700000000002 } from './migrations/2-facts';
import { Accepted1700000000003 } from './migrations/3-accepted';
import { Answers1700000000004 } from './migrations/4-answers';

type Migration = new () => MigrationInterface;

async function open(file: string, entities: EntitySchema[], migrations: Migration[]): Promise<DataSource> {
  mkdirSync(path.dirname(file), { recursive: true });
  const source = new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities,
    migrations,
    migrationsRun: true,
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (db: { pragma(text: string): void }) => {
      db.pragma('busy_timeout = 5000');
      db.pragma('foreign_keys = ON');
      db.pragma('synchronous = NORMAL');
    },
  });
  return source.initialize();
}

export function openDatabase(file: string): Promise<DataSource> {
  return open(file, [ProjectEntity, SurveyEntity, SettingEntity, AcceptedEntity] as EntitySchema[], [
    First1700000000001,
    Accepted1700000000003,
  ]);
}

export function openFacts(file: string): Promise<DataSource> {
  return open(file, [FactsEntity, AnswerEntity] as EntitySchema[], [Facts1700000000002, Answers1700000000004]);
}
