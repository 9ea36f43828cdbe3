/** Everything a component, an event or a provider can get to, and everything that can get to it, on the sheet's outline. */
import { Autocomplete } from '@mantine/core';
import { reachOf, NothingToReach, type Reach, type Reached } from '@vectura/core/reach';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { COLOUR, DASH, GROUP_OF } from '../../parts/carriers';
import { Foot } from '../../parts/Foot';
import { Mark } from '../../parts/Mark';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { ValueLink } from '../shared/ValueLink';
import { indentOf } from '../sheet/measures';
import { outline } from '../sheet/sheetModel';
import { choicesOf, outside, rowsOf, sayReached, type ReachRow } from './reachModel';
import styles from './ReachView.module.css';

const ROW = 20;
/** How far apart hops stand in a lane, and how many fit. */
const HOP = 14;
const LANE = 120;
const FARTHEST = 7;

export function ReachView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const rows = useMemo(() => outline(document), [document]);
  const asked = query.get('from') ?? rows[0]?.component.id ?? '';
  const every = query.get('rows') === 'every';
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const scroller = useRef<HTMLDivElement>(null);
  const reach = useMemo((): Reach | string => {
    try {
      return reachOf(document, asked);
    } catch (error) {
      if (error instanceof NothingToReach) return error.message;
      throw error;
    }
  }, [document, asked]);
  const choices = useMemo(() => choicesOf(document), [document]);
  const shown = useMemo(() => (typeof reach === 'string' ? [] : rowsOf(rows, reach, every)), [rows, reach, every]);
  const view = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const go = (to: string): void => {
    setTyped('');
    setAt(0);
    change({ from: to }, true);
  };
  useKeys((event) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (step !== 0) {
      event.preventDefault();
      const next = Math.max(0, Math.min(shown.length - 1, at + step));
      setAt(next);
      view.scrollToIndex(next, { align: 'auto' });
    } else if (event.key === 'Enter' && event.target === window.document.body) {
      const row = shown[at]?.row;
      if (row) go(row.component.id);
    } else if (event.key.toLowerCase() === 's') change({ rows: every ? null : 'every' });
  });

  const current = shown[at];
  const items = view.getVirtualItems();
  const head = (
    <div className="headline">
      <h1>{typeof reach === 'string' ? asked.slice(asked.lastIndexOf('#') + 1) : reach.title}</h1>
      {typeof reach !== 'string' && (
        <p>
          gets to <b>{reach.to.length}</b>, and <b>{reach.from.length}</b> can get to it
        </p>
      )}
      <Pick
        label="Rows"
        value={every ? 'every' : 'part'}
        options={[
          ['part', 'that take part'],
          ['every', 'of every component'],
        ]}
        onPick={(to) => change({ rows: to === 'every' ? 'every' : null })}
      />
      <Autocomplete
        aria-label="Ask of another component, event or context"
        placeholder="another component, event or context"
        data={choices}
        limit={14}
        value={typed}
        onChange={setTyped}
        onOptionSubmit={go}
        classNames={{ root: styles.other ?? '' }}
      />
    </div>
  );
  if (typeof reach === 'string')
    return (
      <>
        {head}
        <Note title="It goes nowhere">
          <p>{reach}</p>
          <p>
            Ask of another, or <Link to={`/p/${id}/sheet`}>pick one on the sheet</Link>.
          </p>
        </Note>
      </>
    );
  const beyond = [...outside(document, reach.from), ...outside(document, reach.to)];
  return (
    <>
      {head}
      <div className={styles.lanes} aria-hidden>
        <span className={styles.name}>component</span>
        <span className={styles.lane}>can get to it</span>
        <span className={styles.lane}>it can get to</span>
        <span>under which names, and how far away</span>
      </div>
      <div className={styles.page} ref={scroller}>
        <ul style={{ height: view.getTotalSize(), position: 'relative' }} aria-label={`The reach of ${reach.title}`}>
          <Lanes shown={shown} first={items[0]?.index ?? 0} last={items.at(-1)?.index ?? -1} />
          {items.map(({ index, start }) => {
            const one = shown[index];
            if (!one) return null;
            const { row, asked: is } = one;
            return (
              <li
                key={row.component.id}
                className={index === at ? styles.lit : styles.row}
                style={{ top: start }}
                aria-current={index === at}
                onClick={() => setAt(index)}
              >
                <span className={styles.name} style={{ paddingLeft: 16 + indentOf(row.depth) }}>
                  {is ? (
                    <b>{row.component.name}</b>
                  ) : (
                    <button
                      type="button"
                      tabIndex={-1}
                      className="plain"
                      title={row.component.name}
                      onClick={() => go(row.component.id)}
                    >
                      {row.component.name}
                    </button>
                  )}
                </span>
                <span className={styles.lane} />
                <span className={styles.lane} />
                <span className={styles.words}>
                  {one.from && <Names component={row.component.id} reached={one.from} says="gives" />}
                  {one.from && one.to && '· '}
                  {one.to && <Names component={row.component.id} reached={one.to} says="is given" />}
                </span>
              </li>
            );
          })}
        </ul>
        {beyond.length > 0 && (
          <p className={styles.beyond}>
            Outside the components:{' '}
            {beyond.map(({ cell, reached }, index) => (
              <span key={`${cell.id}${index}`}>
                {index > 0 && ', '}
                <button type="button" className="linked" onClick={() => go(`${cell.kind}:${cell.name}`)}>
                  {cell.kind} {cell.name}
                </button>{' '}
                ({reached.hops} {reached.hops === 1 ? 'hop' : 'hops'})
              </span>
            ))}
          </p>
        )}
        {reach.to.length + reach.from.length === 0 && (
          <p className={styles.beyond}>It passes nothing on, and nothing is passed to it.</p>
        )}
      </div>
      <Foot
        keys={[
          ['↑ ↓', 'row by row'],
          ['Enter', 'ask of it'],
          ['S', 'every row'],
          ['?', 'keys'],
        ]}
      >
        {current && (
          <>
            <b>{current.row.component.name}</b>{' '}
            {[
              current.asked ? 'is what was asked about' : '',
              current.from ? `gives it ${sayReached(current.from)}` : '',
              current.to ? `is given ${sayReached(current.to)}` : '',
            ]
              .filter(Boolean)
              .join('; ') || 'has nothing to do with it'}
          </>
        )}
      </Foot>
    </>
  );
}

function Names({ component, reached, says }: { component: string; reached: Reached; says: string }) {
  const { names } = reached;
  return (
    <span>
      <span className="quiet">{says} </span>
      {names.slice(0, 3).map((name, index) => (
        <span key={name}>
          {index > 0 && ', '}
          <ValueLink component={component} name={name}>
            {name}
          </ValueLink>
        </span>
      ))}
      <span className="quiet">{sayReached({ ...reached, names: [] })}</span>
      {names.length > 3 && (
        <span className="quiet">
          , and {names.length - 3} more {names.length === 4 ? 'name' : 'names'}
        </span>
      )}{' '}
    </span>
  );
}

/**
 * Two lanes beside the outline: the asked component stands at the foot of each, others as many steps off as there are
 * hops. Only the rows in view are drawn, with one line along which all of them hang.
 */
function Lanes({ shown, first, last }: { shown: readonly ReachRow[]; first: number; last: number }) {
  const asked = shown.findIndex((one) => one.asked);
  const y = (index: number): number => (index - first) * ROW + ROW / 2;
  const x = (lane: number, hops: number): number => lane * LANE + 14 + Math.min(hops, FARTHEST) * HOP;
  const visible = shown.slice(first, last + 1).map((one, offset) => ({ one, index: first + offset }));
  return (
    <svg
      className={styles.drawing}
      style={{ top: first * ROW }}
      width={LANE * 2}
      height={Math.max(0, last - first + 1) * ROW}
      aria-hidden
    >
      {[0, 1].map((lane) => {
        const reachedAt = (one: ReachRow) => (lane === 0 ? one.from : one.to);
        const ends = shown.flatMap((one, index) => (reachedAt(one) ? [index] : []));
        const top = Math.max(first - 1, Math.min(asked, ends[0] ?? asked));
        const bottom = Math.min(last + 1, Math.max(asked, ends.at(-1) ?? asked));
        return (
          <g key={lane}>
            {asked !== -1 && bottom > top && (
              <line
                x1={x(lane, 0)}
                x2={x(lane, 0)}
                y1={y(top)}
                y2={y(bottom)}
                stroke="var(--quiet)"
                strokeOpacity={0.6}
              />
            )}
            {visible.map(({ one, index }) => {
              const reached = reachedAt(one);
              if (!reached) return null;
              const group = GROUP_OF[reached.carrier];
              const to = x(lane, reached.hops);
              return (
                <g key={index}>
                  <line
                    x1={x(lane, 0)}
                    x2={to}
                    y1={y(index)}
                    y2={y(index)}
                    stroke={COLOUR[group]}
                    strokeWidth={1.4}
                    strokeDasharray={DASH[group]}
                  />
                  <Mark roles={['reader']} x={to} y={y(index)} colour={COLOUR[group]} />
                </g>
              );
            })}
            {asked >= first && asked <= last && (
              <Mark roles={['home']} x={x(lane, 0)} y={y(asked)} colour="var(--ink)" />
            )}
          </g>
        );
      })}
    </svg>
  );
}
