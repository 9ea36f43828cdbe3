/** Everything a component, an event or a provider can get to, and everything that can get to it, on the sheet's outline. */
import { Autocomplete } from '@mantine/core';
import { reachOf, NothingToReach, type Reach } from '@vectura/core/reach';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { counted } from '../../parts/counted';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { indentOf } from '../sheet/measures';
import { outline } from '../sheet/sheetModel';
import { choicesOf, outside, rowsOf, sayBefore, sayReached, type Wanted } from './reachModel';
import { Lanes, ROW } from './Lanes';
import { Gets, HeardBy, isHearing, Names } from './ReachWords';
import styles from './ReachView.module.css';

const HEARING: [Wanted, string] = ['hear', 'that hear it or could'];

/** The rows that the address asks for; an event's are first of all those of who hears it. */
function wantedIn(rows: string | null, isEvent: boolean): Wanted {
  if (rows === 'every' || rows === 'part') return rows;
  return isEvent ? 'hear' : 'part';
}

export function ReachView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const rows = useMemo(() => outline(document), [document]);
  const asked = query.get('from') ?? rows[0]?.component.id ?? '';
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
  const isEvent = typeof reach !== 'string' && reach.heard !== undefined;
  const wanted = wantedIn(query.get('rows'), isEvent);
  const shown = useMemo(() => (typeof reach === 'string' ? [] : rowsOf(rows, reach, wanted)), [rows, reach, wanted]);
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
    } else if (event.key.toLowerCase() === 's') change({ rows: wanted === 'every' ? null : 'every' });
  });

  const current = shown[at];
  const items = view.getVirtualItems();
  const head = (
    <div className="headline">
      <h1>{typeof reach === 'string' ? asked.slice(asked.lastIndexOf('#') + 1) : reach.title}</h1>
      {typeof reach !== 'string' && (reach.heard ? <HeardBy heard={reach.heard} /> : <Gets reach={reach} />)}
      <Pick
        label="Rows"
        value={wanted}
        options={[...(isEvent ? [HEARING] : []), ['part', 'that take part'], ['every', 'of every component']]}
        onPick={(to) => change({ rows: to === wantedIn(null, isEvent) ? null : to })}
      />
      <Autocomplete
        aria-label="Ask of another component, event, context or topic"
        placeholder="another component, event, context or topic"
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
  const beyond = wanted === 'hear' ? [] : [...outside(document, reach.from), ...outside(document, reach.to)];
  return (
    <>
      {head}
      <div className={styles.lanes} aria-hidden>
        <span className={styles.name}>component</span>
        <span className={styles.lane}>can get to it</span>
        <span className={styles.lane}>{reach.heard ? 'hears it' : 'it can get to'}</span>
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
                  {one.to ? (
                    <Names
                      component={row.component.id}
                      reached={one.to}
                      says={sayBefore(one)}
                      isHeard={isHearing(one)}
                    />
                  ) : (
                    one.heard && <span className="quiet">{sayBefore(one)}</span>
                  )}
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
                ({counted(reached.hops, 'hop')})
              </span>
            ))}
          </p>
        )}
        {!isEvent && reach.to.length + reach.from.length === 0 && (
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
              current.to
                ? `${sayBefore(current)} ${sayReached(current.to, isHearing(current))}`
                : current.heard && sayBefore(current),
            ]
              .filter(Boolean)
              .join('; ') || 'has nothing to do with it'}
          </>
        )}
      </Foot>
    </>
  );
}
