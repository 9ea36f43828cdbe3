/** What a survey of a folder depends on, as one short text: as long as it is the same, so is every answer. */
import { createHash } from 'node:crypto';
import path from 'node:path';
import { readRegularFile } from '../ownFiles';
import { readConfig } from './surveyFolder';
import { walk } from './walk';

export interface FingerprintOptions {
  include?: readonly string[];
  exclude?: readonly string[];
  config?: string;
}

/**
 * Over every file that may count: its path and its text, and which were left out for what reason. Throws where the folder cannot
 * be walked or its configuration cannot be understood; a file that cannot be read counts as such.
 */
export async function fingerprintOf(root: string, options: FingerprintOptions): Promise<string> {
  const sum = createHash('sha256');
  const config = await readConfig(root, options.config);
  const found = await walk(root, {
    include: [...config.include, ...(options.include ?? [])],
    exclude: [...config.exclude, ...(options.exclude ?? [])],
  });
  sum.update(JSON.stringify([path.resolve(root), options, config, found.skipped, found.unreadable]));
  for (const file of [...found.sources, ...found.output, ...found.configs])
    sum.update(`\0${file.path}\0`).update(textOf(path.join(root, file.path)));
  return sum.digest('hex');
}

function textOf(file: string): Buffer | string {
  try {
    return readRegularFile(file);
  } catch {
    return 'unreadable';
  }
}
