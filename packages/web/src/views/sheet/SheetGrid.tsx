/**
 * The grid of the sheet: an outline and slanted heads that stay in place, a canvas for threads and marks, and the same
 * crossings as a grid of cells for whoever does not see the canvas. Only what is in view is drawn or there at all.
 */
import { useComputedColorScheme } from '@mantine/core';
import { useElementSize, useMergedRef } from '@mantine/hooks';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { Heads } from './Heads';
import { Lines } from './Lines';
import { Overview } from './Overview';
import type { Geometry } from './geometry';
import type { Line } from './narrowing';
import { inksOf, paintField, ROW, type Lit } from './paint';
import { headsOf, outlineWidth } from './measures';
import type { Column } from './sheetModel';
import styles from './SheetGrid.module.css';

/** How long the sheet has to stand still before its cells are put where they are seen, in milliseconds. */
const SETTLED = 90;

/** How many rows are above the one a sheet opens at. */
const ROWS_ABOVE = 3;

const DRAWN = 'sheet drawn';
let marked = false;

interface SheetGridProps {
  scroller: RefObject<HTMLDivElement | null>;
  lines: readonly Line[];
  columns: readonly Column[];
  geometry: Geometry;
  folded: ReadonlySet<string>;
  /** The components that contain others. */
  holders: ReadonlySet<string>;
  families: boolean;
  selected: Lit;
  /** Components that shall read the value that is selected. */
  wanted: readonly string[];
  /** What is in view at first, where nothing is selected. */
  opening: Lit;
  hovered: Lit | null;
  onHover(at: Lit | null): void;
  onSelect(row: number, column: number): void;
  onFold(component: string): void;
}

export function SheetGrid(props: SheetGridProps) {
  const { scroller, lines, columns, geometry, selected, opening, hovered, onHover, onSelect } = props;
  const scheme = useComputedColorScheme('light');
  const { ref: sized, width: paneWidth, height: paneHeight } = useElementSize<HTMLDivElement>();
  const pane = useMergedRef(scroller, sized);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [seen, setSeen] = useState({ first: 0, last: 0 });

  const outline = useMemo(() => outlineWidth(lines), [lines]);
  const { column, head, labels } = useMemo(
    () => headsOf(columns, paneWidth - outline, paneHeight),
    [columns, paneWidth, paneHeight, outline],
  );
  // Room behind the last head, whose name leans over it; and never less than the pane, so that rows run across it.
  const wide = Math.max(columns.length * column + head, paneWidth - outline);
  const width = Math.max(0, Math.min(paneWidth - outline, wide));
  const height = Math.max(0, Math.min(paneHeight - head, lines.length * ROW));
  const lit: Lit = hovered ?? selected;
  const { row: litRow, column: litColumn } = lit;

  const paint = useCallback(() => {
    const box = scroller.current;
    const pen = canvas.current?.getContext('2d');
    if (!box || !canvas.current || !pen) return;
    const ratio = window.devicePixelRatio || 1;
    if (canvas.current.width !== Math.round(width * ratio) || canvas.current.height !== Math.round(height * ratio)) {
      canvas.current.width = Math.round(width * ratio);
      canvas.current.height = Math.round(height * ratio);
    }
    pen.setTransform(ratio, 0, 0, ratio, 0, 0);
    const view = { left: box.scrollLeft, top: box.scrollTop, width, height, column };
    paintField(pen, geometry, view, { row: litRow, column: litColumn }, inks(scheme, canvas.current));
    // For whoever measures: the first time there was something to see.
    if (!marked && width > 0 && height > 0) {
      performance.mark(DRAWN);
      marked = true;
    }
  }, [scroller, geometry, width, height, column, litRow, litColumn, scheme]);

  useLayoutEffect(paint, [paint]);

  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    let frame = 0;
    let rest = 0;
    const settle = (): void =>
      setSeen({
        first: Math.floor(box.scrollLeft / column),
        last: Math.ceil((box.scrollLeft + box.clientWidth - outline) / column),
      });
    const scrolled = (): void => {
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(paint);
      window.clearTimeout(rest);
      rest = window.setTimeout(settle, SETTLED);
    };
    settle();
    box.addEventListener('scroll', scrolled, { passive: true });
    return () => {
      box.removeEventListener('scroll', scrolled);
      cancelAnimationFrame(frame);
      window.clearTimeout(rest);
    };
  }, [scroller, paint, column, outline]);

  // What the keys select comes into view, clear of the heads and the outline that stay in place.
  useEffect(() => {
    const box = scroller.current;
    if (!box || selected.row < 0) return;
    const y = selected.row * ROW;
    if (y < box.scrollTop) box.scrollTop = y;
    else if (head + y + 2 * ROW > box.scrollTop + box.clientHeight)
      box.scrollTop = head + y + 2 * ROW - box.clientHeight;
    if (selected.column < 0) return;
    const x = selected.column * column;
    if (x < box.scrollLeft) box.scrollLeft = x;
    else if (outline + x + 2 * column > box.scrollLeft + box.clientWidth)
      box.scrollLeft = outline + x + 2 * column - box.clientWidth;
  }, [scroller, head, outline, column, selected.row, selected.column]);

  // The sheet opens where its first question leads.
  const opened = useRef(false);
  useEffect(() => {
    const box = scroller.current;
    if (!box || opened.current || height === 0) return;
    opened.current = true;
    if (selected.row >= 0 || selected.column >= 0 || opening.row < 0) return;
    box.scrollTop = Math.max(0, (opening.row - ROWS_ABOVE) * ROW);
    if ((opening.column + 1) * column > box.clientWidth - outline) box.scrollLeft = opening.column * column;
  }, [scroller, outline, column, height, opening, selected.row, selected.column]);

  const placeOf = (event: React.MouseEvent<HTMLElement>): Lit => {
    const box = event.currentTarget.getBoundingClientRect();
    const fromPane = event.clientX - (scroller.current?.getBoundingClientRect().left ?? 0);
    const row = Math.floor((event.clientY - box.top) / ROW);
    const at = fromPane < outline ? -1 : Math.floor((event.clientX - box.left - outline) / column);
    return { row: lines[row]?.row ? row : -1, column: columns[at] ? at : -1 };
  };

  return (
    <div className={styles.frame}>
      <div
        className={styles.scroller}
        ref={pane}
        role="grid"
        aria-label="Sheet: components by values"
        aria-rowcount={lines.length + 1}
        aria-colcount={columns.length + 1}
        aria-activedescendant={selected.row >= 0 && selected.column >= 0 ? 'crossing' : undefined}
        tabIndex={0}
        onMouseLeave={() => onHover(null)}
      >
        <div className={styles.sheet} style={{ width: outline + wide, height: head + lines.length * ROW + 8 }}>
          <Heads
            scroller={scroller}
            columns={columns}
            labels={labels}
            outline={outline}
            column={column}
            height={head}
            width={outline + wide}
            lit={litColumn}
            chosen={selected.column}
            onHover={(at) => onHover({ row: -1, column: at })}
            onSelect={(at) =>
              onSelect(
                Math.max(
                  geometry.from[at] ?? 0,
                  lines.findIndex(({ row }) => row !== null && row.component.id === columns[at]?.cell.home),
                ),
                at,
              )
            }
          />
          <canvas
            ref={canvas}
            className={styles.canvas}
            style={{ top: head, left: outline, width, height }}
            aria-hidden
          />
          <div
            role="rowgroup"
            className={styles.body}
            style={{ top: head, width: outline + wide, height: lines.length * ROW }}
            onMouseMove={(event) => {
              const at = placeOf(event);
              if (at.row !== hovered?.row || at.column !== hovered.column)
                onHover(at.row < 0 && at.column < 0 ? null : at);
            }}
            onClick={(event) => {
              const at = placeOf(event);
              if (at.row >= 0) onSelect(at.row, at.column);
            }}
          >
            <Lines
              scroller={scroller}
              lines={lines}
              columns={columns}
              geometry={geometry}
              seen={seen}
              head={head}
              outline={outline}
              column={column}
              folded={props.folded}
              holders={props.holders}
              families={props.families}
              lit={litRow}
              selected={selected}
              wanted={props.wanted}
              onFold={props.onFold}
            />
          </div>
        </div>
      </div>
      <Overview
        scroller={scroller}
        geometry={geometry}
        scheme={scheme}
        size={{ width: wide, height: lines.length * ROW, outline, head }}
        pane={{ width: paneWidth, height: paneHeight }}
      />
    </div>
  );
}

let known: { scheme: string; inks: ReturnType<typeof inksOf> } | null = null;

/** Read from the style sheet once for each scheme. */
function inks(scheme: string, element: Element): ReturnType<typeof inksOf> {
  if (known?.scheme !== scheme) known = { scheme, inks: inksOf(element) };
  return known.inks;
}
