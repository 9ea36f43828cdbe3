/** The marks: square lives here, disc uses it, ring only carries it, triangle changes it, struck amber ring goes stale. */
import type { Role } from '@vectura/core';

const SIZE = 5.5;

interface MarkProps {
  roles: readonly Role[];
  frozen?: boolean;
  x: number;
  y: number;
  colour: string;
}

type Shape = 'square' | 'disc' | 'ring' | 'triangle' | 'stale';

/** The shapes for what a component does, in the order in which they stand side by side. */
export function shapesOf(roles: readonly Role[], frozen = false): Shape[] {
  const shapes: Shape[] = [];
  if (roles.includes('home')) shapes.push('square');
  if (frozen) shapes.push('stale');
  else if (roles.includes('reader') && !roles.includes('home')) shapes.push('disc');
  if (roles.includes('writer')) shapes.push('triangle');
  if (shapes.length === 0) shapes.push('ring');
  return shapes;
}

export function Mark({ roles, frozen = false, x, y, colour }: MarkProps) {
  const shapes = shapesOf(roles, frozen);
  const step = 11.5;
  const left = x - (shapes.length > 1 ? 1 : 0);
  return (
    <g>
      {shapes.map((shape, index) => (
        <Shape key={shape} shape={shape} x={left + index * step} y={y} colour={colour} />
      ))}
    </g>
  );
}

function Shape({ shape, x, y, colour }: { shape: Shape; x: number; y: number; colour: string }) {
  switch (shape) {
    case 'square':
      return <rect x={x - SIZE} y={y - SIZE} width={SIZE * 2} height={SIZE * 2} fill={colour} />;
    case 'disc':
      return <circle cx={x} cy={y} r={SIZE} fill={colour} />;
    case 'ring':
      return <circle cx={x} cy={y} r={SIZE - 0.5} fill="var(--ground)" stroke={colour} strokeWidth={1.7} />;
    case 'triangle':
      return (
        <path d={`M${x - SIZE} ${y + SIZE - 0.8} L${x + SIZE} ${y + SIZE - 0.8} L${x} ${y - SIZE} Z`} fill={colour} />
      );
    case 'stale':
      return (
        <g stroke="var(--amber)" strokeWidth={2} fill="var(--ground)">
          <circle cx={x} cy={y} r={SIZE - 0.8} />
          <path d={`M${x - 4} ${y + 4} L${x + 4} ${y - 4}`} stroke="var(--ink)" strokeWidth={1.2} />
        </g>
      );
  }
}
