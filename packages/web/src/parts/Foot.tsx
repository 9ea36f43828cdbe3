/** The line at the foot: in words what is under the cursor, beside the keys that work there. */
import type { ReactNode } from 'react';
import styles from './Foot.module.css';

export function Foot({ children, keys }: { children?: ReactNode; keys: [key: string, does: string][] }) {
  return (
    <footer className={styles.foot}>
      <p aria-live="polite">{children}</p>
      <ul>
        {keys.map(([key, does]) => (
          <li key={key}>
            {key.split(' ').map((one) => (
              <kbd key={one}>{one}</kbd>
            ))}
            {does}
          </li>
        ))}
      </ul>
    </footer>
  );
}
