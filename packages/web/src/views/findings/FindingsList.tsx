/** The findings in their groups: a long list of which only what is in view is there. */
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { MiniTrail } from './MiniTrail';
import type { Entry, Group } from './findingsModel';
import styles from './FindingsView.module.css';

interface FindingsListProps {
  groups: readonly Group[];
  /** The finding that is told about, by its place in the document. */
  at: number;
  picked: ReadonlySet<number>;
  onChoose(entry: Entry): void;
  onPick(entries: readonly Entry[], to: boolean): void;
}

type Item = { group: Group; entry: null } | { group: Group; entry: Entry };

export function FindingsList({ groups, at, picked, onChoose, onPick }: FindingsListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  const items = useMemo(
    () =>
      groups.flatMap((group): Item[] => [{ group, entry: null }, ...group.entries.map((entry) => ({ group, entry }))]),
    [groups],
  );
  const view = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => (items[index]?.entry ? 54 : 37),
    getItemKey: (index) => {
      const item = items[index];
      return item?.entry ? item.entry.index : `§${item?.group.key ?? ''}`;
    },
    overscan: 8,
  });
  const position = items.findIndex((item) => item.entry?.index === at);
  useEffect(() => {
    // The first of a group is shown with what heads it.
    if (position !== -1)
      view.scrollToIndex(items[position - 1]?.entry === null ? position - 1 : position, { align: 'auto' });
  }, [view, items, position]);
  return (
    <div ref={scroller} className={styles.list} role="list" aria-label="Findings">
      <div style={{ height: view.getTotalSize(), position: 'relative' }}>
        {view.getVirtualItems().map(({ index, start, key }) => {
          const item = items[index];
          if (!item) return null;
          const place = { position: 'absolute', left: 0, right: 0, transform: `translateY(${start}px)` } as const;
          const { group, entry } = item;
          if (!entry) {
            const all = group.entries.every((one) => picked.has(one.index));
            return (
              <div
                key={key}
                role="listitem"
                ref={view.measureElement}
                data-index={index}
                className={styles.group}
                style={place}
              >
                <input
                  type="checkbox"
                  checked={all}
                  aria-label={`Pick all about ${group.title}`}
                  onChange={() => onPick(group.entries, !all)}
                />
                <span className={styles.title}>
                  <b>{group.title}</b> {group.note}
                </span>
                <span className="quiet">
                  {group.level} · {group.entries.length}
                </span>
              </div>
            );
          }
          const { finding, reason } = entry;
          return (
            <div
              key={key}
              ref={view.measureElement}
              data-index={index}
              role="listitem"
              aria-current={entry.index === at}
              className={entry.index === at ? styles.chosen : styles.finding}
              style={place}
            >
              <input
                type="checkbox"
                checked={picked.has(entry.index)}
                aria-label={`Pick: ${finding.message}`}
                onChange={() => onPick([entry], !picked.has(entry.index))}
              />
              <button type="button" onClick={() => onChoose(entry)}>
                <MiniTrail finding={finding} />
                <span className={styles.message}>
                  {finding.message}{' '}
                  <span className="quiet">
                    {finding.file}:{finding.line}
                  </span>
                  {reason !== null && <span className={styles.reason}>accepted: {reason}</span>}
                </span>
              </button>
            </div>
          );
        })}
      </div>
    </div>
  );
}
