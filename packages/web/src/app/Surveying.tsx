/** A survey that is running: how far it is, and a way to stop it. */
import { Note } from '../parts/Note';
import { useCancelSurveyMutation, type Job } from '../api/api';
import styles from './Surveying.module.css';

const WORDS: Record<string, string> = {
  looking: 'Finding source files',
  reading: 'Reading',
  linking: 'Linking what was read',
};

export function Surveying({ id, job, slim = false }: { id: string; job: Job; slim?: boolean }) {
  const [cancel] = useCancelSurveyMutation();
  const { progress } = job;
  const words = WORDS[progress?.phase ?? 'looking'] ?? 'Surveying';
  const count = progress && progress.total > 0 ? ` ${progress.done} of ${progress.total} files` : '';
  if (slim && job.state === 'failed')
    return (
      <p className={styles.failed} role="alert">
        The last survey failed: {job.error} What is shown is the one before.
      </p>
    );
  const bar = (
    <>
      <progress max={progress?.total || 1} value={progress?.total ? progress.done : undefined} aria-label="Survey" />
      <span role="status">
        {words}
        {count}
      </span>
      <button type="button" className="plain" onClick={() => void cancel(id)}>
        stop
      </button>
    </>
  );
  if (slim) return <div className={styles.slim}>{bar}</div>;
  return (
    <Note title="Reading the project">
      <div className={styles.wide}>{bar}</div>
    </Note>
  );
}
