/** What there is to say of one value, its lines of code, and the ways on. */
import { Button } from '@mantine/core';
import { counted } from '../../parts/counted';
import { useTrailQuery, messageOf } from '../../api/api';
import { useAddress, useProject } from '../../project/useProject';
import { cellQuestion } from '../../project/question';
import { Excerpt } from '../shared/Excerpt';
import { ValueLink } from '../shared/ValueLink';
import { toggled } from '../../project/wanted';
import type { Column } from './sheetModel';
import styles from './CellPanel.module.css';

/** The rest is a click away, on the trail. */
const MOST_NAMES = 8;

interface Props {
  column: Column;
  /** The component that is selected, if it could read the value and does not. */
  component: { id: string; name: string } | null;
  /** Ids of components that shall read it too. */
  wanted: readonly string[];
  onWant(wanted: readonly string[]): void;
  onAsk(view: 'trail' | 'homes'): void;
}

export function CellPanel({ column, component, wanted, onWant, onAsk }: Props) {
  const { id, document } = useProject();
  const [, change] = useAddress();
  const { cell } = column;
  const value = cellQuestion(document, cell);
  const { data, error, isFetching } = useTrailQuery({ id, value, to: null });
  const home = cell.home === null ? null : cell.home.slice(cell.home.lastIndexOf('#') + 1);
  const longest =
    data?.trails.reduce(
      (most, trail) => (trail.stops.length > most.length ? trail.stops : most),
      data.trails[0]?.stops ?? [],
    ) ?? [];
  const carried = longest.filter((stop) => stop.role === 'relay').length;
  const leaving = longest[0]?.proof?.find((proof) => proof.what === 'leaves');
  return (
    <div className={styles.panel} aria-busy={isFetching}>
      <p className="quiet">
        {cell.kind} · {home ? `lives in ${home}` : 'lives in no component'}
      </p>
      <h1>{cell.name}</h1>
      {error ? <p>{messageOf(error)}</p> : null}
      {data && (
        <dl className={styles.facts}>
          <Fact says="read by" list={data.readers} />
          <Fact
            says="changed by"
            list={data.writers}
            more={
              data.writers[0]?.trigger && data.writers[0].trigger !== 'unknown' ? `, on ${data.writers[0].trigger}` : ''
            }
          />
          <Fact says="carried by" list={data.relays} />
          {longest.length > 1 && (
            <div>
              <dt>longest way</dt>
              <dd>
                {counted(longest.length - 1, 'hop')}
                {carried > 0 && `, ${carried} only ${carried === 1 ? 'carries' : 'carry'} it`}
              </dd>
            </div>
          )}
        </dl>
      )}
      {column.findings.map((finding) => (
        <p key={finding.message} className={styles.finding}>
          {finding.message}
        </p>
      ))}
      <Excerpt
        file={cell.file}
        marks={[{ line: cell.line, column: cell.column, length: cell.name.length, what: 'arrives' }]}
        onOpen={(at) => change({ code: at })}
      />
      {leaving && <Excerpt file={leaving.file} marks={[leaving]} onOpen={(at) => change({ code: at })} />}
      {component && !wanted.includes(component.id) && (
        <p className={styles.wanted}>
          {component.name} does not read it.{' '}
          <button type="button" className="linked" onClick={() => onWant(toggled(wanted, component.id))}>
            It shall
          </button>
        </p>
      )}
      {wanted.length > 0 && (
        <p className={styles.wanted}>
          Shall read it too:{' '}
          {wanted.map((id, index) => (
            <span key={id}>
              {index > 0 && ', '}
              <button
                type="button"
                className="linked"
                aria-label={`${id.slice(id.lastIndexOf('#') + 1)}: no longer wanted`}
                onClick={() => onWant(toggled(wanted, id))}
              >
                {id.slice(id.lastIndexOf('#') + 1)} ×
              </button>
            </span>
          ))}
        </p>
      )}
      <div className={styles.ways}>
        <Button variant="filled" onClick={() => onAsk('trail')}>
          Follow it
        </Button>
        {cell.kind === 'state' && <Button onClick={() => onAsk('homes')}>Weigh its homes</Button>}
      </div>
    </div>
  );
}

function Fact({
  says,
  list,
  more = '',
}: {
  says: string;
  list: readonly { component: string | null; id?: string | undefined; name: string }[];
  more?: string;
}) {
  if (list.length === 0) return null;
  const unique = list.filter((one, index) => list.findIndex((other) => other.id === one.id) === index);
  const others = unique.length - MOST_NAMES;
  return (
    <div>
      <dt>{says}</dt>
      <dd>
        {unique.slice(0, MOST_NAMES).map((one, index) => (
          <span key={one.id}>
            {index > 0 && ', '}
            <ValueLink component={one.id ?? ''} name={one.name}>
              {one.component}
            </ValueLink>
          </span>
        ))}
        {others > 0 && ` and ${others} more`}
        {more}
      </dd>
    </div>
  );
}
