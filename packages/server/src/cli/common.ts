/** What the commands share: surveying with progress, and writing answers. */
import path from 'node:path';
import { MultiBar, type SingleBar } from 'cli-progress';
import type { Survey } from '@vectura/core';
import { surveyFolder, type Progress } from '../survey/surveyFolder';

export interface CommonOptions {
  quiet?: boolean;
  include?: string[];
  exclude?: string[];
  config?: string;
}

const WORDS: Record<Progress['phase'], string> = {
  looking: 'Looking for sources',
  reading: 'Reading',
  linking: 'Linking',
};

/** Surveys a folder, telling on standard error how far it is. */
export async function surveyFor(dir: string, options: CommonOptions): Promise<Survey> {
  const progress = options.quiet ? null : new ProgressLine();
  try {
    return await surveyFolder(path.resolve(dir), {
      include: options.include ?? [],
      exclude: options.exclude ?? [],
      ...(options.config === undefined ? {} : { config: options.config }),
      ...(progress ? { onProgress: (p) => progress.show(p) } : {}),
    });
  } finally {
    progress?.end();
  }
}

/** A bar on a terminal; elsewhere one line for each phase. */
class ProgressLine {
  private readonly bars = process.stderr.isTTY
    ? new MultiBar({
        format: '{phase} {bar} {value}/{total}',
        hideCursor: true,
        clearOnComplete: true,
        stream: process.stderr,
      })
    : null;
  private bar: SingleBar | null = null;
  private phase: Progress['phase'] | null = null;

  show({ phase, done, total }: Progress): void {
    if (this.bars) {
      this.bar ??= this.bars.create(Math.max(total, 1), 0, { phase: WORDS[phase] });
      this.bar.setTotal(Math.max(total, 1));
      this.bar.update(done, { phase: WORDS[phase] });
    } else if (phase !== this.phase && phase !== 'looking') {
      process.stderr.write(phase === 'reading' ? `Reading ${total} files\n` : `Linking ${total} files\n`);
    }
    this.phase = phase;
  }

  end(): void {
    this.bars?.stop();
  }
}

export function print(text: string): void {
  process.stdout.write(text.endsWith('\n') ? text : `${text}\n`);
}

export function printJson(value: unknown): void {
  print(JSON.stringify(value, null, 2));
}

export function plural(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}
