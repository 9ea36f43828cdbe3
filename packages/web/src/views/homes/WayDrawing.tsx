/** One way as a small drawing: the part of the tree that matters, and the value's threads in it. */
import type { HomeOption } from '@vectura/core';
import { useMemo } from 'react';
import { COLOUR, DASH, GROUP_OF } from '../../parts/carriers';
import { Mark, shapesOf } from '../../parts/Mark';
import { layOut } from './drawing';
import { fold } from './fold';
import styles from './HomesView.module.css';

const WIDTH = 190;
const HEIGHT = 128;

export function WayDrawing({ drawing: whole }: { drawing: NonNullable<HomeOption['drawing']> }) {
  const { drawing, alike, below } = useMemo(() => fold(whole), [whole]);
  const { points } = layOut(drawing.nodes, WIDTH, HEIGHT);
  const inModule = drawing.threads.some((thread) => thread.from === null);
  const floor = HEIGHT - 6;
  const carrier = drawing.threads[0]?.carrier ?? 'prop';
  const colour = COLOUR[GROUP_OF[carrier]];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width="100%"
      height={HEIGHT}
      role="img"
      aria-label={`${whole.threads.length} threads`}
    >
      {drawing.nodes.map((node) => {
        const from = node.parent === null ? undefined : points.get(node.parent);
        const to = points.get(node.id);
        return from && to ? (
          <line key={node.id} x1={from.x} y1={from.y} x2={to.x} y2={to.y} stroke="var(--rule)" />
        ) : null;
      })}
      {inModule && (
        <g stroke={COLOUR.outside} strokeWidth={1.4}>
          <line x1={12} x2={WIDTH - 12} y1={floor} y2={floor} />
          <line x1={12} x2={WIDTH - 12} y1={floor + 3} y2={floor + 3} />
        </g>
      )}
      {drawing.threads.map((thread) => {
        const to = points.get(thread.to);
        const from = thread.from === null ? (to ? { x: to.x, y: floor } : undefined) : points.get(thread.from);
        if (!from || !to) return null;
        return (
          <path
            key={`${thread.from ?? ''}>${thread.to}`}
            d={threadPath(from, to, thread.carrier !== 'prop' && thread.from !== null)}
            fill="none"
            stroke={COLOUR[GROUP_OF[thread.carrier]]}
            strokeWidth={1.8}
            strokeDasharray={DASH[GROUP_OF[thread.carrier]]}
          />
        );
      })}
      {drawing.nodes.map((node) => {
        const point = points.get(node.id);
        if (!point) return null;
        const roles = drawing.roles[node.id];
        return (
          <g key={node.id}>
            <title>{titleOf(alike.get(node.id) ?? [node.name], below.get(node.id) ?? 0)}</title>
            {roles ? (
              <Mark roles={roles} x={point.x} y={point.y} colour={colour} />
            ) : (
              <circle cx={point.x} cy={point.y} r={2.5} fill="var(--bar)" />
            )}
            {whole.wanted?.includes(node.id) && (
              <circle cx={point.x} cy={point.y} r={9.5} fill="none" stroke={colour} strokeDasharray="2.5 2.5" />
            )}
            {(alike.has(node.id) || below.has(node.id)) && (
              <text
                x={point.x + 8 + 11 * (shapesOf(roles ?? []).length - 1)}
                y={point.y + 3.5}
                className={styles.number}
              >
                {[alike.get(node.id)?.length, below.has(node.id) ? `+${below.get(node.id)}` : null]
                  .filter(Boolean)
                  .join(' ')}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}

/** So many names are told; of more, their number. */
const MOST_NAMED = 12;

function titleOf(names: readonly string[], below: number): string {
  const named = names.slice(0, MOST_NAMED).join(', ');
  const more = names.length > MOST_NAMED ? ` and ${names.length - MOST_NAMED} more` : '';
  return `${named}${more}${below > 0 ? `; ${below} below` : ''}`;
}

/** Straight by hand; in a bow, past what lies between, where it is not. */
function threadPath(from: { x: number; y: number }, to: { x: number; y: number }, bow: boolean): string {
  if (!bow) return `M${from.x} ${from.y} L${to.x} ${to.y}`;
  const side = to.x >= from.x ? 1 : -1;
  const out = 16 + Math.abs(to.y - from.y) * 0.22;
  return `M${from.x} ${from.y} Q${(from.x + to.x) / 2 + side * out} ${(from.y + to.y) / 2} ${to.x} ${to.y}`;
}
