/** “Save as …”: what is on the screen, in the formats it can be had in. */
import { useState } from 'react';
import styles from './SaveAs.module.css';

export interface Format {
  name: string;
  /** Makes the file and passes it to the browser; says what went wrong by throwing. */
  save(): void | Promise<void>;
}

export function SaveAs({ formats }: { formats: readonly Format[] }) {
  const [error, setError] = useState('');
  return (
    <span className={styles.save}>
      <select
        aria-label="Save as"
        value=""
        onChange={(event) => {
          const chosen = formats.find((format) => format.name === event.target.value);
          setError('');
          void Promise.resolve()
            .then(() => chosen?.save())
            .catch((reason: unknown) => setError(reason instanceof Error ? reason.message : String(reason)));
        }}
      >
        <option value="" disabled>
          Save as …
        </option>
        {formats.map(({ name }) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
      {error && <span role="alert">{error}</span>}
    </span>
  );
}
