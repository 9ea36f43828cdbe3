/** The lanes beside the outline: how far away each is, and how it is reached. */
import { COLOUR, DASH, GROUP_OF } from '../../parts/carriers';
import { Mark } from '../../parts/Mark';
import type { ReachRow } from './reachModel';
import styles from './ReachView.module.css';

export const ROW = 20;
/** How far apart hops stand in a lane, and how many fit. */
const HOP = 14;
const LANE = 120;
const FARTHEST = 7;

/**
 * Two lanes beside the outline: the asked component stands at the foot of each, others as many steps off as there are
 * hops. Only the rows in view are drawn, with one line along which all of them hang.
 */
export function Lanes({ shown, first, last }: { shown: readonly ReachRow[]; first: number; last: number }) {
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
        const couldHear = (one: ReachRow): boolean => lane === 1 && one.heard === 'accident' && !one.to;
        const ends = shown.flatMap((one, index) => (reachedAt(one) || couldHear(one) ? [index] : []));
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
              if (couldHear(one)) return <CouldHear key={index} x={x(lane, 1)} y={y(index)} />;
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

/** Listens for the event that was asked about, and is not reached by it: an outline alone. */
function CouldHear({ x, y }: { x: number; y: number }) {
  return (
    <circle cx={x} cy={y} r={5} fill="none" stroke="var(--up)" strokeWidth={1.4} strokeDasharray="2 2">
      <title>could hear it by accident</title>
    </circle>
  );
}
