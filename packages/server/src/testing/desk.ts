/** A server with a data folder and a small project of its own, and ways to ask it. */
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import http from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { startServer, type RunningServer } from '../http/server';

const APP = `import { useState } from 'react';
export function App() { const [units] = useState('c'); return <Tray units={units} />; }
function Tray({ units }) { return <b>{units}</b>; }`;

export interface Answer {
  status: number;
  text: string;
  headers: http.IncomingHttpHeaders;
}

export class DeskUnderTest {
  /** The project's id. */
  readonly id: string;

  private constructor(
    readonly home: string,
    readonly project: string,
    readonly server: RunningServer,
  ) {
    this.id = /\/p\/(\w+)/.exec(server.url)?.[1] ?? '';
  }

  /** `lay` may put more into the folder that holds the project (`desk`) and the data (`data`). */
  static async start(lay: (home: string, project: string) => void = () => undefined): Promise<DeskUnderTest> {
    const home = mkdtempSync(path.join(tmpdir(), 'vectura-home-'));
    const project = path.join(home, 'desk');
    mkdirSync(path.join(project, 'src'), { recursive: true });
    writeFileSync(path.join(project, 'src/App.jsx'), APP);
    lay(home, project);
    process.env.VECTURA_HOME = path.join(home, 'data');
    return new DeskUnderTest(home, project, await startServer({ port: 0, open: project, quiet: true }));
  }

  async close(): Promise<void> {
    await this.server.close();
    rmSync(this.home, { recursive: true, force: true });
  }

  /** Asks with headers a browser would not let a page set; with the key, unless another is given. */
  ask(target: string, headers: Record<string, string> = {}, method = 'GET', body?: string | Buffer): Promise<Answer> {
    const { port, key } = this.server;
    const own = { Host: `127.0.0.1:${port}`, Authorization: `Bearer ${key}` };
    return this.send({ path: target, method, headers: { ...own, ...headers } }, body);
  }

  /** Asks as anybody could. */
  askUnknown(target: string, headers: Record<string, string> = {}): Promise<Answer> {
    return this.send({ path: target, headers: { Host: `127.0.0.1:${this.server.port}`, ...headers } });
  }

  private send(options: http.RequestOptions, body?: string | Buffer): Promise<Answer> {
    return new Promise((resolve, reject) => {
      const request = http.request({ host: '127.0.0.1', port: this.server.port, ...options }, (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => resolve({ status: response.statusCode ?? 0, text, headers: response.headers }));
      });
      request.on('error', reject);
      request.end(body);
    });
  }

  /** What a project's job is once nothing runs. */
  async idle(project: string): Promise<unknown> {
    for (;;) {
      const projects = JSON.parse((await this.ask('/api/projects')).text) as { id: string; job: { state: string } }[];
      const job = projects.find((p) => p.id === project)?.job;
      if (job && job.state !== 'running') return job;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
  }
}
