/** Who calls each function, as far as that is known whatever the run. */
import type { Graph } from './graph';
import { push } from './byPlace';
import { about, touchChanged, type Reads } from './kept';

const NONE: readonly number[] = [];

export class Callers {
  private readonly targets: (readonly number[])[] = [];
  private callers = new Map<number, number[]>();

  constructor(
    private readonly graph: Graph,
    private readonly reads: Reads,
  ) {}

  of(fn: number): readonly number[] {
    this.reads.note(about.callers(fn));
    return this.callers.get(fn) ?? NONE;
  }

  settle(): void {
    const { graph } = this;
    let changed = false;
    graph.calls.forEach((_, call) => {
      const found = graph.targetsOf(call);
      changed ||= found !== this.targets[call];
      this.targets[call] = found;
    });
    const before = this.callers;
    if (!changed && before.size > 0) return;
    this.callers = new Map();
    graph.calls.forEach((_, call) => {
      for (const fn of this.targets[call] ?? NONE) push(this.callers, fn, call);
    });
    touchChanged(this.reads, before, this.callers, about.callers);
  }
}
