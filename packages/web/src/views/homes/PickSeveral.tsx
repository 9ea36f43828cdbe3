/** Several things picked by name: each stands beside the field, and is taken back by a press. */
import { Autocomplete } from '@mantine/core';
import { useState } from 'react';
import { toggled } from '../../project/wanted';
import styles from './HomesView.module.css';

interface Props {
  /** What is asked, before the field. */
  label: string;
  placeholder: string;
  /** What can be picked: under which label, and what is kept of it. */
  options: ReadonlyMap<string, string>;
  picked: readonly string[];
  /** What a press on one that is picked comes to: “no longer wanted”. */
  takenBack: string;
  onChange(picked: string[]): void;
}

export function PickSeveral({ label, placeholder, options, picked, takenBack, onChange }: Props) {
  const [typed, setTyped] = useState('');
  const nameOf = (one: string): string => one.slice(one.lastIndexOf('#') + 1);
  const add = (of: string): void => {
    const one = options.get(of);
    if (one === undefined) return;
    setTyped('');
    if (!picked.includes(one)) onChange([...picked, one]);
  };
  return (
    <div className={styles.wanted}>
      {label}
      {picked.map((one) => (
        <button
          key={one}
          type="button"
          className="linked"
          aria-label={`${nameOf(one)}: ${takenBack}`}
          onClick={() => onChange(toggled(picked, one))}
        >
          {nameOf(one)} ×
        </button>
      ))}
      <Autocomplete
        aria-label={label}
        placeholder={placeholder}
        size="xs"
        w={190}
        limit={12}
        data={[...options.keys()].filter((of) => !picked.includes(options.get(of) ?? ''))}
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
