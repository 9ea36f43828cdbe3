/** A finding's components as a small strip: where the value starts, who only carries it, where it ends. */
import type { Finding } from '@vectura/core';
import { Mark } from '../../parts/Mark';

const WIDTH = 178;
const HEIGHT = 34;

export function MiniTrail({ finding }: { finding: Finding }) {
  const names = finding.components;
  const up = finding.rule === 'relayed-event';
  const chain = finding.rule === 'drilled-prop' || up;
  const colour = up ? 'var(--up)' : 'var(--down)';
  const step = names.length > 1 ? Math.min(30, (WIDTH - 20) / (names.length - 1)) : 0;
  const rise = names.length > 1 ? Math.min(4, (HEIGHT - 16) / (names.length - 1)) : 0;
  const point = (index: number): [x: number, y: number] => [
    9 + index * step,
    up ? HEIGHT - 9 - index * rise : 9 + index * rise,
  ];
  if (!chain)
    return (
      <svg width={WIDTH} height={HEIGHT} aria-hidden>
        {names.length > 0 && (
          <g stroke="var(--amber)" strokeWidth={2} fill="none">
            <circle cx={9} cy={HEIGHT / 2} r={5} />
          </g>
        )}
        <text x={22} y={HEIGHT / 2 + 4} fill="var(--ink)" fontSize={12.5}>
          {finding.component ?? finding.file.split('/').at(-1)}
        </text>
      </svg>
    );
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={names.join(' to ')}>
      <title>{names.join(' → ')}</title>
      <polyline
        points={names.map((_, index) => point(index).join(',')).join(' ')}
        fill="none"
        stroke={colour}
        strokeWidth={1.8}
        strokeDasharray={up ? '5 3' : undefined}
      />
      {names.map((name, index) => {
        const [x, y] = point(index);
        const last = index === names.length - 1;
        const role = index === 0 ? (up ? 'writer' : 'home') : last ? (up ? 'home' : 'reader') : 'relay';
        return <Mark key={`${name}${index}`} roles={[role]} x={x} y={y} colour={colour} />;
      })}
    </svg>
  );
}
