/** The bar above the sheet: what was read, what is shown of it, and in which order. */
import { useProjectsQuery, useResurveyMutation } from '../../api/api';
import { counted } from '../../parts/counted';
import { Pick } from '../../parts/Pick';
import { useAddress, useProject } from '../../project/useProject';
import { when } from '../../project/when';
import { SaveAs } from '../shared/SaveAs';
import { sheetFormats } from './formats';
import type { Sheet } from './useSheet';
import styles from './SheetView.module.css';

const ORDERS = [
  ['relays', 'relays'],
  ['readers', 'readers'],
  ['reach', 'reach'],
  ['home', 'home'],
] as const;

interface Props {
  sheet: Sheet;
  narrows: boolean;
  onNarrow: () => void;
}

export function SheetStatus({ sheet: { narrowing, narrowed, allRows, allColumns }, narrows, onNarrow }: Props) {
  const { id, document } = useProject();
  const [, change] = useAddress();
  const skipped = Object.entries(document.project.skipped ?? {}).filter(([, n]) => n > 0);
  const left = skipped.reduce((sum, [, n]) => sum + n, 0);
  const broken = document.files.filter((file) => file.problems.length > 0);
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
        onClick={onNarrow}
      >
        Narrow
      </button>
      <SaveAs formats={sheetFormats(document, narrowed)} />
      <span className="quiet" title={leftOutWords}>
        {leftOut === '' ? 'all is shown' : `left out: ${leftOut}`}
      </span>
    </div>
  );
}

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
