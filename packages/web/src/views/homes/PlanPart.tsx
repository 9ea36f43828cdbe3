/** The plan for one way, in place of the table: steps, diffs and what the survey of the edited files says. */
import type { WayPlan } from '@vectura/core';
import { messageOf, usePlanQuery } from '../../api/api';
import { counted } from '../../parts/counted';
import { Note } from '../../parts/Note';
import { useProject } from '../../project/useProject';
import { Decide } from './Decisions';
import { PlanSheet } from '../shared/PlanSheet';
import { fileName } from '../shared/save';

interface Props {
  value: string;
  way: WayPlan['way'];
  also: readonly string[];
  at: number;
  onStep(at: number): void;
}

export function PlanPart({ value, way, also, at, onStep }: Props) {
  const { id, document } = useProject();
  const { data, error } = usePlanQuery({ id, value, way, also });
  if (error)
    return (
      <Note title="There is no plan for this way">
        <p>{messageOf(error)}</p>
      </Note>
    );
  const plan = data?.plan;
  if (!plan) return <Note title="Making the edits, and surveying what comes of them …" />;
  return (
    <PlanSheet
      steps={plan.steps}
      files={plan.files}
      complete={plan.complete}
      name={fileName(document.project.name, value, way)}
      at={at}
      onStep={onStep}
      of={{ plan: { value, way, also } }}
      proof={<Proof plan={plan} />}
      more={<Decide value={value} way={way} also={also} />}
    />
  );
}

function Proof({ plan: { proof, files } }: { plan: WayPlan }) {
  if (files.length === 0) return <p>There are no edits yet that could be surveyed.</p>;
  const { readers, writers, relaysGone, relaysLeft, lost, newFindings } = proof;
  return (
    <>
      <p>
        A survey of the edited files: read by <b>{readers.join(', ') || 'nobody'}</b>, changed by{' '}
        <b>{writers.join(', ') || 'nobody'}</b>.
      </p>
      <p>
        {relaysGone.length > 0 && (
          <>
            <b>{counted(relaysGone.length, 'relay')} gone</b>: {relaysGone.join(', ')}.{' '}
          </>
        )}
        {relaysLeft.length > 0 && <>Still passed on by {relaysLeft.join(', ')}.</>}
      </p>
      {lost.length > 0 && (
        <p>
          It no longer gets to <b>{lost.join(', ')}</b>.
        </p>
      )}
      <p>
        {newFindings.length === 0
          ? 'Nothing new is found.'
          : `${counted(newFindings.length, 'new finding')}: ${newFindings.map(({ message }) => message).join(' ')}`}
      </p>
    </>
  );
}
