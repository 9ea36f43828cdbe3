/** The texts of a surveyed folder, for plans: as they are on the disk, where they are as they were surveyed. */
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import path from 'node:path';
import type { Sources, Survey } from '@vectura/core';
import { readRegularFile } from '../ownFiles';
import { UnusableInput } from '../unusable';

/** Throws `UnusableInput` where a file changed after the survey: a plan would edit what it does not know. */
export function diskSources(root: string, survey: Survey): Sources {
  const hashes = new Map(survey.linked.program.input.files.map((file) => [file.path, file.hash]));
  return {
    text(file) {
      const where = path.join(root, file);
      const hash = hashes.get(file);
      if (hash === undefined) return existsSync(where) ? readRegularFile(where).toString('utf8') : null;
      const content = readRegularFile(where);
      if (createHash('sha256').update(content).digest('hex') !== hash)
        throw new UnusableInput(`${file} has changed since it was surveyed. Survey again, and plan again.`);
      return content.toString('utf8');
    },
  };
}
