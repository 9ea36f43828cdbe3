#!/usr/bin/env node
import { createRequire } from 'node:module';
import { ensureBuilt } from '../../../scripts/prepare.mjs';

await ensureBuilt({ web: process.argv[2] === 'open' });
const { main } = createRequire(import.meta.url)('../dist/cli.cjs');
process.exitCode = await main(process.argv.slice(2));
