/** Writing a plan’s edits into the folder, on request alone, and taking them back. */
import { useState } from 'react';
import { messageOf, useAppliedQuery, useApplyMutation, useProjectsQuery, useTakeBackMutation } from '../../api/api';
import { counted } from '../../parts/counted';
import { useProject } from '../../project/useProject';
import styles from './PlanSheet.module.css';

/** `of` is what the server plans again and writes: a way of a value, or a mend. */
export function ApplyBar({ of, files }: { of: object; files: number }) {
  const { id } = useProject();
  const { data: projects } = useProjectsQuery(undefined);
  const [apply, { error, isLoading }] = useApplyMutation();
  const [isSure, setSure] = useState(false);
  const isFolder = projects?.find((project) => project.id === id)?.kind === 'folder';
  if (!isFolder || files === 0) return null;
  return (
    <>
      <p className={styles.take}>
        {isSure ? (
          <>
            <button
              type="button"
              className="linked strong"
              disabled={isLoading}
              onClick={() => {
                setSure(false);
                void apply({ id, of });
              }}
            >
              Yes, write {counted(files, 'file')}
            </button>
            <button type="button" className="linked" onClick={() => setSure(false)}>
              No
            </button>
          </>
        ) : (
          <button type="button" className="linked" onClick={() => setSure(true)}>
            Write it into the folder …
          </button>
        )}
      </p>
      {error !== undefined && <p role="alert">{messageOf(error)}</p>}
    </>
  );
}

/** What was written last, for whoever wants it back. */
export function AppliedStrip() {
  const { id } = useProject();
  const { data } = useAppliedQuery(id);
  const [takeBack, { error, isLoading }] = useTakeBackMutation();
  if (!data?.last) return null;
  const { files, says } = data.last;
  return (
    <p className={styles.applied}>
      {counted(files.length, 'file')} written for {says}.
      <button
        type="button"
        className="linked"
        title={files.join('\n')}
        disabled={isLoading}
        onClick={() => void takeBack(id)}
      >
        Take it back
      </button>
      {error !== undefined && <span role="alert">{messageOf(error)}</span>}
    </p>
  );
}
