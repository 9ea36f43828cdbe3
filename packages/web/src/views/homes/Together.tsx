/** Other values that this one is judged together with: one state or several, one context or several. */
import { useMemo } from 'react';
import { messageOf, useTogetherQuery } from '../../api/api';
import { cellQuestion } from '../../project/question';
import { useProject } from '../../project/useProject';
import { PickSeveral } from './PickSeveral';
import styles from './HomesView.module.css';

interface Props {
  value: string;
  /** The other values, as they are asked for. */
  others: readonly string[];
  onChange(others: string[]): void;
}

export function Together({ value, others, onChange }: Props) {
  const { id, document } = useProject();
  const values = useMemo(() => {
    const home = document.cells.find((cell) => cellQuestion(document, cell) === value)?.home ?? null;
    const states = document.cells.filter(({ kind, home }) => kind === 'state' && home !== null);
    // Those of the same component come first: they are what is taken for one state.
    const near = states.filter((cell) => cell.home === home);
    const all = [...near, ...states.filter((cell) => !near.includes(cell))];
    const asked = all.map((cell) => cellQuestion(document, cell)).filter((one) => one !== value);
    return new Map(asked.map((one) => [one, one]));
  }, [document, value]);
  const { data, error } = useTogetherQuery({ id, values: [value, ...others] }, { skip: others.length === 0 });
  return (
    <>
      <PickSeveral
        label="Judge it together with"
        placeholder="another state"
        options={values}
        picked={others}
        takenBack="no longer judged with it"
        onChange={onChange}
      />
      {others.length > 0 && (
        <p className={styles.together} role="status">
          {error ? messageOf(error) : (data?.advice ?? '')}
        </p>
      )}
    </>
  );
}
