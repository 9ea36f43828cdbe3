/** One way of a trail as a drawing: the strip with its carriers, who stands at each stop, what the value is called. Pure. */
import type { Trail } from '@vectura/core';
import { DOES, EFFECT, GROUP_OF, HOW } from '../../parts/carriers';
import { stepFor, stripPath, stripPoints, topsOf } from './trailModel';
import { DASHES, drawing, inkOf, line, mark, PAPER, text } from '../shared/svg';

const ROW = 46;
const TOP = 44;

export function trailSvg(title: string, { stops, direction }: Trail): string {
  const step = stepFor(stops.length);
  const strip = 40 + step * (stops.length - 1);
  const tops = topsOf(stops.map(() => ROW));
  const points = stripPoints(tops.slice(0, -1), direction, step, 16).map(({ x, y }) => ({ x: x + 8, y: y + TOP }));
  const names = Math.max(strip + 120, 190);
  const width = names + 520;
  const height = TOP + stops.length * ROW + 10;
  const parts: string[] = [text(14, 24, title, { size: 16, bold: true })];
  stops.forEach((stop, index) => {
    const from = points[index - 1];
    const to = points[index];
    if (!to) return;
    parts.push(line([0, TOP + index * ROW, width, TOP + index * ROW], PAPER.hairline));
    const colour = inkOf(stop.carrier ?? stops[index + 1]?.carrier ?? null);
    if (from && stop.carrier) {
      const dash = DASHES[GROUP_OF[stop.carrier]];
      parts.push(
        `<path d="${stripPath(from, to)}" fill="none" stroke="${colour}" stroke-width="2"${dash ? ` stroke-dasharray="${dash}"` : ''}/>`,
      );
      const words = [HOW[stop.carrier], stop.effect ? EFFECT[stop.effect] : ''].filter(Boolean).join(', ');
      parts.push(text(names - 110, to.y - 12, words, { size: 10.5, colour: PAPER.quiet }));
    }
    parts.push(
      text(names + 14, to.y, stop.component ?? stop.cell ?? '', { size: 13, bold: true }),
      text(names + 14, to.y + 16, `${DOES[stop.role]}${stop.cycle ? ', and round again' : ''}`, {
        size: 11.5,
        colour: PAPER.quiet,
      }),
      text(names + 180, to.y, stop.name, { size: 12, mono: true }),
      text(names + 180, to.y + 16, `${stop.file}:${stop.line}`, { size: 11.5, colour: PAPER.quiet }),
    );
  });
  stops.forEach((stop, index) => {
    const at = points[index];
    if (at)
      parts.push(
        mark(
          at.x,
          at.y,
          [stop.role],
          stop.effect === 'frozen',
          inkOf(stop.carrier ?? stops[index + 1]?.carrier ?? null),
        ),
      );
  });
  return drawing(width, height, title, parts);
}
