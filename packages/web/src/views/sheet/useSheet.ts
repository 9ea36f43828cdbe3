/** What the sheet shows and what is selected on it, as the address says. */
import { useCallback, useMemo, useState } from 'react';
import { useAddress, useProject } from '../../project/useProject';
import { NO_COMPONENT, tableOf, type Shown } from './geometry';
import { narrowingOf, narrowSheet, type Narrowed } from './narrowing';
import type { Lit } from './paint';
import { columnsOf, firstAsked, outline, type Column } from './sheetModel';
import { useGeometry } from './useGeometry';

export type Sheet = ReturnType<typeof useSheet>;

export function useSheet() {
  const { document } = useProject();
  const [query, change] = useAddress();
  const [hovered, setHovered] = useState<Lit | null>(null);
  const asked = [...NARROWERS.map((name) => query.get(name) ?? '')].join('\n');
  // Whatever else the address holds, a sheet that is asked for in the same way is the same sheet.
  const narrowing = useMemo(
    () =>
      narrowingOf(
        new URLSearchParams(
          asked.split('\n').flatMap((value, index) => (value ? [[NARROWERS[index] ?? '', value]] : [])),
        ),
      ),
    [asked],
  );
  const allRows = useMemo(() => outline(document), [document]);
  const allColumns = useMemo(() => columnsOf(document, narrowing.computed), [document, narrowing.computed]);
  const table = useMemo(() => tableOf(allColumns, document.components), [allColumns, document]);
  const selectedCell = query.get('cell');
  const selectedComponent = query.get('component') ?? '';
  const plain = useMemo(() => narrowSheet(allRows, allColumns, narrowing), [allRows, allColumns, narrowing]);
  const missing = plain.lines.some(({ row }) => row?.component.id === selectedComponent) ? '' : selectedComponent;
  const sheet = useMemo(
    () => (missing === '' ? plain : narrowSheet(allRows, allColumns, narrowing, missing)),
    [plain, missing, allRows, allColumns, narrowing],
  );
  const shown = useMemo(() => shownOf(sheet, allColumns, document.components), [sheet, allColumns, document]);
  const ready = useGeometry(table, shown);
  // Until the worker has answered, what it answered before stays, with the rows and columns it was about.
  const narrowed = ready?.shown.narrowed ?? sheet;
  const { lines, columns } = narrowed;
  const holders = useMemo(() => new Set(allRows.flatMap((row) => allRows[row.parent]?.component.id ?? [])), [allRows]);

  const at: Lit = {
    row: lines.findIndex(({ row }) => row?.component.id === selectedComponent),
    column: columns.findIndex((column) => column.cell.id === selectedCell),
  };
  const column = columns[at.column];
  const row = lines[at.row]?.row;
  const opening = useMemo(() => openingOf(columns, lines), [columns, lines]);
  const pointed = hovered ?? at;

  const select = useCallback(
    (rowIndex: number, columnIndex: number): void => {
      // What is selected is told until the pointer moves on.
      setHovered(null);
      const cell = columns[columnIndex]?.cell.id ?? null;
      change({
        cell,
        // Who is wanted is wanted for one value.
        ...(cell === selectedCell ? {} : { also: null }),
        component: lines[rowIndex]?.row?.component.id ?? null,
        code: null,
      });
    },
    [change, columns, lines, selectedCell],
  );
  const fold = useCallback(
    (component: string): void => {
      const next = new Set(narrowing.folded);
      if (!next.delete(component)) next.add(component);
      change({ folded: next.size > 0 ? [...next].join('|') : null });
    },
    [change, narrowing.folded],
  );

  return {
    narrowing,
    allRows,
    allColumns,
    narrowed,
    isEmpty: columns.length === 0 && sheet.columns.length === 0,
    geometry: ready?.geometry ?? null,
    lines,
    columns,
    /** Components that others are written in: they can be folded. */
    holders,
    at,
    column,
    row,
    opening,
    hovered,
    setHovered,
    pointedRow: lines[pointed.row]?.row,
    pointedColumn: columns[pointed.column],
    select,
    fold,
  };
}

/** The address's words that say what is shown. */
const NARROWERS = ['order', 'kind', 'role', 'folder', 'below', 'rule', 'text', 'rows', 'folded', 'computed'] as const;

/** What is shown as numbers, with the rows and columns the numbers are about. */
function shownOf(
  narrowed: Narrowed,
  all: readonly Column[],
  components: readonly { id: string }[],
): Shown & { narrowed: Narrowed } {
  const componentAt = new Map(components.map((component, index) => [component.id, index]));
  const columnAt = new Map(all.map((column, index) => [column, index]));
  return {
    rows: Uint32Array.from(narrowed.lines, ({ row }) =>
      row ? (componentAt.get(row.component.id) ?? NO_COMPONENT) : NO_COMPONENT,
    ),
    columns: Uint32Array.from(narrowed.columns, (column) => columnAt.get(column) ?? 0),
    narrowed,
  };
}

/** Where the value of the first question lives, on a sheet as it is narrowed. */
function openingOf(columns: readonly Column[], lines: Narrowed['lines']): Lit {
  const first = firstAsked(columns);
  if (!first) return { row: -1, column: -1 };
  return {
    row: lines.findIndex(({ row }) => row?.component.id === first.cell.home),
    column: columns.indexOf(first),
  };
}
