#!/usr/bin/env node
/** Runs the built command line. `open` serves until it is interrupted; every other command runs on a thread of its own. */
import { createRequire } from 'node:module';

const argv = process.argv.slice(2);
const require = createRequire(import.meta.url);
const run = argv[0] === 'open' ? require('../dist/cli.cjs').main : require('../dist/cliThread.cjs').runOnThread;
process.exitCode = await run(argv);
