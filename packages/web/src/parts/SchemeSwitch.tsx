/** Goes from light to dark and back. */
import { useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import styles from './SchemeSwitch.module.css';

export function SchemeSwitch() {
  const { setColorScheme } = useMantineColorScheme();
  const next = useComputedColorScheme('light') === 'dark' ? 'light' : 'dark';
  return (
    <button type="button" className={styles.scheme} onClick={() => setColorScheme(next)}>
      {next === 'dark' ? 'Dark' : 'Light'}
    </button>
  );
}
