/** A plan’s edits written into a folder, all or none, and taken back again. */
import { createHash } from 'node:crypto';
import { promises as fs } from 'node:fs';
import path from 'node:path';
import type { ChangedFile } from '@vectura/core';
import { applyPatch } from 'diff';
import { z } from 'zod';
import { readRegularFile, replaceFile } from '../ownFiles';
import { UnusableInput } from '../unusable';
import { reasonOf } from './walk';

/** What was written, and what stood there before: enough to take it back. */
export const Applied = z.object({
  at: z.string(),
  says: z.string(),
  files: z.array(
    z.object({
      path: z.string(),
      /** The bytes before, in base64; null where there was no such file. */
      before: z.string().nullable(),
      /** The content it was given. */
      after: z.string(),
    }),
  ),
});
export type Applied = z.infer<typeof Applied>;

interface Write {
  file: ChangedFile;
  where: string;
  before: Buffer | null;
  text: string;
}

/**
 * Writes the edits of a plan. Throws `UnusableInput`, and changes nothing, where a file is not what the plan was made from, or
 * cannot be written.
 */
export async function applyPlan(root: string, says: string, files: readonly ChangedFile[]): Promise<Applied> {
  const writes: Write[] = [];
  for (const file of files) writes.push(await prepared(root, file));
  const done: Write[] = [];
  try {
    for (const write of writes) {
      await replaceFile(write.where, write.text);
      done.push(write);
    }
  } catch (error) {
    for (const write of done) await restore(write.where, write.before);
    throw new UnusableInput(`Nothing was changed: a file could not be written. ${reasonOf(error)}`);
  }
  return {
    at: new Date().toISOString(),
    says,
    files: writes.map(({ file, before, text }) => ({
      path: file.path,
      before: before?.toString('base64') ?? null,
      after: sha(Buffer.from(text)),
    })),
  };
}

async function prepared(root: string, file: ChangedFile): Promise<Write> {
  const where = inside(root, file.path);
  const stat = await fs.lstat(where).catch(() => null);
  if (file.change === 'add' && stat) throw new UnusableInput(`Nothing was changed: there is a ${file.path} by now.`);
  if (file.change === 'edit' && !stat?.isFile())
    throw new UnusableInput(`Nothing was changed: ${file.path} is gone, or no plain file.`);
  const before = file.change === 'add' ? null : readRegularFile(where);
  if (before && sha(before) !== file.hash)
    throw new UnusableInput(`Nothing was changed: ${file.path} has changed since the plan was made. Plan again.`);
  const text = applyPatch(before?.toString('utf8') ?? '', file.diff.slice(file.diff.indexOf('--- ')));
  if (text === false) throw new UnusableInput(`Nothing was changed: the edits of ${file.path} do not fit. Plan again.`);
  return { file, where, before, text };
}

/** Puts back what stood there before. Throws `UnusableInput`, and changes nothing, where a file was changed since. */
export async function takeBack(root: string, { files }: Applied): Promise<void> {
  for (const { path: file, after } of files) {
    const content = await fs.readFile(inside(root, file)).catch(() => null);
    if (!content || sha(content) !== after)
      throw new UnusableInput(`Nothing was taken back: ${file} was changed since. Your version control can undo it.`);
  }
  for (const { path: file, before } of files)
    await restore(inside(root, file), before === null ? null : Buffer.from(before, 'base64'));
}

async function restore(where: string, before: Buffer | null): Promise<void> {
  if (before === null) await fs.rm(where, { force: true });
  else await replaceFile(where, before.toString('utf8'));
}

function inside(root: string, file: string): string {
  const where = path.resolve(root, file);
  if (!where.startsWith(path.resolve(root) + path.sep)) throw new UnusableInput(`${file} is outside the project.`);
  return where;
}

function sha(content: Buffer): string {
  return createHash('sha256').update(content).digest('hex');
}
