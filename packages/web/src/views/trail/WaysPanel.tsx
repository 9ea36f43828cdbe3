/** Who reads the value and who changes it, each a way that can be singled out; and what else to ask. */
import type { TrailDocument } from '@vectura/core';
import { Link } from 'react-router';
import type { WayEntry } from './trailModel';
import styles from './WaysPanel.module.css';

interface WaysPanelProps {
  document: TrailDocument;
  down: readonly WayEntry[];
  up: readonly WayEntry[];
  chosen: WayEntry | undefined;
  onChoose(way: WayEntry): void;
  sheetLink: string | null;
  homesLink: string | null;
}

export function WaysPanel({ document, down, up, chosen, onChoose, sheetLink, homesLink }: WaysPanelProps) {
  const named = new Set([...down, ...up].map((way) => way.component));
  const atHome = document.readers.filter((reader) => !named.has(reader.component ?? ''));
  return (
    <div className={styles.panel}>
      <h2>Who reads it</h2>
      {down.map((way) => (
        <Way
          key={way.key}
          way={way}
          chosen={way === chosen}
          onChoose={onChoose}
          note={`${way.hops} ${way.hops === 1 ? 'hop' : 'hops'}`}
        />
      ))}
      {atHome.map((reader) => (
        <p key={`${reader.component}.${reader.name}`} className={styles.still}>
          {reader.component} <span>at home</span>
        </p>
      ))}
      {down.length + atHome.length === 0 && <p className={styles.none}>Nobody that could be followed.</p>}
      <h2>Who changes it</h2>
      {up.map((way) => (
        <Way key={way.key} way={way} chosen={way === chosen} onChoose={onChoose} note={`up ${way.hops}`} />
      ))}
      {document.writers
        .filter((writer) => !up.some((way) => way.component === writer.component))
        .map((writer) => (
          <p key={`${writer.component}.${writer.name}`} className={styles.still}>
            {writer.component} <span>{writer.trigger ?? ''}</span>
          </p>
        ))}
      {up.length + document.writers.length === 0 && <p className={styles.none}>Nobody: it stays as it is.</p>}
      {document.left ? <p className={styles.none}>{document.left} more ways are not listed.</p> : null}
      <h2>Ask</h2>
      {homesLink && (
        <Link className={styles.ask} to={homesLink}>
          Where else could it live?
        </Link>
      )}
      {sheetLink && (
        <Link className={styles.ask} to={sheetLink}>
          Where is it on the sheet?
        </Link>
      )}
    </div>
  );
}

function Way({
  way,
  chosen,
  note,
  onChoose,
}: {
  way: WayEntry;
  chosen: boolean;
  note: string;
  onChoose(way: WayEntry): void;
}) {
  return (
    <button
      type="button"
      className={chosen ? styles.chosen : styles.way}
      aria-pressed={chosen}
      onClick={() => onChoose(way)}
    >
      <span>{way.component}</span>
      <span>{note}</span>
    </button>
  );
}
