/** A finding's components as a small strip: where the value starts, who only carries it, where it ends. */
import type { Finding } from '@vectura/core';
import { Mark } from '../../parts/Mark';

const WIDTH = 178;
const HEIGHT = 34;
const LETTER = 6.7;

/** Findings whose components are a value's way, from its home down or from a writer up. */
const DOWN = new Set(['drilled-prop', 'mirrored-state', 'unread-provider', 'high-home']);
const UP = new Set(['relayed-event']);

export function MiniTrail({ finding }: { finding: Finding }) {
  const names = finding.components;
  const up = UP.has(finding.rule);
  const chain = names.length > 1;
  const way = chain && (up || DOWN.has(finding.rule));
  const colour = up ? 'var(--up)' : 'var(--down)';
  const step = chain ? Math.min(30, (WIDTH - 20) / (names.length - 1)) : 0;
  const rise = chain ? Math.min(4, (HEIGHT - 16) / (names.length - 1)) : 0;
  const point = (index: number): [x: number, y: number] => [
    9 + index * step,
    up ? HEIGHT - 9 - index * rise : 9 + index * rise,
  ];
  const found = names.indexOf(finding.component ?? '');
  if (!chain) {
    const name = finding.component ?? finding.file.split('/').at(-1) ?? '';
    const most = Math.floor((WIDTH - 24) / LETTER);
    return (
      <svg width={WIDTH} height={HEIGHT} aria-hidden>
        <title>{name}</title>
        <circle cx={9} cy={HEIGHT / 2} r={5} stroke="var(--amber)" strokeWidth={2} fill="none" />
        <text x={22} y={HEIGHT / 2 + 4} fill="var(--ink)" fontSize={12.5}>
          {name.length > most ? `${name.slice(0, most - 1)}…` : name}
        </text>
      </svg>
    );
  }
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={names.join(' to ')}>
      <title>{names.join(' → ')}</title>
      <polyline
        points={names.map((_, index) => point(index).join(',')).join(' ')}
        fill="none"
        stroke={way ? colour : 'var(--quiet)'}
        strokeWidth={way ? 1.8 : 1}
        strokeDasharray={up ? '5 3' : undefined}
      />
      {names.map((name, index) => {
        const [x, y] = point(index);
        const last = index === names.length - 1;
        const role = index === 0 ? (up ? 'writer' : 'home') : last ? (up ? 'home' : 'reader') : 'relay';
        return (
          <g key={`${name}${index}`}>
            {way ? (
              <Mark roles={[role]} x={x} y={y} colour={colour} />
            ) : (
              <circle cx={x} cy={y} r={3.5} fill="var(--quiet)" />
            )}
            {!way && index === found && (
              <circle cx={x} cy={y} r={6.5} stroke="var(--amber)" strokeWidth={2} fill="none" />
            )}
          </g>
        );
      })}
    </svg>
  );
}
