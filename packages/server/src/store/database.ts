/** Opening the databases: SQLite through better-sqlite3, write-ahead logging, schema by migrations only. */
import 'reflect-metadata';
import { existsSync, rmSync } from 'node:fs';
import path from 'node:path';
import { DataSource, type EntitySchema, type MigrationInterface } from 'typeorm';
import { keepPrivate, makePrivateFolder } from '../ownFiles';
import { databaseFile } from '../paths';
import { UnusableInput } from '../unusable';
import { AcceptedEntity, AnswerEntity, FactsEntity, ProjectEntity, SettingEntity, SurveyEntity } from './entities';
import { First1700000000001 } from './migrations/1-first';
import { Facts1700000000002 } from './migrations/2-facts';
import { Accepted1700000000003 } from './migrations/3-accepted';
import { Answers1700000000004 } from './migrations/4-answers';

type Migration = new () => MigrationInterface;

/** A database that cannot be used; the message names the file. */
export class UnusableDatabase extends UnusableInput {}

/** Where the database goes before a newer version of Vectura changes its tables. */
export function backupOf(file: string): string {
  return `${file}.before-update`;
}

async function open(file: string, entities: EntitySchema[], migrations: Migration[]): Promise<DataSource> {
  makePrivateFolder(path.dirname(file));
  const isNew = !existsSync(file);
  // Before SQLite makes it: what it makes beside it has the same rights.
  keepPrivate(file);
  const source = new DataSource({
    type: 'better-sqlite3',
    database: file,
    entities,
    migrations,
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (db: { pragma(text: string): void }) => {
      db.pragma('busy_timeout = 5000');
      db.pragma('foreign_keys = ON');
      db.pragma('synchronous = NORMAL');
    },
  });
  await source.initialize();
  try {
    await migrate(source, file, isNew, new Set(migrations.map((one) => new one().name ?? '')));
    return source;
  } catch (error) {
    await source.destroy();
    throw error;
  }
}

/** Brings the tables up to date, after a copy of them was made. */
async function migrate(source: DataSource, file: string, isNew: boolean, known: ReadonlySet<string>): Promise<void> {
  if (!isNew) {
    const done = await migrationsIn(source);
    if (done.some((name) => !known.has(name)))
      throw new UnusableDatabase(`${file} was written by a newer version of Vectura. Start that version.`);
    if (done.length === known.size) return;
    if (done.length > 0) {
      rmSync(backupOf(file), { force: true });
      await source.query('VACUUM INTO ?', [backupOf(file)]);
      keepPrivate(backupOf(file));
    }
  }
  await source.runMigrations();
}

async function migrationsIn(source: DataSource): Promise<string[]> {
  const tables: unknown[] = await source.query(`SELECT 1 FROM sqlite_master WHERE name = 'migrations'`);
  if (tables.length === 0) return [];
  const rows: { name: string }[] = await source.query('SELECT name FROM migrations');
  return rows.map(({ name }) => name);
}

/** The database of projects. Throws `UnusableDatabase` where it cannot be opened. */
export async function openDatabase(file: string): Promise<DataSource> {
  try {
    return await open(file, [ProjectEntity, SurveyEntity, SettingEntity, AcceptedEntity] as EntitySchema[], [
      First1700000000001,
      Accepted1700000000003,
    ]);
  } catch (error) {
    if (error instanceof UnusableDatabase) throw error;
    throw new UnusableDatabase(whyNot(file, error));
  }
}

/** The facts cache. Throws whatever is wrong with it: whoever opens it goes on without. */
export function openFacts(file: string): Promise<DataSource> {
  return open(file, [FactsEntity, AnswerEntity] as EntitySchema[], [Facts1700000000002, Answers1700000000004]);
}

const REASONS: [codes: RegExp, says: string][] = [
  [/^(EACCES|EPERM|EROFS|SQLITE_READONLY|SQLITE_CANTOPEN)/, 'It is not writable. Give yourself write permission'],
  [/^(ENOSPC|SQLITE_FULL)/, 'The disk is full. Free some space'],
  [/^(SQLITE_NOTADB|SQLITE_CORRUPT)/, 'It is damaged. Move it away, and Vectura starts with an empty one'],
  [/^(ENOTDIR|EEXIST|EISDIR)/, 'Something else is in its place. Move that away'],
  [/^ENOENT/, 'Its folder cannot be created. Create it yourself'],
  [/^SQLITE_BUSY/, 'Another program is writing to it. Close that program'],
];

/** What went wrong with the database of projects while it was used, in words; null where it is something else that went wrong. */
export function databaseTrouble(error: unknown): string | null {
  return codeOf(error).startsWith('SQLITE_') ? whyNot(databaseFile(), error) : null;
}

/** Why a file in the data folder cannot be used and what to do, in words. */
export function whyNot(file: string, error: unknown): string {
  const code = codeOf(error);
  const known = REASONS.find(([codes]) => codes.test(code))?.[1];
  const reason = known ?? `${error instanceof Error ? error.message : String(error)}. Mend that`;
  return `${file} cannot be used. ${reason}, or name another folder in VECTURA_HOME.`;
}

/** The code of an error of the file system or of SQLite; that of the cause, where it wraps one. */
export function codeOf(error: unknown): string {
  const { code, driverError } = error as { code?: unknown; driverError?: unknown };
  if (typeof code === 'string') return code;
  return driverError === undefined ? '' : codeOf(driverError);
}
