/** `vectura survey DIR`: the flow document. */
import { writeFile } from 'node:fs/promises';
import type { Command } from 'commander';
import { UnusableInput } from '../unusable';
import { reasonOf } from '../survey/walk';
import { answerFor, jsonLines, plural, printJson, say, type CommonOptions } from './common';

export function addSurvey(program: Command): void {
  program
    .command('survey <dir>')
    .description('write the flow document (JSON) of a project')
    .option('--out <file>', 'write to a file instead of standard output')
    .action(async (dir: string, options: CommonOptions & { out?: string }) => {
      const document = await answerFor(dir, options, 'survey', (survey) => survey.document());
      if (options.out === undefined) printJson(document);
      else
        await writeFile(options.out, jsonLines(document)).catch((error: unknown) => {
          throw new UnusableInput(`${options.out ?? ''} could not be written. ${reasonOf(error)}`);
        });
      if (options.quiet) return;
      const problems = document.files.filter((file) => file.problems.length > 0);
      for (const file of problems) {
        const [first] = file.problems;
        if (first) say(`${file.path}:${first.line}:${first.column} ${first.message}`);
      }
      if (document.components.length === 0)
        say(`No component was found in ${dir} (${plural(document.files.length, 'file')} read).`);
    });
}
