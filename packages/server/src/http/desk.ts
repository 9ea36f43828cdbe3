/** The projects that are open: their engines, the survey that is running, and who listens to it. */
import { EventEmitter } from 'node:events';
import { Engine, EngineError, type EngineProgress } from '../survey/engine';
import { databaseTrouble } from '../store/database';
import type { ProjectRow } from '../store/entities';
import type { ProjectStore } from '../store/projects';

export interface Job {
  state: 'idle' | 'running' | 'failed';
  progress: EngineProgress | null;
  error: string | null;
}

const MAX_OPEN = 4;
const CANCELLED = 'The survey was cancelled, so there is nothing to answer from. Survey the project again.';

export class Desk {
  private readonly engines = new Map<string, Engine>();
  private readonly jobs = new Map<string, Job>();
  /** Projects whose survey was cancelled: none is begun again before somebody asks for it. */
  private readonly cancelled = new Set<string>();
  /** Projects that are surveyed for their figures alone, as long as nobody has opened them. */
  private readonly aside = new Set<string>();
  /** Projects that changed while a survey of them was running. */
  private readonly outdated = new Set<string>();
  private closed = false;
  readonly events = new EventEmitter().setMaxListeners(0);

  constructor(
    private readonly store: ProjectStore,
    private readonly cacheFile: string,
    private readonly log: (message: string) => void,
  ) {}

  job(id: string): Job {
    return this.jobs.get(id) ?? { state: 'idle', progress: null, error: null };
  }

  /** Starts a survey, unless one of the project is running. */
  start(project: ProjectRow): Promise<void> {
    this.aside.delete(project.id);
    return this.closed || this.job(project.id).state === 'running' ? Promise.resolve() : this.run(project);
  }

  /** Surveys a project that nobody has opened, for its figures. No open project is closed for it. */
  async startAside(project: ProjectRow): Promise<void> {
    if (this.closed || this.engines.has(project.id)) return;
    this.aside.add(project.id);
    await this.run(project);
    if (this.aside.delete(project.id)) await this.close(project.id);
  }

  /** Surveys a project that has just been changed: once more, where a survey is running that may have read it before. */
  async changed(project: ProjectRow): Promise<void> {
    if (this.job(project.id).state === 'running') this.outdated.add(project.id);
    else await this.run(project);
  }

  private run(project: ProjectRow): Promise<void> {
    const engine = this.engine(project);
    this.cancelled.delete(project.id);
    this.tell(project.id, { state: 'running', progress: { phase: 'looking', done: 0, total: 0 }, error: null });
    return engine
      .survey((progress) => this.tell(project.id, { state: 'running', progress, error: null }))
      .then(async ({ document, name, ...figures }) => {
        await this.store.finish({ ...figures, projectId: project.id, finishedAt: new Date().toISOString(), document });
        if (name !== project.name) await this.store.rename(project.id, name);
        return { state: 'idle', progress: null, error: null } satisfies Job;
      })
      .catch((error: unknown): Job => {
        const cancelled = error instanceof EngineError && error.kind === 'cancelled';
        const message = databaseTrouble(error) ?? (error instanceof Error ? error.message : String(error));
        if (!cancelled) this.log(`The survey of ${project.root} failed: ${message}`);
        return { state: cancelled ? 'idle' : 'failed', progress: null, error: cancelled ? null : message };
      })
      .then((job) => {
        if (this.closed) return undefined;
        const again = this.outdated.delete(project.id) && this.engines.get(project.id) === engine;
        if (again) return this.run(project);
        this.tell(project.id, job);
        return undefined;
      });
  }

  async cancel(id: string): Promise<void> {
    if (this.job(id).state !== 'running') return;
    this.cancelled.add(id);
    await this.engines.get(id)?.cancel();
  }

  /** The engine of a project, surveyed or being surveyed, to put questions to. */
  async ready(project: ProjectRow): Promise<Engine> {
    if (this.closed) throw new EngineError('Vectura is shutting down.', 'cancelled');
    this.aside.delete(project.id);
    const engine = this.engine(project);
    if (!engine.surveyed) {
      const job = this.job(project.id);
      if (this.cancelled.has(project.id)) throw new EngineError(CANCELLED, 'unusable');
      if (job.state === 'failed') throw new EngineError(job.error ?? 'The survey failed.', 'unusable');
      void this.start(project);
    }
    return engine;
  }

  async close(id: string): Promise<void> {
    const engine = this.engines.get(id);
    this.engines.delete(id);
    this.jobs.delete(id);
    this.cancelled.delete(id);
    await engine?.close();
  }

  /** Closes all projects; none is opened any more. */
  async closeAll(): Promise<void> {
    this.closed = true;
    await Promise.all([...this.engines.keys()].map((id) => this.close(id)));
  }

  private engine(project: ProjectRow): Engine {
    const known = this.engines.get(project.id);
    if (known) {
      // The one used last goes to the end, so that the one unused longest is closed first.
      this.engines.delete(project.id);
      this.engines.set(project.id, known);
      return known;
    }
    const idle = [...this.engines.keys()].filter((id) => this.job(id).state !== 'running');
    if (!this.aside.has(project.id) && this.engines.size >= MAX_OPEN && idle[0] !== undefined) void this.close(idle[0]);
    const engine = new Engine({ root: project.root, name: null, cacheFile: this.cacheFile });
    this.engines.set(project.id, engine);
    return engine;
  }

  private tell(id: string, job: Job): void {
    this.jobs.set(id, job);
    this.events.emit(id, job);
  }
}
