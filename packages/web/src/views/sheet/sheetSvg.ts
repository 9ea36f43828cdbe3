/** The sheet as one drawing: all the rows and columns that are shown. Pure. */
import { GROUP_OF } from '../../parts/carriers';
import { headsOf, indentOf, notesOf, outlineWidth } from './measures';
import type { Line } from './narrowing';
import type { Column } from './sheetModel';
import { DASHES, drawing, INK, inkOf, line, mark, PAPER, text } from '../shared/svg';

const ROW = 20;
/** The pane the heads are measured for. */
const PANE = 630;

export function sheetSvg(title: string, lines: readonly Line[], columns: readonly Column[]): string {
  const outline = outlineWidth(lines);
  const { column: wide, head, labels } = headsOf(columns, Infinity, PANE);
  const top = head + 34;
  const width = outline + columns.length * wide + head;
  const height = top + lines.length * ROW + 14;
  const parts: string[] = [text(14, 22, title, { size: 15, bold: true })];
  const rowOf = new Map(lines.flatMap(({ row }, index) => (row ? [[row.component.id, index] as const] : [])));
  const y = (row: number): number => top + row * ROW + ROW / 2;

  lines.forEach(({ row, section }, index) => {
    parts.push(line([0, top + (index + 1) * ROW, width, top + (index + 1) * ROW], PAPER.hairline));
    if (!row) {
      parts.push(text(8, y(index) + 4, section ?? '', { size: 12, colour: PAPER.quiet }));
      return;
    }
    parts.push(text(20 + indentOf(row.depth), y(index) + 4, row.component.name));
    const notes = notesOf(row);
    if (notes) parts.push(text(outline - 8, y(index) + 4, notes, { size: 11, colour: PAPER.quiet, anchor: 'end' }));
  });
  parts.push(line([0, top, width, top], PAPER.rule, 2), line([outline, top, outline, height], PAPER.rule));

  columns.forEach((column, index) => {
    const x = outline + index * wide + wide / 2;
    const colour = INK[column.group];
    const anchor = { x: x - 2, y: top - 11 };
    parts.push(
      text(anchor.x, anchor.y, labels[index] ?? column.label, { transform: `rotate(-48 ${anchor.x} ${anchor.y})` }),
    );
    if (column.findings.some((finding) => finding.level !== 'note'))
      parts.push(`<rect x="${x - 6}" y="${top - 6}" width="12" height="4" fill="${PAPER.amber}"/>`);
    const stops = [...column.marks]
      .flatMap(([id, one]) => {
        const row = rowOf.get(id);
        return row === undefined ? [] : [{ row, one }];
      })
      .sort((a, b) => a.row - b.row);
    const own = stops.filter(({ one }) => !one.computed);
    const [first] = own;
    const last = own.at(-1);
    if (!first || !last) return;
    const from = column.cell.home === null ? top : y(first.row);
    if (column.group === 'outside') {
      parts.push(line([x - 2, from, x - 2, y(last.row)], colour), line([x + 2, from, x + 2, y(last.row)], colour));
    } else {
      const pale = column.group === 'down';
      parts.push(line([x, from, x, y(last.row)], pale ? PAPER.pale : colour, pale ? 1.2 : 1.7, DASHES[column.group]));
    }
    for (const { row, one } of own)
      if (column.group === 'down' && row !== first.row)
        parts.push(
          line([x, y(row) - ROW, x, y(row)], inkOf(one.carrier), 1.8, one.carrier ? DASHES[GROUP_OF[one.carrier]] : ''),
        );
    for (const { row, one } of stops) {
      const more = one.roles.includes('home') && one.roles.includes('writer');
      const drawn = mark(more ? x - 5 : x, y(row), one.roles, one.frozen, inkOf(one.carrier, column.group));
      parts.push(one.computed ? `<g opacity="0.38">${drawn}</g>` : drawn);
    }
  });
  return drawing(width, height, title, parts);
}
