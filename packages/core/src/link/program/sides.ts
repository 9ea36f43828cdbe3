/**
 * Which side each component runs on. A module marked for the browser makes everything it imports browser code;
 * children passed to its components stay on their side. Without any marked module, everything is browser code.
 */
import type { Program } from './program';

export type Side = 'client' | 'server' | 'either';

export class Sides {
  /** For each file that is browser code: the file whose import made it so; itself where it is marked. */
  readonly because = new Map<number, number>();
  private readonly server = new Set<number>();
  private readonly imports: readonly number[][] = [];
  readonly marked: number[];

  constructor(private readonly program: Program) {
    const { graph } = program;
    this.marked = graph.files.flatMap((file, index) => (file.side === 'client' ? [index] : []));
    if (!this.areDeclared) return;
    this.imports = graph.files.map((file, index) => {
      const found = new Set<number>();
      for (const resolution of graph.resolutionsOf(index)) if (resolution.kind === 'file') found.add(resolution.file);
      for (const { source } of file.exports) {
        const resolution = source === null ? null : graph.modules.resolve(file.path, source);
        if (resolution?.kind === 'file') found.add(resolution.file);
      }
      return [...found];
    });
    for (const file of this.marked) this.because.set(file, file);
    const queue = [...this.marked];
    for (let at = queue.shift(); at !== undefined; at = queue.shift())
      for (const next of this.imports[at] ?? [])
        if (!this.because.has(next)) {
          this.because.set(next, at);
          queue.push(next);
        }
    this.spreadServer();
  }

  /** What is reached from modules nobody imports, up to those that are marked. */
  private spreadServer(): void {
    const imported = new Set(this.imports.flat());
    const queue = this.imports.flatMap((_, file) => (imported.has(file) || this.marked.includes(file) ? [] : [file]));
    for (let at = queue.pop(); at !== undefined; at = queue.pop()) {
      if (this.server.has(at)) continue;
      this.server.add(at);
      queue.push(...(this.imports[at] ?? []).filter((next) => !this.marked.includes(next)));
    }
  }

  /** Whether the project tells the two sides apart at all. */
  get areDeclared(): boolean {
    return this.marked.length > 0;
  }

  of(file: number): Side {
    if (!this.areDeclared) return 'client';
    const client = this.because.has(file);
    if (client) return this.server.has(file) ? 'either' : 'client';
    return 'server';
  }

  /** The modules by which a file came to be browser code, from the marked one to itself. */
  wayTo(file: number): number[] {
    const way: number[] = [];
    for (let at: number | undefined = file; at !== undefined && !way.includes(at); at = this.because.get(at)) {
      way.unshift(at);
      if (this.because.get(at) === at) break;
    }
    return this.because.has(file) ? way : [];
  }

  /** All a module brings along, itself included. */
  broughtBy(file: number): Set<number> {
    const found = new Set([file]);
    for (const at of found) for (const next of this.imports[at] ?? []) found.add(next);
    return found;
  }

  bytesOf(files: Iterable<number>): number {
    let bytes = 0;
    for (const file of files) bytes += this.program.graph.files[file]?.bytes ?? 0;
    return bytes;
  }
}
