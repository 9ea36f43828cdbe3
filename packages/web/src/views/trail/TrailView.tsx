/** One value's whole way on one page, read from top to bottom. */
import type { Stop } from '@vectura/core';
import { useCallback, useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import { messageOf, useTrailQuery } from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { counted } from '../../parts/counted';
import { useAddress, useProject } from '../../project/useProject';
import { show } from '../../project/desk';
import { useAppDispatch } from '../../project/store';
import { CodePanel } from '../shared/CodePanel';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { TrailStrip } from './TrailStrip';
import { WaysPanel } from './WaysPanel';
import { Printed } from '../shared/Printed';
import { SaveAs } from '../shared/SaveAs';
import { trailSvg } from './trailSvg';
import { trailFormats } from './formats';
import { WhyNot } from './WhyNot';
import { gapsOf, waysOf, type WayEntry } from './trailModel';
import styles from './TrailView.module.css';

const KIND: Record<string, string> = { derived: 'derived value', constant: 'constant' };

export function TrailView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const value = query.get('value') ?? '';
  const to = query.get('to');
  const { currentData: data, error, isFetching } = useTrailQuery({ id, value, to }, { skip: value === '' });
  const down = useMemo(() => (data ? waysOf(data, 'down') : []), [data]);
  const up = useMemo(() => (data ? waysOf(data, 'up') : []), [data]);
  const all = useMemo(() => [...down, ...up], [down, up]);
  const chosen = all.find((way) => way.key === query.get('way')) ?? all[0];
  const code = query.get('code');
  const why = query.get('why');
  const stops = chosen?.trail.stops ?? [];
  // A dozen stops fit on one screen where each takes two lines of code.
  const tight = (query.get('rows') ?? (stops.length > 6 ? 'tight' : 'roomy')) === 'tight';
  const unfolded = useMemo(() => new Set((query.get('open') ?? '').split(',').filter(Boolean).map(Number)), [query]);
  const gaps = useMemo(() => gapsOf(document), [document]);
  const chooseWay = (way: WayEntry): void => change({ way: way.key, stop: null, open: null });
  const unfold = (index: number): void => {
    const next = new Set(unfolded);
    if (!next.delete(index)) next.add(index);
    change({ open: next.size > 0 ? [...next].join(',') : null });
  };
  const at = Math.max(0, Math.min(Number(query.get('stop') ?? 0) || 0, stops.length - 1));
  const setStop = (index: number): void => change({ stop: index > 0 ? String(index) : null });

  const draw = useCallback(() => (chosen ? trailSvg(value, chosen.trail) : ''), [value, chosen]);

  useKeys((event) => {
    const key = event.key.toLowerCase();
    if (key === 'j') setStop(Math.min(at + 1, stops.length - 1));
    else if (key === 'k') setStop(Math.max(at - 1, 0));
    else if (key === 'r' && all.length > 0) {
      const next = all[(all.findIndex((way) => way === chosen) + 1) % all.length];
      if (next) chooseWay(next);
    } else if (key === 'b') unfold(at);
    else if (key === 'z') change({ rows: tight ? 'roomy' : 'tight' });
    else if (key === 'l') change({ lines: query.get('lines') === 'around' ? null : 'around' });
    else if (key === 'w') {
      event.preventDefault();
      window.document.getElementById('why-to')?.focus();
    } else if (key === 'c' && stops[at]) change({ code: code ? null : codeOf(stops[at]) });
    else if (key === 's' && data?.homes[0]?.cellId)
      void navigate(
        `/p/${id}/sheet?cell=${encodeURIComponent(data.homes[0].cellId)}&component=${encodeURIComponent(data.homes[0].id ?? '')}`,
      );
    else if (key === 'escape') change(code ? { code: null } : { why: null });
  });

  if (value === '')
    return (
      <Note title="Which value?">
        <p>
          <button type="button" className="linked" onClick={() => dispatch(show('finder'))}>
            Find a component or value
          </button>{' '}
          with Ctrl K, or pick one on the <Link to={`/p/${id}/sheet`}>sheet</Link>.
        </p>
      </Note>
    );
  if (error)
    return (
      <Note title={`“${value}” leads nowhere`}>
        <p>{messageOf(error)}</p>
        <p>
          Find another with Ctrl K, or pick one on the <Link to={`/p/${id}/sheet`}>sheet</Link>.
        </p>
      </Note>
    );
  if (!data) return <Note title={isFetching ? `Following ${value} …` : 'Opening …'} />;

  const home = data.homes[0];
  const relays = chosen?.relays ?? 0;
  const end = chosen?.trail.direction === 'down' ? stops.at(-1) : stops[0];
  const unsure = data.readers.find((one) => one.id === end?.id && one.reason)?.reason;
  return (
    <>
      <div className="headline">
        <h1>{data.asked.name}</h1>
        {home && (
          <p>
            {home.cell === data.asked.name ? '' : `${home.cell}, `}
            {KIND[home.kind] ?? home.kind} in <b>{home.component ?? 'no component'}</b>
            {data.homes.length > 1 && ` and ${data.homes.length - 1} more`}
          </p>
        )}
        {chosen && end && !why && (
          <p>
            {chosen.trail.direction === 'down' ? 'to ' : 'changed by '}
            <b>{chosen.component}</b>
            {end.name !== home?.cell && (
              <>
                , where it is called <b>{end.name}</b>
              </>
            )}
            {chosen.computed && ', computed from it on the way'}
          </p>
        )}
        {unsure && !why && <p>Not certain: {unsure}.</p>}
        {chosen && !why && (
          <p>
            {counted(chosen.hops, 'hop')}
            {relays > 0 && (
              <>
                {' · '}
                <b>
                  {relays} only {relays === 1 ? 'carries' : 'carry'} it
                </b>
              </>
            )}
          </p>
        )}
        {chosen && !why && (
          <div className={styles.choices}>
            <Either
              label="code"
              value={query.get('lines') === 'around' ? 'around' : 'lines'}
              options={['lines', 'around']}
              onPick={(to) => change({ lines: to === 'around' ? to : null })}
            />
            <Either
              label="rows"
              value={tight ? 'tight' : 'roomy'}
              options={['roomy', 'tight']}
              onPick={(to) => change({ rows: to })}
            />
            <SaveAs formats={trailFormats(data, value, chosen)} />
          </div>
        )}
      </div>
      <Printed draw={draw} />
      <div className={styles.body}>
        <div className={styles.page}>
          {why ? (
            <WhyNot
              value={value}
              to={why}
              onClose={() => change({ why: null })}
              onCode={(where) => change({ code: where })}
            />
          ) : chosen ? (
            <TrailStrip
              key={chosen.key}
              way={chosen}
              ways={all}
              tight={tight}
              around={query.get('lines') === 'around' ? 2 : 0}
              at={at}
              unfolded={unfolded}
              gaps={gaps}
              onStop={setStop}
              onCode={(where) => change({ code: where })}
              onWay={chooseWay}
              onUnfold={unfold}
            />
          ) : (
            <Note
              title={
                data.cut
                  ? `${data.asked.name} was not followed to its end`
                  : data.readers.length > 0
                    ? `${data.asked.name} does not leave ${home?.component ?? 'its home'}`
                    : `No trail of ${data.asked.name} leads to a reader`
              }
            >
              <p>
                {data.cut
                  ? `Where it goes from ${home?.component ?? 'its home'} could not be followed: ${data.cut}.`
                  : data.readers.length > 0
                    ? 'It is read and changed there alone.'
                    : 'Nothing that could be followed reads it.'}{' '}
                Its code is at{' '}
                {home && (
                  <button
                    type="button"
                    className="linked"
                    onClick={() => change({ code: `${home.file}:${home.line}:${home.cell}` })}
                  >
                    {home.file}:{home.line}
                  </button>
                )}
                .
              </p>
            </Note>
          )}
        </div>
        <aside className={styles.side} aria-label="Ways">
          {code ? (
            <CodePanel at={code} onClose={() => change({ code: null })} />
          ) : (
            <WaysPanel
              document={data}
              down={down}
              up={up}
              chosen={chosen}
              onChoose={(way) => {
                change({ way: way.key, stop: null, open: null, why: null });
              }}
              to={to}
              onTo={(one) => change({ to: one, way: null, stop: null, open: null })}
              why={why}
              onWhy={(to) => change({ why: to, code: null })}
              sheetLink={
                home?.cellId
                  ? `/p/${id}/sheet?cell=${encodeURIComponent(home.cellId)}&component=${encodeURIComponent(home.id ?? '')}`
                  : null
              }
              homesLink={
                home && document.cells.some((cell) => cell.id === home.cellId)
                  ? `/p/${id}/homes?value=${encodeURIComponent(value)}`
                  : null
              }
            />
          )}
        </aside>
      </div>
      <Foot
        keys={[
          ['J K', 'stop by stop'],
          ['R', 'next way'],
          ['C', 'code'],
          ['?', 'keys'],
        ]}
      >
        {why
          ? `Why ${data.asked.name} does not reach ${why.slice(why.lastIndexOf('#') + 1)}`
          : stops[at] && sayStop(stops, at, chosen?.trail.direction ?? 'down')}
      </Foot>
    </>
  );
}

/** One of two, both in sight. */
function Either<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: T;
  options: readonly T[];
  onPick(to: T): void;
}) {
  return (
    <span role="group" aria-label={label}>
      {label}{' '}
      {options.map((option, index) => (
        <span key={option}>
          {index > 0 && ' / '}
          <button
            type="button"
            className={option === value ? styles.picked : 'plain'}
            aria-pressed={option === value}
            onClick={() => onPick(option)}
          >
            {option}
          </button>
        </span>
      ))}
    </span>
  );
}

function codeOf(stop: Stop): string {
  const proof = stop.proof?.[0];
  return `${proof?.file ?? stop.file}:${proof?.line ?? stop.line}:${stop.name.split('.').at(-1) ?? ''}`;
}

function sayStop(stops: readonly Stop[], at: number, direction: 'down' | 'up') {
  const stop = stops[at];
  const next = stops[at + 1];
  if (!stop) return null;
  // What is passed by hand, and by no component, comes from whoever uses the project.
  const isOutside = [next?.carrier, stop.carrier].some((carrier) => carrier === 'prop' || carrier === 'callback');
  const nobody = isOutside ? 'Someone outside this project' : 'The module';
  const who = stop.component ?? nobody;
  if (direction === 'up')
    return next ? (
      <>
        {who} {at === 0 ? 'calls' : 'passes on'} <b>{stop.name}</b>, which {next.component ?? nobody.toLowerCase()} gave
        it
      </>
    ) : (
      <>
        <b>{stop.name}</b> changes {stop.component === null && isOutside ? 'outside this project' : `in ${who}`}
      </>
    );
  return next ? (
    <>
      {who} passes <b>{stop.name}</b> to {next.component}
      {stop.as !== stop.name && (
        <>
          {' '}
          as <b>{stop.as}</b>
        </>
      )}
    </>
  ) : (
    <>
      {who} uses <b>{stop.name}</b>
      {wordsForUse(stop)}
    </>
  );
}

const USES: Record<string, string> = {
  shown: 'shows it',
  branched: 'decides by it',
  computed: 'computes with it',
  iterated: 'renders one thing for each of it',
  effect: 'runs an effect on it',
  copied: 'copies it once',
};

function wordsForUse(stop: Stop): string {
  const kinds = new Set(
    (stop.proof ?? []).flatMap((proof) => (proof.what === 'used' && proof.use ? [proof.use.split(' ')[0] ?? ''] : [])),
  );
  const words = [...kinds].flatMap((kind) => USES[kind] ?? []);
  return words.length > 0 ? `: ${words.join(', ')}` : '';
}
