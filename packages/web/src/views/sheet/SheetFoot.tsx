/** The foot of the sheet: what the mark under the pointer says, and the keys. */
import { Foot } from '../../parts/Foot';
import { sayColumn, sayCrossing, sayRow } from './sheetModel';
import type { Sheet } from './useSheet';

interface Props {
  sheet: Sheet;
  wanted: readonly string[];
}

export function SheetFoot({ sheet: { pointedRow, pointedColumn, column, narrowing }, wanted }: Props) {
  return (
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
  );
}
