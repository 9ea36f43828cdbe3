#!/usr/bin/env node
/** The command line of a checkout: builds what is out of date, then runs it. */
import { ensureBuilt } from '../../../scripts/prepare.mjs';

await ensureBuilt({ web: process.argv[2] === 'open' });
await import('./main.mjs');
