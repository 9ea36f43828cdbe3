/** The ways one value could live, side by side over the same measures, ranked by rules of thumb. */
import type { HomeOption, Thumb, WayEdits } from '@vectura/core';
import { useMemo } from 'react';
import { Link, useSearchParams } from 'react-router';
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
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { AppliedStrip } from '../shared/ApplyBar';
import { Advice } from './Advice';
import { Overview } from './Overview';
import { PlanPart } from './PlanPart';
import { ThumbRules } from './ThumbRules';
import { Wanted } from './Wanted';
import { WayDrawing } from './WayDrawing';
import styles from './HomesView.module.css';

const TITLE: Record<HomeOption['kind'], string> = {
  keep: 'Leave it',
  down: 'Move it lower',
  up: 'Move it higher',
  compose: 'Pass markup down',
  context: 'Context',
  store: 'Store',
  service: 'Service',
};

/** What no component holds is not moved higher: a component takes it in. */
function titleOf(kind: HomeOption['kind'], current: string | null): string {
  return kind === 'up' && current === null ? 'Let a component hold it' : TITLE[kind];
}

const WHERE: Record<HomeOption['kind'], (component: string) => string> = {
  keep: (c) => `in ${c}`,
  down: (c) => `in ${c}`,
  up: (c) => `in ${c}`,
  compose: (c) => `${c} writes what its children contain`,
  context: (c) => `provided by ${c}`,
  store: () => 'a module of its own',
  service: (c) => `provided by ${c}`,
};

function whereOf({ kind, component }: HomeOption): string {
  if (kind === 'service' && component === null) return 'one for the whole application';
  return WHERE[kind](component ?? 'its module');
}

const MEASURES = [
  ['relays', 'only carry it'],
  ['hops', 'hops to the furthest'],
  ['files', 'files to edit'],
  ['propsAdded', 'props to add'],
  ['propsRemoved', 'props removed'],
  ['rerenders', 're-renders per change'],
] as const;

/** Without a value, the overview; with one, the ways it could live. */
export function HomesView() {
  const [query] = useAddress();
  return query.get('value') ? <Ways /> : <Overview />;
}

function Ways() {
  const { id } = useProject();
  const [query, change] = useAddress();
  const [, setQuery] = useSearchParams();
  const value = query.get('value') ?? '';
  const { data: thumb } = useThumbQuery(id);
  const [keep] = useKeepThumbMutation();
  const { data: projects } = useProjectsQuery(undefined);
  const ownFolder = projects?.find((project) => project.id === id)?.kind === 'folder';
  const also = useMemo(() => query.getAll('also'), [query]);
  const { data, error } = useHomesQuery({ id, value, thumb: thumb ?? DEFAULT, also }, { skip: !thumb });
  // Counted from the edits, which take a moment longer than the estimate.
  const { data: edits } = useWayEditsQuery({ id, value, thumb: thumb ?? DEFAULT, also }, { skip: !data });
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

  const most = (measure: (typeof MEASURES)[number][0]): number =>
    Math.max(1, ...options.map((option) => option[measure]));
  const least = (measure: (typeof MEASURES)[number][0]): number =>
    Math.min(...options.filter((option) => option.possible !== false).map((option) => option[measure]));
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
      <Wanted wanted={also} onChange={(to) => setQuery((before) => withWanted(before, to), { replace: true })} />
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
          <table className={styles.ways} style={{ '--ways': options.length } as React.CSSProperties}>
            <thead>
              <tr>
                <td />
                {options.map((option) => (
                  <th
                    key={option.kind}
                    scope="col"
                    data-chosen={option === chosen}
                    data-possible={option.possible !== false}
                    onClick={() => change({ way: option.kind })}
                  >
                    <button type="button" className="plain" aria-pressed={option === chosen}>
                      {titleOf(option.kind, data.current.component)}
                    </button>
                    <span>{option.possible === false ? 'not possible' : whereOf(option)}</span>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">how it would travel</th>
                {options.map((option) => (
                  <td key={option.kind} data-chosen={option === chosen} className={styles.drawing}>
                    {option.possible === false ? (
                      <p className="quiet">{option.reasons[0]}</p>
                    ) : (
                      option.drawing && <WayDrawing drawing={option.drawing} />
                    )}
                  </td>
                ))}
              </tr>
              {MEASURES.map(([measure, words]) => (
                <tr key={measure}>
                  <th scope="row">{words}</th>
                  {options.map((option) => (
                    <td key={option.kind} data-chosen={option === chosen}>
                      {option.possible === false ? (
                        <span className="quiet">–</span>
                      ) : (
                        <Bar
                          value={option[measure]}
                          most={most(measure)}
                          best={measure !== 'propsRemoved' && option[measure] === least(measure)}
                          counted={measure === 'files' ? countedOf(option, edits) : undefined}
                        />
                      )}
                    </td>
                  ))}
                </tr>
              ))}
              <tr>
                <th scope="row">lives as long as</th>
                {options.map((option) => (
                  <td key={option.kind} data-chosen={option === chosen}>
                    {option.lifetime}
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">a reader’s test needs</th>
                {options.map((option) => (
                  <td key={option.kind} data-chosen={option === chosen}>
                    {option.testNeeds}
                  </td>
                ))}
              </tr>
              <tr>
                <th scope="row">for and against</th>
                {options.map((option) => (
                  <td key={option.kind} data-chosen={option === chosen} data-last className={styles.reasons}>
                    {option.possible === false ? '' : option.reasons.join(' ')}
                  </td>
                ))}
              </tr>
            </tbody>
          </table>
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

/** The address with other components wanted. */
function withWanted(before: URLSearchParams, wanted: readonly string[]): URLSearchParams {
  const after = new URLSearchParams(before);
  after.delete('also');
  for (const one of wanted) after.append('also', one);
  return after;
}

/** How many files a way edits: what was counted, `null` for an estimate; leaving it where it is edits none. */
function countedOf({ kind }: HomeOption, edits: readonly WayEdits[] | undefined): WayEdits | null {
  if (kind === 'keep') return { way: kind, files: 0, lines: 0, complete: true };
  return edits?.find(({ way, complete }) => way === kind && complete) ?? null;
}

interface BarProps {
  value: number;
  most: number;
  best: boolean;
  /** For what can be counted from edits; null where it is estimated. */
  counted?: WayEdits | null | undefined;
}

function Bar({ value, most, best, counted }: BarProps) {
  const shown = counted?.files ?? value;
  return (
    <span className={styles.measure}>
      <i
        style={{ width: Math.max(2, Math.round((90 * shown) / most)), background: best ? 'var(--ink)' : 'var(--bar)' }}
      />
      {counted === null && <span className="quiet">about</span>}
      {shown}
      {counted && counted.lines > 0 && <span className="quiet">{counted.lines} lines</span>}
    </span>
  );
}

/** By what the family shares a value with all below, as the rule of thumb about it says; null where it does not. */
function sharingIn(options: readonly { kind: string }[]): 'Service' | 'Context' | null {
  if (options.some(({ kind }) => kind === 'service')) return 'Service';
  return options.some(({ kind }) => kind === 'context') ? 'Context' : null;
}
