/** The whole application on one sheet: who does what with which value. */
import { useCallback, useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useProjectsQuery, useResurveyMutation } from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { homesOf, toggled, useWanted } from '../../project/wanted';
import { cellQuestion } from '../../project/question';
import { when } from '../../project/when';
import { CodePanel } from '../shared/CodePanel';
import { counted } from '../../parts/counted';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { CellPanel } from './CellPanel';
import { SheetGrid } from './SheetGrid';
import { Questions } from './Questions';
import { Printed } from '../shared/Printed';
import { SaveAs } from '../shared/SaveAs';
import { sheetSvg } from './sheetSvg';
import { ComponentPanel } from './ComponentPanel';
import { sheetFormats } from './formats';
import { hasMark, NO_COMPONENT, tableOf, walk, type Shown } from './geometry';
import { NarrowBar, NO_NARROWING } from './NarrowBar';
import { narrowingOf, narrowSheet, strength, type Narrowed } from './narrowing';
import type { Lit } from './paint';
import { canBeWanted, columnsOf, firstAsked, outline, sayColumn, sayCrossing, sayRow, type Column } from './sheetModel';
import { useGeometry } from './useGeometry';
import styles from './SheetView.module.css';

const ORDERS = [
  ['relays', 'relays'],
  ['readers', 'readers'],
  ['reach', 'reach'],
  ['home', 'home'],
] as const;

/** When the project was last read, and a way to read it again. */
function ReadAgain({ id }: { id: string }) {
  const { data: projects } = useProjectsQuery(undefined);
  const [resurvey] = useResurveyMutation();
  const last = projects?.find((project) => project.id === id)?.last;
  return (
    <span className="quiet">
      {last && `read ${when(last.finishedAt)} · `}
      <button type="button" className="linked" onClick={() => void resurvey(id)}>
        read again
      </button>
    </span>
  );
}

export function SheetView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const [wanted, want] = useWanted();
  const navigate = useNavigate();
  const [hovered, setHovered] = useState<Lit | null>(null);
  const [wantsNarrowing, setWantsNarrowing] = useState(false);
  const grid = useRef<HTMLDivElement>(null);

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
  const pointedRow = lines[pointed.row]?.row;
  const pointedColumn = columns[pointed.column];

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
  const draw = useCallback(
    () => sheetSvg(document.project.name, lines, columns),
    [document.project.name, lines, columns],
  );
  const fold = useCallback(
    (component: string): void => {
      const next = new Set(narrowing.folded);
      if (!next.delete(component)) next.add(component);
      change({ folded: next.size > 0 ? [...next].join('|') : null });
    },
    [change, narrowing.folded],
  );

  const ask = (view: 'trail' | 'homes'): void => {
    if (!column) return;
    const value = cellQuestion(document, column.cell);
    void navigate(`/p/${id}/${view === 'homes' ? homesOf(value, wanted) : `trail?value=${encodeURIComponent(value)}`}`);
  };

  /** From component to component where only one is selected, else from mark to mark. */
  const next = (key: string): Lit | null => {
    if (!ready) return null;
    if (row && !column && (key === 'ArrowUp' || key === 'ArrowDown')) {
      const step = key === 'ArrowUp' ? -1 : 1;
      let to = at.row + step;
      while (lines[to] && !lines[to]?.row) to += step;
      return lines[to] ? { row: to, column: -1 } : at;
    }
    if (row && !column && key === 'ArrowRight') {
      const first = columns.findIndex((_, index) => hasMark(ready.geometry, at.row, index));
      return { row: at.row, column: first };
    }
    return walk(ready.geometry, at, key);
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
    } else if (event.key === 'Enter' && column && !inControl) ask('trail');
    else if (event.key === 'Enter' && row && !inControl)
      void navigate(`/p/${id}/reach?from=${encodeURIComponent(row.component.id)}`);
    else if (key === 'h' && column) ask('homes');
    else if (key === 'w' && column && row && canBeWanted(column, row.component.id))
      want(toggled(wanted, row.component.id));
    else if (key === 'c' && column) change({ code: `${column.cell.file}:${column.cell.line}:${column.cell.name}` });
    else if (key === 'c' && row) change({ code: `${row.component.file}:${row.component.line}:${row.component.name}` });
    else if (key === 'f' && row && holders.has(row.component.id)) fold(row.component.id);
    else if (key === 'o' && row) change({ cell: column ? null : (columns[0]?.cell.id ?? null) });
    else if (key === 'b' && row) change({ below: narrowing.below === row.component.id ? null : row.component.id });
    else if (key === 'n') setWantsNarrowing((before) => !before);
    else if (event.key === 'Escape') change({ cell: null, component: null, code: null, also: null });
  });

  if (document.components.length === 0)
    return (
      <Note title="No component was found">
        <p>
          {document.files.length} files were read, and nothing in them renders anything. Open the folder that holds the
          sources of the application, or include files that are left out by default (tests, stories, build output).
        </p>
      </Note>
    );

  const skipped = Object.entries(document.project.skipped ?? {}).filter(([, n]) => n > 0);
  const left = skipped.reduce((sum, [, n]) => sum + n, 0);
  const broken = document.files.filter((file) => file.problems.length > 0);
  const code = query.get('code');
  const narrows = wantsNarrowing || strength(narrowing) > 0;
  const leftOut = [
    narrowed.hiddenRows > 0 ? `${narrowed.hiddenRows} of ${allRows.length} components` : '',
    narrowed.hiddenColumns > 0 ? `${narrowed.hiddenColumns} of ${allColumns.length} values` : '',
  ]
    .filter(Boolean)
    .join(', ');
  const small = document.cells.length - allColumns.length;
  const leftOutWords =
    small > 0
      ? `${small} further values are used by their own component alone, or written in place and passed one level down.`
      : '';
  return (
    <>
      <div className={styles.status}>
        <b>{document.project.name}</b>
        <span
          className="quiet"
          title={[
            ...broken.map((file) => `${file.path}: ${file.problems[0]?.message ?? ''}`),
            ...skipped.map(([reason, n]) => `${n} left out: ${reason}`),
          ].join('\n')}
        >
          {counted(document.components.length, 'component')} · {counted(document.cells.length, 'cell')} ·{' '}
          {counted(document.files.length, 'file')}
          {broken.length > 0 && ` · ${broken.length} with problems`}
          {left > 0 && ` · ${left} left out`}
        </span>
        <ReadAgain id={id} />
        <Pick
          label="Order columns by"
          value={narrowing.order}
          options={ORDERS}
          onPick={(to) => change({ order: to === 'relays' ? null : to })}
        />
        <Pick
          label="Rows"
          value={narrowing.everyRow ? 'every' : 'marked'}
          options={[
            ['marked', 'with a mark'],
            ['every', 'of every component'],
          ]}
          onPick={(to) => change({ rows: to === 'every' ? 'every' : null })}
        />
        <button
          type="button"
          className="plain"
          aria-expanded={narrows}
          style={{ textDecoration: 'underline', textUnderlineOffset: 3, textDecorationColor: 'var(--rule)' }}
          onClick={() => setWantsNarrowing(!wantsNarrowing)}
        >
          Narrow
        </button>
        <SaveAs formats={sheetFormats(document, narrowed)} />
        <span className="quiet" title={leftOutWords}>
          {leftOut === '' ? 'all is shown' : `left out: ${leftOut}`}
        </span>
      </div>
      {narrows && <NarrowBar rows={allRows} columns={allColumns} narrowing={narrowing} />}
      <Printed draw={draw} />
      <div className={styles.body}>
        {columns.length === 0 && sheet.columns.length === 0 ? (
          <Note title={allColumns.length === 0 ? 'No value is shared' : 'No value fits'}>
            {allColumns.length === 0 ? (
              <p>No component passes anything to another that could be followed.</p>
            ) : (
              <p>
                <button type="button" className="linked" onClick={() => change(NO_NARROWING)}>
                  Show all {allColumns.length} values
                </button>{' '}
                of the project.
              </p>
            )}
          </Note>
        ) : ready ? (
          <SheetGrid
            scroller={grid}
            lines={lines}
            columns={columns}
            geometry={ready.geometry}
            folded={narrowing.folded}
            holders={holders}
            families={document.project.families.length > 1}
            selected={at}
            wanted={wanted}
            opening={opening}
            hovered={hovered}
            onHover={setHovered}
            onSelect={select}
            onFold={fold}
          />
        ) : (
          <Note title="Drawing …" />
        )}
        <aside className={styles.side} aria-label="About the selection">
          {code ? (
            <CodePanel at={code} onClose={() => change({ code: null })} />
          ) : column ? (
            <CellPanel
              key={column.cell.id}
              column={column}
              component={row && canBeWanted(column, row.component.id) ? row.component : null}
              wanted={wanted}
              onWant={want}
              onAsk={ask}
            />
          ) : row ? (
            <ComponentPanel key={row.component.id} row={row} columns={allColumns} />
          ) : (
            <Questions columns={allColumns} />
          )}
        </aside>
      </div>
      <Foot
        keys={[
          ['↑ ↓', 'along the thread'],
          ['← →', 'along the row'],
          ['Enter', 'follow'],
          ['?', 'keys'],
        ]}
      >
        {pointedRow && pointedColumn ? (
          <>
            <b>{sayCrossing(pointedRow, pointedColumn)[0]}</b> —{' '}
            {pointedColumn === column && wanted.includes(pointedRow.component.id)
              ? 'shall read it'
              : sayCrossing(pointedRow, pointedColumn)[1]}
          </>
        ) : pointedColumn ? (
          sayColumn(pointedColumn)
        ) : pointedRow ? (
          sayRow(pointedRow)
        ) : (
          `Square: lives here. Disc: uses it. Ring: only carries it. Triangle: changes it.${narrowing.computed ? ' Pale: gets what is computed from it.' : ''}`
        )}
      </Foot>
    </>
  );
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
