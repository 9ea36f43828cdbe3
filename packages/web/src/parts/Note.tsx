/** A view that has nothing to show says why, and what to do next. */
import type { ReactNode } from 'react';
import styles from './Note.module.css';

export function Note({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <section className={styles.note} role="status">
      <h1>{title}</h1>
      <div className="quiet">{children}</div>
    </section>
  );
}
