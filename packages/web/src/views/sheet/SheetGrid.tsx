/** The grid of the sheet: outline, slanted heads, threads and marks; only what is in view is drawn. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, type RefObject } from 'react';
import { COLOUR, DASH, GROUP_OF } from '../../parts/carriers';
import { Mark } from '../../parts/Mark';
import { threadOf, type Column, type Row } from './sheetModel';
import styles from './SheetGrid.module.css';

export const ROW = 20;
export const COLUMN = 34;
const OUTLINE = 242;
/** Heads stand at an angle: as high as the longest name needs, within reason. */
const HEAD = { least: 128, most: 250, letter: 5.1, foot: 28 };
const INDENT = 13;

interface SheetGridProps {
  scroller: RefObject<HTMLDivElement | null>;
  rows: readonly Row[];
  columns: readonly Column[];
  folded: ReadonlySet<string>;
  selected: { row: number; column: number };
  hovered: { row: number; column: number } | null;
  onHover(at: { row: number; column: number } | null): void;
  onSelect(row: number, column: number): void;
  onFold(component: string): void;
}

export function SheetGrid({
  scroller,
  rows,
  columns,
  folded,
  selected,
  hovered,
  onHover,
  onSelect,
  onFold,
}: SheetGridProps) {
  const rowView = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 12,
  });
  const columnView = useVirtualizer({
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => COLUMN,
    horizontal: true,
    overscan: 8,
  });
  const shownRows = rowView.getVirtualItems();
  const shownColumns = columnView.getVirtualItems();
  const top = shownRows[0]?.index ?? 0;
  const bottom = shownRows.at(-1)?.index ?? 0;
  const longest = Math.max(0, ...columns.map((column) => column.label.length));
  const head = Math.min(HEAD.most, Math.max(HEAD.least, Math.ceil(longest * HEAD.letter) + HEAD.foot));
  const widest = columns.length * COLUMN + head;
  const lit = hovered ?? selected;

  // What the keys select comes into view, clear of the heads and the outline that stay in place.
  useEffect(() => {
    const box = scroller.current;
    if (!box || selected.row < 0 || selected.column < 0) return;
    const y = head + selected.row * ROW;
    const x = OUTLINE + selected.column * COLUMN;
    if (y - head < box.scrollTop) box.scrollTop = y - head;
    else if (y + 2 * ROW > box.scrollTop + box.clientHeight) box.scrollTop = y + 2 * ROW - box.clientHeight;
    if (x - OUTLINE < box.scrollLeft) box.scrollLeft = x - OUTLINE;
    else if (x + 2 * COLUMN > box.scrollLeft + box.clientWidth) box.scrollLeft = x + 2 * COLUMN - box.clientWidth;
  }, [scroller, head, selected.row, selected.column]);

  return (
    <div
      className={styles.scroller}
      ref={scroller}
      onMouseLeave={() => onHover(null)}
      tabIndex={0}
      aria-label="Sheet"
      role="group"
    >
      <div className={styles.sheet} style={{ width: OUTLINE + widest, height: head + rows.length * ROW + 8 }}>
        <div className={styles.head} style={{ width: OUTLINE + widest, height: head }}>
          <div className={styles.corner} style={{ width: OUTLINE }}>
            component
          </div>
          {shownColumns.map(({ index }) => {
            const column = columns[index];
            if (!column) return null;
            const is = index === selected.column;
            return (
              <button
                key={column.cell.id}
                type="button"
                className={is ? styles.chosenHead : index === hovered?.column ? styles.litHead : styles.columnHead}
                style={{ left: OUTLINE + index * COLUMN, width: COLUMN }}
                title={`${column.label} · ${column.cell.kind}`}
                onClick={() =>
                  onSelect(
                    Math.max(
                      0,
                      rows.findIndex((row) => row.component.id === column.cell.home),
                    ),
                    index,
                  )
                }
              >
                <span className={styles.slant}>{column.label}</span>
                {column.findings.some((finding) => finding.level !== 'note') && (
                  <i className={styles.tick} title="has findings" />
                )}
              </button>
            );
          })}
        </div>
        <div className={styles.outline} style={{ width: OUTLINE, height: rows.length * ROW }}>
          {shownRows.map(({ index }) => {
            const row = rows[index];
            if (!row) return null;
            const isFolded = folded.has(row.component.id);
            return (
              <div
                key={row.component.id}
                className={index === lit.row ? styles.litName : styles.rowName}
                style={{ top: index * ROW, height: ROW, paddingLeft: 20 + row.depth * INDENT }}
                onMouseEnter={() => onHover({ row: index, column: hovered?.column ?? selected.column })}
              >
                {Array.from({ length: row.depth }, (_, level) => (
                  <i key={level} className={styles.rail} style={{ left: 17 + level * INDENT }} />
                ))}
                <button
                  type="button"
                  className={styles.fold}
                  aria-label={isFolded ? `Unfold ${row.component.name}` : `Fold ${row.component.name}`}
                  aria-expanded={!isFolded}
                  title={isFolded ? 'Show what it contains' : 'Fold what it contains'}
                  onClick={() => onFold(row.component.id)}
                >
                  {row.component.name}
                  {isFolded ? ' …' : ''}
                </button>
                {row.repeat !== 'once' && <span className={styles.note}>{row.repeat === 'many' ? 'many' : 'if'}</span>}
              </div>
            );
          })}
        </div>
        <svg
          className={styles.field}
          style={{ left: OUTLINE, top: head }}
          width={widest}
          height={rows.length * ROW}
          role="presentation"
        >
          {shownRows.map(({ index }) => (
            <line
              key={index}
              x1={0}
              x2={widest}
              y1={(index + 1) * ROW - 0.5}
              y2={(index + 1) * ROW - 0.5}
              stroke="var(--hairline)"
            />
          ))}
          {lit.row >= 0 && <rect x={0} y={lit.row * ROW} width={widest} height={ROW} fill="var(--selected)" />}
          {lit.column >= 0 && (
            <rect x={lit.column * COLUMN} y={0} width={COLUMN} height={rows.length * ROW} fill="var(--selected)" />
          )}
          {shownColumns.map(({ index }) => {
            const column = columns[index];
            return column ? (
              <ColumnMarks
                key={column.cell.id}
                column={column}
                rows={rows}
                x={index * COLUMN + COLUMN / 2}
                top={top}
                bottom={bottom}
              />
            ) : null;
          })}
        </svg>
        <div
          className={styles.field}
          style={{ left: OUTLINE, top: head, width: columns.length * COLUMN, height: rows.length * ROW }}
          onMouseMove={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            const at = {
              row: Math.floor((event.clientY - box.top) / ROW),
              column: Math.floor((event.clientX - box.left) / COLUMN),
            };
            if (at.row !== hovered?.row || at.column !== hovered.column)
              onHover(rows[at.row] && columns[at.column] ? at : null);
          }}
          onClick={(event) => {
            const box = event.currentTarget.getBoundingClientRect();
            onSelect(Math.floor((event.clientY - box.top) / ROW), Math.floor((event.clientX - box.left) / COLUMN));
          }}
        />
      </div>
    </div>
  );
}

function ColumnMarks({
  column,
  rows,
  x,
  top,
  bottom,
}: {
  column: Column;
  rows: readonly Row[];
  x: number;
  top: number;
  bottom: number;
}) {
  const thread = threadOf(column, rows);
  if (!thread) return null;
  const y = (row: number): number => row * ROW + ROW / 2;
  const colour = COLOUR[column.group];
  const noHome = column.cell.home === null;
  return (
    <g>
      {thread.to > thread.from && (
        <ThreadLine group={column.group} x={x} from={noHome ? 0 : y(thread.from)} to={y(thread.to)} />
      )}
      {column.group === 'down' &&
        thread.stops
          .filter((row) => row !== thread.from && row >= top && row <= bottom)
          .map((row) => {
            const mark = column.marks.get(rows[row]?.component.id ?? '');
            const group = mark?.carrier ? GROUP_OF[mark.carrier] : 'down';
            return (
              <line
                key={row}
                x1={x}
                x2={x}
                y1={y(row) - ROW}
                y2={y(row)}
                stroke={COLOUR[group]}
                strokeWidth={1.8}
                strokeDasharray={DASH[group]}
              />
            );
          })}
      {thread.stops
        .filter((row) => row >= top && row <= bottom)
        .map((row) => {
          const mark = column.marks.get(rows[row]?.component.id ?? '');
          if (!mark) return null;
          const own = mark.carrier ? COLOUR[GROUP_OF[mark.carrier]] : colour;
          return <Mark key={row} roles={mark.roles} frozen={mark.frozen} x={x} y={y(row)} colour={own} />;
        })}
    </g>
  );
}

function ThreadLine({ group, x, from, to }: { group: Column['group']; x: number; from: number; to: number }) {
  if (group === 'outside')
    return (
      <g stroke={COLOUR.outside}>
        <line x1={x - 2} x2={x - 2} y1={from} y2={to} />
        <line x1={x + 2} x2={x + 2} y1={from} y2={to} />
      </g>
    );
  return (
    <line
      x1={x}
      x2={x}
      y1={from}
      y2={to}
      stroke={group === 'down' ? 'var(--down-pale)' : COLOUR[group]}
      strokeWidth={group === 'down' ? 1.2 : 1.7}
      strokeDasharray={DASH[group]}
    />
  );
}
