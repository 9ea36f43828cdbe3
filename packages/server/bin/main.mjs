#!/usr/bin/env node
/** Runs the built command line. `open` serves until it is interrupted; every other command runs on a thread of its own. */
import { createRequire } from 'node:module';

/** @typedef {(argv: readonly string[]) => Promise<number>} Run */

const argv = process.argv.slice(2);
const opens = argv[0] === 'open';
/** @type {{ main: Run, runOnThread: Run }} */
const built = createRequire(import.meta.url)(`../dist/${opens ? 'cli' : 'cliThread'}.cjs`);
process.exitCode = await (opens ? built.main : built.runOnThread)(argv);
