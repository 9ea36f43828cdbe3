/** How far a project's survey is, told by the server as it goes on. */
import { useEffect } from 'react';
import { api, type Job } from './api';
import { jobChanged } from './desk';
import { useAppDispatch, useAppSelector } from './store';

const IDLE: Job = { state: 'idle', progress: null, error: null };

export function useJob(id: string): Job {
  const dispatch = useAppDispatch();
  const job = useAppSelector((state) => state.desk.jobs[id]) ?? IDLE;
  useEffect(() => {
    let running = false;
    const source = new EventSource(`/api/projects/${id}/events`);
    source.onmessage = (event: MessageEvent<string>) => {
      const told = JSON.parse(event.data) as Job;
      dispatch(jobChanged({ id, job: told }));
      // A survey that has just ended has new answers.
      if (running && told.state !== 'running') dispatch(api.util.invalidateTags(['Survey', 'Projects']));
      running = told.state === 'running';
    };
    return () => source.close();
  }, [dispatch, id]);
  return job;
}
