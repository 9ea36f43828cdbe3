#!/usr/bin/env node
import { createRequire } from 'node:module';
import { ensureBuilt } from '../../../scripts/prepare.mjs';

const argv = process.argv.slice(2);
const opens = argv[0] === 'open';
await ensureBuilt({ web: opens });
const require = createRequire(import.meta.url);
const run = opens ? require('../dist/cli.cjs').main : require('../dist/cliThread.cjs').runOnThread;
process.exitCode = await run(argv);
