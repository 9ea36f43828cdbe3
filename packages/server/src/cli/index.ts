/** The command line: one file a command. Standard output carries only the answer. */
import { Command, CommanderError } from 'commander';
import { NotFound } from '@vectura/core';
import { version } from '../../package.json';
import { UnusableInput } from '../unusable';
import { addCheck } from './check';
import { collect, say } from './common';
import { addHomes } from './homes';
import { addMend } from './mend';
import { addOpen } from './open';
import { addSurvey } from './survey';
import { addTrail } from './trail';
import { addWhy } from './why';

export async function main(argv: readonly string[]): Promise<number> {
  let code = 0;
  const program = new Command('vectura')
    .description('Traces how values travel between the components of a front-end application, from its source.')
    .version(version, '--version', 'print the version')
    .exitOverride()
    .configureHelp({ showGlobalOptions: true })
    .showHelpAfterError('(vectura --help lists the commands)');
  const setCode = (to: number): void => {
    code = to;
  };
  for (const add of [addOpen, addSurvey, addTrail, addWhy, addHomes, addMend, addCheck]) add(program, setCode);
  for (const command of program.commands)
    command
      .exitOverride()
      .option('--quiet', 'print nothing but errors to standard error')
      .option('--include <glob>', 'read files that are left out by default (repeatable)', collect, [])
      .option('--exclude <glob>', 'leave files out (repeatable)', collect, []);
  try {
    await program.parseAsync(['node', 'vectura', ...argv]);
    return code;
  } catch (error) {
    if (error instanceof CommanderError) return error.exitCode === 0 ? 0 : 2;
    if (error instanceof NotFound || error instanceof UnusableInput) {
      say(error.message);
      return 2;
    }
    say(`Something went wrong: ${error instanceof Error ? (error.stack ?? error.message) : String(error)}`);
    return 3;
  }
}
