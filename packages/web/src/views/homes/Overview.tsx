/** Homes without a value: every state that would better live elsewhere, what that saves and what it touches. */
import type { WorthMoving } from '@vectura/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import { Link, useNavigate } from 'react-router';
import { messageOf, useThumbQuery, useWorthMovingQuery } from '../../api/api';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { counted } from '../../parts/counted';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { show } from '../../project/desk';
import { useAppDispatch } from '../../project/store';
import { Decisions } from './Decisions';
import styles from './Overview.module.css';

const WAY: Record<WorthMoving['way'], (to: string) => string> = {
  keep: (to) => `stay in ${to}`,
  down: (to) => `lower, in ${to}`,
  up: (to) => `higher, in ${to}`,
  compose: (to) => `markup passed down by ${to}`,
  context: (to) => `a context, provided by ${to}`,
  store: () => 'a store of its own',
  service: (to) => `a service, provided by ${to}`,
};

const HEIGHT = 30;

export function Overview() {
  const { id, document } = useProject();
  const { data: thumb } = useThumbQuery(id);
  const { data, error } = useWorthMovingQuery({ id, thumb }, { skip: !thumb });
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [query, change] = useAddress();
  const list = useRef<HTMLDivElement>(null);
  const rows = data ?? [];
  const at = Math.max(0, Math.min(rows.length - 1, Number(query.get('row') ?? 0)));
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => list.current,
    estimateSize: () => HEIGHT,
  });

  useKeys((event) => {
    const key = event.key.toLowerCase();
    const step = key === 'j' ? 1 : key === 'k' ? -1 : 0;
    if (step !== 0) {
      const next = Math.max(0, Math.min(rows.length - 1, at + step));
      change({ row: String(next) });
      virtual.scrollToIndex(next);
    }
    const row = rows[at];
    if (key === 'enter' && row && !(event.target instanceof HTMLAnchorElement)) void navigate(addressOf(row));
  });

  const find = (
    <button type="button" className="linked" onClick={() => dispatch(show('finder'))}>
      Find another state
    </button>
  );
  if (error)
    return (
      <Note title="No answer">
        <p>{messageOf(error)}</p>
      </Note>
    );
  if (!data) return <Note title="Weighing where each state could live …" />;
  const states = document.cells.filter(({ kind, home }) => kind === 'state' && home !== null).length;
  if (rows.length === 0)
    return (
      <>
        <Decisions />
        <Note title="Every state is well where it is">
          <p>
            By the rules of thumb of this project, none of its {counted(states, 'state')} would better live elsewhere.{' '}
            {find} to weigh one all the same, or to say who else shall read it.
          </p>
        </Note>
      </>
    );
  return (
    <>
      <div className="headline">
        <h1>Worth moving</h1>
        <p>
          <b>{rows.length}</b> of {counted(states, 'state')} would better live elsewhere
        </p>
        <p className="quiet">most gained for the files it touches first</p>
        <span className={styles.find}>{find}</span>
      </div>
      <Decisions />
      <div className={styles.head} aria-hidden>
        <span>state</span>
        <span>lives in</span>
        <span>better home</span>
        <span>relays less</span>
        <span>re-renders less</span>
        <span>files</span>
      </div>
      <div ref={list} className={styles.rows}>
        <ul style={{ height: virtual.getTotalSize() }} aria-label="States worth moving">
          {virtual.getVirtualItems().map(({ index, start }) => {
            const row = rows[index];
            return row ? (
              <li
                key={row.value}
                data-at={index === at}
                style={{ transform: `translateY(${start}px)`, height: HEIGHT }}
              >
                <Link to={addressOf(row)} title={`${row.file}:${row.line}`}>
                  {row.name}
                </Link>
                <span>{row.home}</span>
                <span>
                  {WAY[row.way](row.to ?? 'its module')}
                  {row.isCut && (
                    <i title="It was not followed everywhere: more may be concerned."> not followed everywhere</i>
                  )}
                </span>
                <b>{row.relays || ''}</b>
                <b>{row.rerenders > 0 ? row.rerenders : ''}</b>
                <b>{row.files}</b>
              </li>
            ) : null;
          })}
        </ul>
      </div>
      <Foot
        keys={[
          ['J K', 'state by state'],
          ['Enter', 'weigh it'],
          ['?', 'keys'],
        ]}
      >
        {rows[at] && (
          <>
            <b>{rows[at].name}</b> · {rows[at].file}:{rows[at].line}
          </>
        )}
      </Foot>
    </>
  );
}

function addressOf({ value, way }: WorthMoving): string {
  return `?value=${encodeURIComponent(value)}&way=${way}`;
}
