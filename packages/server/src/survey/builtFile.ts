/** Where what threads run lies: beside the bundle that starts them, in `dist` when run from source. */
import { existsSync } from 'node:fs';
import path from 'node:path';

export function builtFile(name: string): string {
  const beside = path.join(__dirname, name);
  return existsSync(beside) ? beside : path.join(__dirname, '../../dist', name);
}

/** Code that people write is nested deeply here and there; the stack a process begins with is too small for it. */
export const STACK_MB = 32;
