/** The whole application on one sheet: who does what with which value. */
import { useMemo, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useProjectsQuery, useResurveyMutation } from '../../app/api';
import { useKeys } from '../../app/useKeys';
import { useAddress, useProject } from '../../app/useProject';
import { cellQuestion } from '../../model/question';
import { when } from '../../model/when';
import { CodePanel } from '../../parts/CodePanel';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { CellPanel } from './CellPanel';
import { SheetGrid } from './SheetGrid';
import { Questions } from './Questions';
import { columnsOf, orderColumns, outline, sayCrossing, withMarks, type Order } from './sheetModel';
import styles from './SheetView.module.css';

const ORDERS = [
  ['relays', 'relays'],
  ['readers', 'readers'],
  ['reach', 'reach'],
  ['home', 'home'],
] as const;

const KINDS = [
  ['every', 'every kind'],
  ['state', 'state'],
  ['derived', 'derived values'],
  ['context', 'what travels by context'],
  ['drilled', 'only what is drilled'],
] as const;

type Kind = (typeof KINDS)[number][0];

const STEPS: Record<string, readonly [row: number, column: number]> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

/** When the project was last read, and a way to read it again. */
function ReadAgain({ id }: { id: string }) {
  const { data: projects } = useProjectsQuery(undefined);
  const [resurvey] = useResurveyMutation();
  const last = projects?.find((project) => project.id === id)?.last;
  return (
    <span className="quiet">
      {last && `read ${when(last.finishedAt)} · `}
      <button type="button" className="plain" style={{ textDecoration: 'underline' }} onClick={() => void resurvey(id)}>
        read again
      </button>
    </span>
  );
}

export function SheetView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const [hovered, setHovered] = useState<{ row: number; column: number } | null>(null);
  const grid = useRef<HTMLDivElement>(null);

  const order = (query.get('order') ?? 'relays') as Order;
  const kind = (query.get('kind') ?? 'every') as Kind;
  const everyRow = query.get('rows') === 'every';
  const folded = useMemo(() => new Set((query.get('folded') ?? '').split('|').filter(Boolean)), [query]);

  const allRows = useMemo(() => outline(document), [document]);
  const allColumns = useMemo(() => columnsOf(document), [document]);
  const columns = useMemo(
    () =>
      orderColumns(
        allColumns.filter(
          (column) =>
            kind === 'every' ||
            (kind === 'drilled'
              ? column.relays >= 2
              : kind === 'context'
                ? column.group === 'through'
                : column.cell.kind === kind),
        ),
        allRows,
        order,
      ),
    [allColumns, allRows, kind, order],
  );
  const rows = useMemo(() => {
    const kept = everyRow ? null : withMarks(allRows, columns);
    const hidden = new Set<number>();
    return allRows.filter((row, index) => {
      if (hidden.has(row.parent)) {
        hidden.add(index);
        return false;
      }
      if (folded.has(row.component.id)) hidden.add(index);
      return kept === null || kept.has(index);
    });
  }, [allRows, columns, everyRow, folded]);

  const selectedCell = query.get('cell');
  const selectedComponent = query.get('component');
  const at = {
    row: rows.findIndex((row) => row.component.id === selectedComponent),
    column: columns.findIndex((column) => column.cell.id === selectedCell),
  };
  const column = columns[at.column];
  const pointed = hovered ?? (at.row >= 0 && at.column >= 0 ? at : null);
  const pointedRow = pointed ? rows[pointed.row] : undefined;
  const pointedColumn = pointed ? columns[pointed.column] : undefined;

  const select = (row: number, columnIndex: number): void =>
    change({ cell: columns[columnIndex]?.cell.id ?? null, component: rows[row]?.component.id ?? null, code: null });

  const ask = (view: 'trail' | 'homes'): void => {
    if (!column) return;
    const value = cellQuestion(document, column.cell);
    void navigate(`/p/${id}/${view}?value=${encodeURIComponent(value)}`);
  };

  /** Along the thread with up and down, along the row with left and right. */
  const nextMark = (key: string): { row: number; column: number } | null => {
    const has = (row: number, c: number): boolean => !!columns[c]?.marks.has(rows[row]?.component.id ?? '');
    const here = { row: Math.max(0, at.row), column: Math.max(0, at.column) };
    const [dr, dc] = STEPS[key] ?? [0, 0];
    if (dr === 0 && dc === 0) return null;
    if (at.row < 0 || at.column < 0) {
      const first = rows.findIndex((_, index) => has(index, here.column));
      return first === -1 ? null : { row: first, column: here.column };
    }
    for (
      let r = here.row + dr, c = here.column + dc;
      r >= 0 && r < rows.length && c >= 0 && c < columns.length;
      r += dr, c += dc
    )
      if (has(r, c)) return { row: r, column: c };
    if (dc !== 0 && columns[here.column + dc]) {
      const first = rows.findIndex((_, index) => has(index, here.column + dc));
      return first === -1 ? null : { row: first, column: here.column + dc };
    }
    return here;
  };
  useKeys((event) => {
    const inControl = event.target instanceof HTMLElement && /^(BUTTON|A|SELECT)$/.test(event.target.tagName);
    const to = nextMark(event.key);
    if (to) {
      event.preventDefault();
      // A head that was clicked must not take the Enter that follows.
      grid.current?.focus({ preventScroll: true });
      select(to.row, to.column);
    } else if (event.key === 'Enter' && column && !inControl) ask('trail');
    else if (event.key.toLowerCase() === 'h' && column) ask('homes');
    else if (event.key.toLowerCase() === 'c' && column)
      change({ code: `${column.cell.file}:${column.cell.line}:${column.cell.name}` });
    else if (event.key === 'Escape') change({ cell: null, component: null, code: null });
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
          {document.components.length} components · {document.cells.length} cells · {document.files.length} files
          {broken.length > 0 && ` · ${broken.length} with problems`}
          {left > 0 && ` · ${left} left out`}
        </span>
        <ReadAgain id={id} />
        <Pick label="Order columns by" value={order} options={ORDERS} onPick={(to) => change({ order: to })} />
        <Pick label="Show" value={kind} options={KINDS} onPick={(to) => change({ kind: to === 'every' ? null : to })} />
        <Pick
          label="Rows"
          value={everyRow ? 'every' : 'marked'}
          options={[
            ['marked', 'with a mark'],
            ['every', 'of every component'],
          ]}
          onPick={(to) => change({ rows: to === 'every' ? 'every' : null })}
        />
        <span className="quiet">
          ({rows.length} of {allRows.length})
        </span>
      </div>
      <div className={styles.body}>
        {columns.length === 0 ? (
          <Note title="No value of this kind is shared">
            <p>Show every kind to see all cells of the project.</p>
          </Note>
        ) : (
          <SheetGrid
            scroller={grid}
            rows={rows}
            columns={columns}
            folded={folded}
            selected={at}
            hovered={hovered}
            onHover={setHovered}
            onSelect={select}
            onFold={(component) => {
              const next = new Set(folded);
              if (!next.delete(component)) next.add(component);
              change({ folded: next.size > 0 ? [...next].join('|') : null });
            }}
          />
        )}
        <aside className={styles.side} aria-label="About the selection">
          {code ? (
            <CodePanel at={code} onClose={() => change({ code: null })} />
          ) : column ? (
            <CellPanel key={column.cell.id} column={column} onAsk={ask} />
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
            <b>{sayCrossing(pointedRow, pointedColumn)[0]}</b> — {sayCrossing(pointedRow, pointedColumn)[1]}
          </>
        ) : (
          'Square: lives here. Disc: uses it. Ring: only carries it. Triangle: changes it.'
        )}
      </Foot>
    </>
  );
}
