/** The keys of the sheet: along threads and rows, and what is done with what is selected. */
import type { RefObject } from 'react';
import { useNavigate } from 'react-router';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { toggled, useWanted } from '../../project/wanted';
import { hasMark, walk } from './geometry';
import type { Lit } from './paint';
import { canBeWanted } from './sheetModel';
import type { Sheet } from './useSheet';

export function useSheetKeys(
  sheet: Sheet,
  grid: RefObject<HTMLDivElement | null>,
  onAsk: (view: 'trail' | 'homes') => void,
  onNarrow: () => void,
): void {
  const { geometry, lines, columns, holders, at, column, row, narrowing, select, fold } = sheet;
  const { id } = useProject();
  const [, change] = useAddress();
  const [wanted, want] = useWanted();
  const navigate = useNavigate();

  /** From component to component where only one is selected, else from mark to mark. */
  const next = (key: string): Lit | null => {
    if (!geometry) return null;
    if (row && !column && (key === 'ArrowUp' || key === 'ArrowDown')) {
      const step = key === 'ArrowUp' ? -1 : 1;
      let to = at.row + step;
      while (lines[to] && !lines[to]?.row) to += step;
      return lines[to] ? { row: to, column: -1 } : at;
    }
    if (row && !column && key === 'ArrowRight') {
      const first = columns.findIndex((_, index) => hasMark(geometry, at.row, index));
      return { row: at.row, column: first };
    }
    return walk(geometry, at, key);
  };
  useKeys((event) => {
    const inControl = event.target instanceof HTMLElement && /^(BUTTON|A|SELECT)$/.test(event.target.tagName);
    const key = event.key.toLowerCase();
    const to = next(event.key);
    if (to) {
      event.preventDefault();
      // A head that was clicked must not take the Enter that follows.
      grid.current?.focus({ preventScroll: true });
      select(to.row, to.column);
    } else if (event.key === 'Enter' && column && !inControl) onAsk('trail');
    else if (event.key === 'Enter' && row && !inControl)
      void navigate(`/p/${id}/reach?from=${encodeURIComponent(row.component.id)}`);
    else if (key === 'h' && column) onAsk('homes');
    else if (key === 'w' && column && row && canBeWanted(column, row.component.id))
      want(toggled(wanted, row.component.id));
    else if (key === 'c' && column) change({ code: `${column.cell.file}:${column.cell.line}:${column.cell.name}` });
    else if (key === 'c' && row) change({ code: `${row.component.file}:${row.component.line}:${row.component.name}` });
    else if (key === 'f' && row && holders.has(row.component.id)) fold(row.component.id);
    else if (key === 'o' && row) change({ cell: column ? null : (columns[0]?.cell.id ?? null) });
    else if (key === 'b' && row) change({ below: narrowing.below === row.component.id ? null : row.component.id });
    else if (key === 'n') onNarrow();
    else if (event.key === 'Escape') change({ cell: null, component: null, code: null, also: null });
  });
}
