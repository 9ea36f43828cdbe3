/** The head of the trail page: which value, where it lives, where the chosen way leads, and how it is shown. */
import type { TrailDocument } from '@vectura/core';
import { counted } from '../../parts/counted';
import { SaveAs } from '../shared/SaveAs';
import { trailFormats } from './formats';
import type { TrailState } from './useTrail';
import styles from './TrailView.module.css';

const KIND: Record<string, string> = { derived: 'derived value', constant: 'constant' };

interface Props {
  data: TrailDocument;
  state: TrailState;
}

export function TrailHead({ data, state: { value, why, chosen, stops, tight, around, change } }: Props) {
  const home = data.homes[0];
  const relays = chosen?.relays ?? 0;
  const end = chosen?.trail.direction === 'down' ? stops.at(-1) : stops[0];
  const unsure = data.readers.find((one) => one.id === end?.id && one.reason)?.reason;
  return (
    <div className="headline">
      <h1>{data.asked.name}</h1>
      {home && (
        <p>
          {home.cell === data.asked.name ? '' : `${home.cell}, `}
          {KIND[home.kind] ?? home.kind} in <b>{home.component ?? 'no component'}</b>
          {data.homes.length > 1 && ` and ${data.homes.length - 1} more`}
        </p>
      )}
      {chosen && end && !why && (
        <p>
          {chosen.trail.direction === 'down' ? 'to ' : 'changed by '}
          <b>{chosen.component}</b>
          {end.name !== home?.cell && (
            <>
              , where it is called <b>{end.name}</b>
            </>
          )}
          {chosen.computed && ', computed from it on the way'}
        </p>
      )}
      {unsure && !why && <p>Not certain: {unsure}.</p>}
      {chosen && !why && (
        <p>
          {counted(chosen.hops, 'hop')}
          {relays > 0 && (
            <>
              {' · '}
              <b>
                {relays} only {relays === 1 ? 'carries' : 'carry'} it
              </b>
            </>
          )}
        </p>
      )}
      {chosen && !why && (
        <div className={styles.choices}>
          <Either
            label="code"
            value={around ? 'around' : 'lines'}
            options={['lines', 'around']}
            onPick={(to) => change({ lines: to === 'around' ? to : null })}
          />
          <Either
            label="rows"
            value={tight ? 'tight' : 'roomy'}
            options={['roomy', 'tight']}
            onPick={(to) => change({ rows: to })}
          />
          <SaveAs formats={trailFormats(data, value, chosen)} />
        </div>
      )}
    </div>
  );
}

/** One of two, both in sight. */
function Either<T extends string>({
  label,
  value,
  options,
  onPick,
}: {
  label: string;
  value: T;
  options: readonly T[];
  onPick(to: T): void;
}) {
  return (
    <span role="group" aria-label={label}>
      {label}{' '}
      {options.map((option, index) => (
        <span key={option}>
          {index > 0 && ' / '}
          <button
            type="button"
            className={option === value ? styles.picked : 'plain'}
            aria-pressed={option === value}
            onClick={() => onPick(option)}
          >
            {option}
          </button>
        </span>
      ))}
    </span>
  );
}
