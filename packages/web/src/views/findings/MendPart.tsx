/** How one finding is mended: the edits, and what a survey of the edited files says of them. */
import type { Finding } from '@vectura/core';
import { useState } from 'react';
import { messageOf, useMendQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import { PlanSheet } from '../shared/PlanSheet';
import { fileName } from '../shared/save';
import { Note } from '../../parts/Note';

interface Props {
  finding: Finding;
  /** All findings of its rule, as one patch. */
  whole: boolean;
}

export function MendPart({ finding, whole }: Props) {
  const { id, document } = useProject();
  const { rule, file, line, name } = finding;
  const place = whole ? { rule, file: null, line: null, name: null } : { rule, file, line, name };
  const { data, error, isFetching } = useMendQuery({ id, ...place });
  const [at, setAt] = useState(0);
  if (error)
    return (
      <Note title="No mend">
        <p>{messageOf(error)}</p>
      </Note>
    );
  if (!data || isFetching) return <Note title="Making the edits, and surveying what comes of them …" />;
  const { mends, left } = data.document;
  const [mend] = mends;
  if (!mend)
    return (
      <Note title="Left to you">
        <p>{left[0]?.reason ?? 'It is not found any more.'}</p>
        <p>{finding.todo}</p>
      </Note>
    );
  const others = mends.flatMap(({ proof }) => proof.newFindings);
  return (
    <PlanSheet
      steps={mends.flatMap(({ steps }) => steps)}
      files={whole ? data.patch : mend.files}
      complete={mends.every(({ complete }) => complete)}
      name={fileName(document.project.name, rule, whole ? 'all' : (name ?? ''))}
      at={at}
      onStep={setAt}
      of={{ mend: place }}
      proof={
        <>
          <p>
            {whole
              ? `A survey of the edited files: ${mends.length} of ${mends.length + left.length} are gone.`
              : 'A survey of the edited files: the finding is gone.'}
          </p>
          <p>{others.length === 0 ? 'Nothing new is found.' : others.map(({ message }) => message).join(' ')}</p>
          {whole && left.length > 0 && <p>Left to you: {[...new Set(left.map(({ reason }) => reason))].join(' ')}</p>}
        </>
      }
    />
  );
}
