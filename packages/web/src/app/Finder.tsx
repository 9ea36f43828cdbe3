/** Ctrl/Cmd+K: any component, value or finding, by a few of its letters. */
import { Modal, TextInput } from '@mantine/core';
import type { FlowDocument } from '@vectura/core';
import { useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { findEntries, finderEntries, type FinderEntry } from '../project/finder';
import { cellQuestion } from '../project/question';
import { homesOf, useWanted } from '../project/wanted';
import { show } from '../project/desk';
import { useAppDispatch } from '../project/store';
import styles from './Finder.module.css';

export function Finder({ id, document }: { id: string; document: FlowDocument }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [query] = useSearchParams();
  const [wanted] = useWanted();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const entries = useMemo(() => finderEntries(document), [document]);
  const found = useMemo(() => findEntries(entries, typed), [entries, typed]);
  const close = (): void => {
    dispatch(show(null));
  };
  const choose = (entry: FinderEntry | undefined): void => {
    if (!entry) return;
    close();
    void navigate(`/p/${id}/${entry.to}`);
  };
  // The value that is looked at, which the component that is found could read, too.
  const cell = document.cells.find((one) => one.id === query.get('cell'));
  const value = query.get('value') ?? (cell ? cellQuestion(document, cell) : null);
  const letRead = (entry: FinderEntry | undefined): void => {
    if (entry?.component === undefined || value === null) return;
    close();
    void navigate(`/p/${id}/${homesOf(value, [...new Set([...wanted, entry.component])])}`);
  };
  const move = (by: number): void => setAt((now) => Math.max(0, Math.min(found.length - 1, now + by)));

  return (
    <Modal
      opened
      onClose={close}
      withCloseButton={false}
      size={560}
      padding={0}
      aria-label="Find a component or value"
      yOffset="12vh"
    >
      <TextInput
        data-autofocus
        aria-label="Find a component or value"
        aria-controls="found"
        aria-activedescendant={found[at] ? `found-${at}` : undefined}
        role="combobox"
        aria-expanded
        placeholder="Gauge, units, Tray.open, context:Operator …"
        value={typed}
        size="md"
        classNames={{ input: styles.input ?? '' }}
        onChange={(event) => {
          setTyped(event.currentTarget.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowDown') move(1);
          else if (event.key === 'ArrowUp') move(-1);
          else if (event.key === 'Enter' && event.shiftKey && value !== null) letRead(found[at]);
          else if (event.key === 'Enter') choose(found[at]);
          else return;
          event.preventDefault();
        }}
      />
      <ul id="found" role="listbox" aria-label="Found" className={styles.list}>
        {found.map((entry, index) => (
          <li
            key={entry.key}
            id={`found-${index}`}
            role="option"
            aria-selected={index === at}
            className={index === at ? styles.chosen : styles.entry}
            onMouseMove={() => setAt(index)}
            onClick={() => choose(entry)}
          >
            <span>{entry.label}</span>
            <span className="quiet">{entry.note}</span>
          </li>
        ))}
      </ul>
      {value !== null && found[at]?.component !== undefined && (
        <p className={styles.also}>
          <kbd>Enter</kbd> opens it. <kbd>Shift Enter</kbd>{' '}
          <button type="button" className="linked" onClick={() => letRead(found[at])}>
            lets it read {value.slice(value.lastIndexOf('#') + 1)}, too
          </button>
          .
        </p>
      )}
      {found.length === 0 && (
        <p className={styles.none}>
          Nothing is called “{typed}”. A component, a value (Tray.units) or a file can be typed, in part or as initials.
        </p>
      )}
    </Modal>
  );
}
