/** The rows of the sheet: the outline, and in each row the crossings that are in view, in words. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, type RefObject } from 'react';
import { firstMarkFrom, hasMark, type Geometry } from './geometry';
import type { Line } from './narrowing';
import { indentOf, notesOf, railsOf } from './measures';
import { ROW, type Lit } from './paint';
import { sayCrossing, type Column, type Row } from './sheetModel';
import styles from './SheetGrid.module.css';

interface LinesProps {
  scroller: RefObject<HTMLDivElement | null>;
  lines: readonly Line[];
  columns: readonly Column[];
  geometry: Geometry;
  /** The columns in view. */
  seen: { first: number; last: number };
  head: number;
  outline: number;
  column: number;
  folded: ReadonlySet<string>;
  holders: ReadonlySet<string>;
  families: boolean;
  lit: number;
  selected: Lit;
  wanted: readonly string[];
  onFold(component: string): void;
}

export function Lines(props: LinesProps) {
  const { scroller, lines, columns, geometry, seen, outline, column, folded, holders, selected } = props;
  const view = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 10,
  });
  const shown = view.getVirtualItems();
  // Crossings are put in place where the sheet stands still: nobody reads them while it moves.
  const first = view.isScrolling ? 1 : seen.first;
  const last = view.isScrolling ? 0 : Math.min(columns.length - 1, seen.last);
  const inRow = new Map<number, number[]>();
  const top = shown[0]?.index ?? 0;
  const bottom = shown.at(-1)?.index ?? -1;
  for (let c = first; c <= last; c++)
    for (let mark = firstMarkFrom(geometry, c, top); mark < (geometry.starts[c + 1] ?? 0); mark++) {
      const row = geometry.row[mark] ?? 0;
      if (row > bottom) break;
      const list = inRow.get(row);
      if (list) list.push(c);
      else inRow.set(row, [c]);
    }
  return shown.map(({ index }) => {
    const line = lines[index];
    if (!line) return null;
    if (!line.row)
      return (
        <div
          key={`§${line.section}`}
          role="row"
          aria-rowindex={index + 2}
          className={styles.line}
          style={{ top: index * ROW }}
        >
          <div role="rowheader" className={styles.section} style={{ minWidth: outline }}>
            {line.section}
          </div>
        </div>
      );
    const { row } = line;
    const cells = [...(inRow.get(index) ?? [])];
    const isWanted = selected.column >= 0 && props.wanted.includes(row.component.id);
    if ((index === selected.row || isWanted) && selected.column >= 0 && !cells.includes(selected.column))
      cells.push(selected.column);
    return (
      <div
        key={row.component.id}
        role="row"
        aria-rowindex={index + 2}
        className={styles.line}
        style={{ top: index * ROW }}
      >
        <Name
          row={row}
          width={outline}
          lit={index === props.lit}
          chosen={index === selected.row && selected.column < 0}
          folds={holders.has(row.component.id)}
          folded={folded.has(row.component.id)}
          family={props.families}
          onFold={props.onFold}
        />
        {cells.map((c) => {
          const of = columns[c];
          if (!of) return null;
          const is = index === selected.row && c === selected.column;
          const [title, part] = sayCrossing(row, of);
          const shallRead = isWanted && c === selected.column;
          const says = shallRead ? 'shall read it' : part;
          return (
            <span
              key={of.cell.id}
              id={is ? 'crossing' : undefined}
              role="gridcell"
              aria-colindex={c + 2}
              aria-selected={is}
              aria-label={`${title}: ${says}`}
              data-wanted={shallRead || undefined}
              data-marked={hasMark(geometry, index, c) || undefined}
              className={is ? styles.chosenCell : styles.cell}
              style={{ left: outline + c * column, width: column }}
            />
          );
        })}
      </div>
    );
  });
}

interface NameProps {
  row: Row;
  width: number;
  lit: boolean;
  chosen: boolean;
  folds: boolean;
  folded: boolean;
  family: boolean;
  onFold(component: string): void;
}

const Name = memo(function Name({ row, width, lit, chosen, folds, folded, family, onFold }: NameProps) {
  const { component, depth } = row;
  const notes = [notesOf(row), family ? component.family : ''].filter(Boolean).join(' · ');
  return (
    <div
      role="rowheader"
      aria-colindex={1}
      className={chosen ? styles.chosenName : lit ? styles.litName : styles.name}
      style={{ width, paddingLeft: 20 + indentOf(depth) }}
    >
      {depth > 0 && <i className={styles.rails} style={{ width: railsOf(depth) }} />}
      {folds && (
        <button
          type="button"
          tabIndex={-1}
          className={folded ? styles.folded : styles.fold}
          style={{ left: 5 + indentOf(depth) }}
          aria-label={`${folded ? 'Unfold' : 'Fold'} ${component.name}`}
          aria-expanded={!folded}
          onClick={(event) => {
            event.stopPropagation();
            onFold(component.id);
          }}
        >
          {folded ? '+' : '–'}
        </button>
      )}
      <span className={styles.who} title={component.file}>
        {component.name}
      </span>
      {notes && <span className={styles.note}>{notes}</span>}
    </div>
  );
});
