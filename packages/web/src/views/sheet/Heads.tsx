/** The heads of the columns: slanted names, each a way to its value, with a tick where something is found about it. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, type RefObject } from 'react';
import type { Column } from './sheetModel';
import styles from './SheetGrid.module.css';

interface HeadsProps {
  scroller: RefObject<HTMLDivElement | null>;
  columns: readonly Column[];
  labels: readonly string[];
  outline: number;
  column: number;
  height: number;
  width: number;
  lit: number;
  chosen: number;
  onHover(column: number): void;
  onSelect(column: number): void;
}

export const Heads = memo(function Heads(props: HeadsProps) {
  const { scroller, columns, labels, outline, column, height, width, lit, chosen, onHover, onSelect } = props;
  const view = useVirtualizer({
    count: columns.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => column,
    horizontal: true,
    overscan: Math.ceil(height / column),
  });
  useEffect(() => view.measure(), [view, column]);
  return (
    <div className={styles.head} style={{ width, height }} role="row" aria-rowindex={1}>
      <div className={styles.corner} style={{ width: outline }} role="columnheader" aria-colindex={1}>
        component
      </div>
      {view.getVirtualItems().map(({ index }) => {
        const one = columns[index];
        if (!one) return null;
        const found = one.findings.some((finding) => finding.level !== 'note');
        return (
          <div
            key={one.cell.id}
            role="columnheader"
            aria-colindex={index + 2}
            className={index === chosen ? styles.chosenHead : index === lit ? styles.litHead : styles.columnHead}
            style={{ left: outline + index * column, width: column }}
          >
            <button
              type="button"
              tabIndex={-1}
              title={`${one.label} · ${one.cell.kind}${one.cell.home ? ` · ${one.cell.home}` : ''}`}
              aria-label={`${one.label}, ${one.cell.kind}${found ? ', has findings' : ''}`}
              onMouseEnter={() => onHover(index)}
              onClick={() => onSelect(index)}
            >
              <span className={styles.slant} style={{ left: column / 2 - 3 }}>
                {labels[index]}
              </span>
              {found && <i className={styles.tick} style={{ left: column / 2 - 6 }} />}
            </button>
          </div>
        );
      })}
    </div>
  );
});
