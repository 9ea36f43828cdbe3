/** Components that shall read the value too, though they do not yet: picked by name, taken back by a press. */
import { Autocomplete } from '@mantine/core';
import { useMemo, useState } from 'react';
import { useProject } from '../../project/useProject';
import styles from './HomesView.module.css';

interface Props {
  /** Ids of components. */
  wanted: readonly string[];
  onChange(wanted: string[]): void;
}

export function Wanted({ wanted, onChange }: Props) {
  const { document } = useProject();
  const [typed, setTyped] = useState('');
  // A name may be of several components; then the file tells them apart.
  const byLabel = useMemo(() => {
    const count = new Map<string, number>();
    for (const { name } of document.components) count.set(name, (count.get(name) ?? 0) + 1);
    return new Map(
      document.components.map(({ id, name, file }) => [(count.get(name) ?? 0) > 1 ? `${name} (${file})` : name, id]),
    );
  }, [document.components]);
  const nameOf = (id: string): string => id.slice(id.lastIndexOf('#') + 1);
  const add = (label: string): void => {
    const id = byLabel.get(label);
    if (id === undefined) return;
    setTyped('');
    if (!wanted.includes(id)) onChange([...wanted, id]);
  };
  return (
    <div className={styles.wanted}>
      Who else shall read it?
      {wanted.map((id) => (
        <button
          key={id}
          type="button"
          className="linked"
          aria-label={`${nameOf(id)}: no longer wanted`}
          onClick={() => onChange(wanted.filter((one) => one !== id))}
        >
          {nameOf(id)} ×
        </button>
      ))}
      <Autocomplete
        aria-label="Who else shall read it?"
        placeholder="a component"
        size="xs"
        w={190}
        limit={12}
        data={[...byLabel.keys()].filter((label) => !wanted.includes(byLabel.get(label) ?? ''))}
        value={typed}
        onChange={setTyped}
        onOptionSubmit={add}
        onKeyDown={(event) => {
          if (event.key === 'Enter') add(typed);
        }}
      />
    </div>
  );
}
