/** The whole application on one sheet: who does what with which value. */
import { useCallback, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { Note } from '../../parts/Note';
import { cellQuestion } from '../../project/question';
import { useAddress, useProject } from '../../project/useProject';
import { homesOf, useWanted } from '../../project/wanted';
import { CodePanel } from '../shared/CodePanel';
import { Printed } from '../shared/Printed';
import { CellPanel } from './CellPanel';
import { ComponentPanel } from './ComponentPanel';
import { NarrowBar, NO_NARROWING } from './NarrowBar';
import { strength } from './narrowing';
import { Questions } from './Questions';
import { SheetFoot } from './SheetFoot';
import { SheetGrid } from './SheetGrid';
import { canBeWanted } from './sheetModel';
import { SheetStatus } from './SheetStatus';
import { sheetSvg } from './sheetSvg';
import { useSheet } from './useSheet';
import { useSheetKeys } from './useSheetKeys';
import styles from './SheetView.module.css';

export function SheetView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const [wanted, want] = useWanted();
  const navigate = useNavigate();
  const [wantsNarrowing, setWantsNarrowing] = useState(false);
  const grid = useRef<HTMLDivElement>(null);
  const sheet = useSheet();
  const { narrowing, allRows, allColumns, lines, columns, geometry, column, row } = sheet;

  const draw = useCallback(
    () => sheetSvg(document.project.name, lines, columns),
    [document.project.name, lines, columns],
  );

  const ask = (view: 'trail' | 'homes'): void => {
    if (!column) return;
    const value = cellQuestion(document, column.cell);
    void navigate(`/p/${id}/${view === 'homes' ? homesOf(value, wanted) : `trail?value=${encodeURIComponent(value)}`}`);
  };
  const toggleNarrowing = (): void => setWantsNarrowing((before) => !before);
  useSheetKeys(sheet, grid, ask, toggleNarrowing);

  if (document.components.length === 0)
    return (
      <Note title="No component was found">
        <p>
          {document.files.length} files were read, and nothing in them renders anything. Open the folder that holds the
          sources of the application, or include files that are left out by default (tests, stories, build output).
        </p>
      </Note>
    );

  const code = query.get('code');
  const narrows = wantsNarrowing || strength(narrowing) > 0;
  return (
    <>
      <SheetStatus sheet={sheet} narrows={narrows} onNarrow={toggleNarrowing} />
      {narrows && <NarrowBar rows={allRows} columns={allColumns} narrowing={narrowing} />}
      <Printed draw={draw} />
      <div className={styles.body}>
        {sheet.isEmpty ? (
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
        ) : geometry ? (
          <SheetGrid
            scroller={grid}
            lines={lines}
            columns={columns}
            geometry={geometry}
            folded={narrowing.folded}
            holders={sheet.holders}
            families={document.project.families.length > 1}
            selected={sheet.at}
            wanted={wanted}
            opening={sheet.opening}
            hovered={sheet.hovered}
            onHover={sheet.setHovered}
            onSelect={sheet.select}
            onFold={sheet.fold}
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
      <SheetFoot sheet={sheet} wanted={wanted} />
    </>
  );
}
