/** How far a project's survey is, told by the server as it goes on. */
import { useEffect } from 'react';
import { Job as JobSchema } from '@vectura/server/schemas';
import { api, type Job } from '../api/api';
import { jobChanged } from '../api/jobs';
import { useAppDispatch, useAppSelector } from './store';

const IDLE: Job = { state: 'idle', progress: null, error: null };

/**
 * Listens while a survey runs, and no longer: a browser keeps only a few connections to one host, so that a listener left
 * open in each of several tabs would keep every other request waiting.
 */
export function useJob(id: string): Job {
  const dispatch = useAppDispatch();
  const job = useAppSelector((state) => state.jobs.latest[id]) ?? IDLE;
  const asked = useAppSelector((state) => state.jobs.asked[id] ?? 0);
  useEffect(() => {
    let ran = asked > 0;
    const source = new EventSource(`/api/projects/${id}/events`);
    source.onmessage = (event: MessageEvent<string>) => {
      const job = JobSchema.parse(JSON.parse(event.data));
      dispatch(jobChanged({ id, job: job }));
      if (job.state === 'running') {
        ran = true;
        return;
      }
      source.close();
      // A survey that has just ended has new answers.
      if (ran) dispatch(api.util.invalidateTags(['Survey', 'Projects']));
    };
    return () => source.close();
  }, [dispatch, id, asked]);
  return job;
}
