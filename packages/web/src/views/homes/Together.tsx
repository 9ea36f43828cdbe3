/** Other values that this one is judged together with: one state or several, one context or several. */
import { Autocomplete } from '@mantine/core';
import { useMemo, useState } from 'react';
import { messageOf, useTogetherQuery } from '../../api/api';
import { cellQuestion } from '../../project/question';
import { useProject } from '../../project/useProject';
import { toggled } from '../../project/wanted';
import styles from './HomesView.module.css';

interface Props {
  value: string;
  /** The other values, as they are asked for. */
  others: readonly string[];
  onChange(others: string[]): void;
}

export function Together({ value, others, onChange }: Props) {
  const { id, document } = useProject();
  const [typed, setTyped] = useState('');
  const values = useMemo(() => {
    const home = document.cells.find((cell) => cellQuestion(document, cell) === value)?.home ?? null;
    const states = document.cells.filter(({ kind, home }) => kind === 'state' && home !== null);
    // Those of the same component come first: they are what is taken for one state.
    const near = states.filter((cell) => cell.home === home);
    const all = [...near, ...states.filter((cell) => !near.includes(cell))];
    return [...new Set(all.map((cell) => cellQuestion(document, cell)))].filter((one) => one !== value);
  }, [document, value]);
  const { data, error } = useTogetherQuery({ id, values: [value, ...others] }, { skip: others.length === 0 });
  const add = (one: string): void => {
    if (!values.includes(one)) return;
    setTyped('');
    if (!others.includes(one)) onChange([...others, one]);
  };
  return (
    <>
      <div className={styles.wanted}>
        Judge it together with
        {others.map((one) => (
          <button
            key={one}
            type="button"
            className="linked"
            aria-label={`${one}: no longer judged with it`}
            onClick={() => onChange(toggled(others, one))}
          >
            {one.slice(one.lastIndexOf('#') + 1)} ×
          </button>
        ))}
        <Autocomplete
          aria-label="Judge it together with"
          placeholder="another state"
          size="xs"
          w={190}
          limit={12}
          data={values.filter((one) => !others.includes(one))}
          value={typed}
          onChange={setTyped}
          onOptionSubmit={add}
          onKeyDown={(event) => {
            if (event.key === 'Enter') add(typed);
          }}
        />
      </div>
      {others.length > 0 && (
        <p className={styles.together} role="status">
          {error ? messageOf(error) : (data?.advice ?? '')}
        </p>
      )}
    </>
  );
}
