/** Surveys one shape at one size, in a process of its own; prints what it took as JSON. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { emptyMemory, surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { SHAPES } from './shapes';

export interface Grown {
  milliseconds: number;
  megabytes: number;
  /** Bytes of all its files. */
  source: number;
  stops: number;
  states: number;
  /** Bytes of the flow document. */
  bytes: number;
  cut: number;
}

async function grow(name: string, times: number): Promise<Grown> {
  const shape = SHAPES.find((one) => one.name === name);
  if (!shape) throw new Error(`There is no shape called “${name}”.`);
  const folder = mkdtempSync(path.join(tmpdir(), 'vectura-shape-'));
  let source = 0;
  for (const [file, text] of Object.entries(shape.files(shape.size * times))) {
    const target = path.join(folder, 'src', file);
    mkdirSync(path.dirname(target), { recursive: true });
    writeFileSync(target, text);
    source += text.length;
  }
  try {
    const start = performance.now();
    const survey = await surveyFolder(folder, { memory: emptyMemory() });
    const document = JSON.stringify(survey.document());
    const { stops, states } = survey.effort();
    return {
      milliseconds: performance.now() - start,
      megabytes: process.resourceUsage().maxRSS / 1024,
      source,
      stops,
      states,
      bytes: document.length,
      cut: survey.document().project.cut ?? 0,
    };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

const [name = '', times = '1'] = process.argv.slice(2);
void grow(name, Number(times)).then((grown) => process.stdout.write(JSON.stringify(grown), () => process.exit(0)));
