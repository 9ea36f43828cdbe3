/** A choice within a sentence: “Order columns by relays”. */
import { useId } from 'react';
import styles from './Pick.module.css';

interface PickProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [value: T, words: string])[];
  onPick(value: T): void;
}

export function Pick<T extends string>({ label, value, options, onPick }: PickProps<T>) {
  const id = useId();
  return (
    <span className={styles.pick}>
      <label htmlFor={id}>{label}</label>{' '}
      <select id={id} value={value} onChange={(event) => onPick(event.target.value as T)}>
        {options.map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </span>
  );
}
