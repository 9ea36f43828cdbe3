/** The ways one value could live, side by side over the same measures, ranked by rules of thumb. */
import type { HomesDocument, Thumb } from '@vectura/core';
import { Link } from 'react-router';
import {
  messageOf,
  useHomesQuery,
  useKeepThumbMutation,
  useProjectsQuery,
  useThumbQuery,
  useWayEditsQuery,
} from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { useListed, useWanted } from '../../project/wanted';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { AppliedStrip } from '../shared/ApplyBar';
import { Advice } from './Advice';
import { Overview } from './Overview';
import { PlanPart } from './PlanPart';
import { Together } from './Together';
import { ThumbRules } from './ThumbRules';
import { Wanted } from './Wanted';
import { titleOf, whereOf } from './wayNames';
import { WaysTable } from './WaysTable';
import styles from './HomesView.module.css';

/** Without a value, the overview; with one, the ways it could live. */
export function HomesView() {
  const [query] = useAddress();
  return query.get('value') ? <Ways /> : <Overview />;
}

function Ways() {
  const { id } = useProject();
  const [query, change] = useAddress();
  const value = query.get('value') ?? '';
  const { data: thumb } = useThumbQuery(id);
  const [keep] = useKeepThumbMutation();
  const { data: projects } = useProjectsQuery(undefined);
  const ownFolder = projects?.find((project) => project.id === id)?.kind === 'folder';
  const [also, want] = useWanted();
  const [others, judgeWith] = useListed('with');
  const { data, error } = useHomesQuery({ id, value, thumb: thumb ?? DEFAULT, also }, { skip: !thumb });
  // Counted from the edits, which take a moment longer than the estimate.
  const { data: edits } = useWayEditsQuery({ id, value, also }, { skip: !data });
  const isPlanned = query.get('show') === 'plan';
  const options = data
    ? [...data.options].sort((a, b) => Number(b.possible !== false) - Number(a.possible !== false))
    : [];
  const chosen =
    options.find((option) => option.kind === query.get('way')) ??
    options.find((option) => option.kind === data?.recommended);

  useKeys((event) => {
    const key = event.key.toLowerCase();
    if (key === 'p' && chosen && chosen.possible !== false)
      change({ way: chosen.kind, show: isPlanned ? null : 'plan' });
    if (key === 'escape' && isPlanned) change({ show: null });
    const step = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (step === 0) return;
    const next =
      options[Math.max(0, Math.min(options.length - 1, options.findIndex((option) => option === chosen) + step))];
    if (next) change({ way: next.kind, step: null });
  });

  if (error)
    return (
      <Note title={`“${value}” leads nowhere`}>
        <p>{messageOf(error)}</p>
      </Note>
    );
  if (!data || !thumb) return <Note title={`Weighing where ${value} could live …`} />;

  return (
    <>
      <div className="headline">
        <h1>{data.asked.name}</h1>
        <p>
          {data.current.kind}, lives in <b>{data.current.component ?? 'no component'}</b>
        </p>
        <p>
          read by <b>{data.readers.length > 3 ? data.readers.length : data.readers.join(', ') || 'nobody'}</b>, changed
          by <b>{data.writers.length > 3 ? data.writers.length : data.writers.join(', ') || 'nobody'}</b>
          {triggersOf(data.writes)}
        </p>
        <p>
          nearest common ancestor: <b>{data.nearest ?? 'none'}</b>
        </p>
        {data.perInstance && <p>one copy for each {data.current.component}</p>}
        <Link className={styles.follow} to={`/p/${id}/trail?value=${encodeURIComponent(value)}`}>
          Follow it
        </Link>
      </div>
      <AppliedStrip />
      <div className={styles.asked}>
        <Wanted wanted={also} onChange={want} />
        {data.current.kind === 'state' && <Together value={value} others={others} onChange={judgeWith} />}
      </div>
      {isPlanned && chosen ? (
        <>
          <p className={styles.chosen}>
            <b>{titleOf(chosen.kind, data.current.component)}</b>, {whereOf(chosen)}.
            <button type="button" className="linked" onClick={() => change({ show: null, step: null })}>
              Back to all ways
            </button>
          </p>
          <PlanPart
            value={value}
            way={chosen.kind}
            also={also}
            at={Number(query.get('step') ?? 0)}
            onStep={(step) => change({ step: String(step) })}
          />
        </>
      ) : (
        <div className={styles.body}>
          <p className={styles.advice}>
            <Advice text={data.advice ?? ''} thumb={thumb} />{' '}
            {chosen && chosen.possible !== false && (chosen.kind !== 'keep' || also.length > 0) && (
              <button
                type="button"
                className="linked strong"
                onClick={() => change({ way: chosen.kind, show: 'plan', step: null })}
              >
                {chosen.kind === data.recommended
                  ? 'Plan it'
                  : `Plan “${titleOf(chosen.kind, data.current.component)}”`}
              </button>
            )}
          </p>
          <WaysTable
            options={options}
            chosen={chosen ?? null}
            home={data.current.component}
            edits={edits}
            writes={data.writes}
            onChoose={(way) => change({ way })}
          />
        </div>
      )}
      {!isPlanned && (
        <ThumbRules
          thumb={thumb}
          sharing={sharingIn(options)}
          onChange={(next) => void keep({ id, thumb: next })}
          onKeepInFile={
            ownFolder
              ? async () => {
                  await keep({ id, thumb, inFile: true }).unwrap();
                }
              : null
          }
        />
      )}
      <Foot
        keys={[
          ['← →', 'way'],
          ['P', 'plan'],
          ['?', 'keys'],
        ]}
      >
        {chosen ? (
          <>
            <b>{titleOf(chosen.kind, data.current.component)}</b> — {chosen.reasons.join(' ')}
          </>
        ) : null}
      </Foot>
    </>
  );
}

const DEFAULT: Thumb = { relays: 1, branches: 3, contextForOften: false, onlyHomeChanges: true };

/** What makes its writers change it: “, on click”; nothing where there are many or none is known. */
function triggersOf(writes: HomesDocument['writes']): string {
  const known = [...new Set((writes ?? []).flatMap(({ trigger, pace }) => (pace === null ? [] : [trigger])))];
  return known.length === 0 || known.length > 2 ? '' : `, on ${known.join(' and ')}`;
}

/** By what the family shares a value with all below, as the rule of thumb about it says; null where it does not. */
function sharingIn(options: readonly { kind: string }[]): 'Service' | 'Context' | null {
  if (options.some(({ kind }) => kind === 'service')) return 'Service';
  return options.some(({ kind }) => kind === 'context') ? 'Context' : null;
}
