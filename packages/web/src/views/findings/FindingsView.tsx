/** What is worth mending: grouped by cause, worst first, each with its trail drawn small and the ways to mend it. */
import { lazy, Suspense, useCallback } from 'react';
import { Link } from 'react-router';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { useProject } from '../../project/useProject';
import { AppliedStrip } from '../shared/ApplyBar';
import { CodePanel } from '../shared/CodePanel';
import { Printed } from '../shared/Printed';
import { AcceptBar } from './AcceptBar';
import { FindingPanel } from './FindingPanel';
import { FindingsBar } from './FindingsBar';
import { FindingsList } from './FindingsList';
import { findingsSvg } from './findingsSvg';
import { MendPart } from './MendPart';
import { useFindings } from './useFindings';
import styles from './FindingsView.module.css';

const Charts = lazy(async () => ({ default: (await import('./Charts')).Charts }));

const NO_FILTER = { level: null, rule: null, folder: null, text: null, accepted: null, at: null } as const;

const LIST_KEYS: Parameters<typeof Foot>[0]['keys'] = [
  ['J K', 'finding by finding'],
  ['X', 'pick'],
  ['M', 'mend'],
  ['A', 'accept'],
  ['Enter', 'follow'],
  ['?', 'keys'],
];

export function FindingsView() {
  const { id, document } = useProject();
  const state = useFindings();
  const { filter, setText, mode, mendsAll, entries, shown, groups, entry, value, code } = state;
  const { picked, clearPicked, acceptedCount, change, pick, choose, accept, mend } = state;
  const draw = useCallback(
    () => findingsSvg(`${document.project.name}: ${shown.length} findings`, groups),
    [document.project.name, shown.length, groups],
  );

  if (entries.length === 0)
    return (
      <Note title="Nothing to report">
        <p>
          None of the {state.rulesKnown} rules found anything in {document.components.length} components.{' '}
          <Link to={`/p/${id}/sheet`}>See who shares what on the sheet</Link>.
        </p>
      </Note>
    );

  return (
    <>
      <FindingsBar state={state} />
      <AppliedStrip />
      <Printed draw={draw} />
      {picked.size > 0 && <AcceptBar entries={entries.filter((one) => picked.has(one.index))} onDone={clearPicked} />}
      {mode === 'charts' ? (
        <Suspense fallback={<Note title="Drawing …" />}>
          <Charts
            entries={shown}
            onRule={(to) => change({ rule: to, show: null })}
            onFolder={(to) => change({ folder: to || null, show: null })}
          />
        </Suspense>
      ) : mode === 'mend' && entry ? (
        <>
          <p className={styles.mending}>
            <span className="quiet">{entry.finding.rule}</span> {entry.finding.message}
            <button type="button" className="linked" onClick={() => change({ show: null })}>
              Back to the list
            </button>
            <button type="button" className="linked" onClick={() => change({ show: mendsAll ? 'mend' : 'mend-all' })}>
              {mendsAll ? 'This one alone' : `All of ${entry.finding.rule}`}
            </button>
          </p>
          <MendPart finding={entry.finding} whole={mendsAll} />
        </>
      ) : (
        <div className={styles.body}>
          {shown.length === 0 ? (
            <Note
              title={
                filter.accepted === 'without' && acceptedCount > 0 ? 'All that is left is accepted' : 'No finding fits'
              }
            >
              <p>
                <button
                  type="button"
                  className="linked"
                  onClick={() => {
                    setText('');
                    change({ ...NO_FILTER, accepted: 'with' });
                  }}
                >
                  Show all {entries.length}
                </button>
              </p>
            </Note>
          ) : (
            <FindingsList groups={groups} at={entry?.index ?? -1} picked={picked} onChoose={choose} onPick={pick} />
          )}
          <aside className={styles.side} aria-label="About the finding">
            {code ? (
              <CodePanel at={code} onClose={() => change({ code: null })} />
            ) : (
              entry && (
                <FindingPanel
                  entry={entry}
                  value={value}
                  onCode={(where) => change({ code: where })}
                  onAccept={accept}
                  onMend={mend}
                />
              )
            )}
          </aside>
        </div>
      )}
      <Foot keys={mode === 'charts' ? [['?', 'keys']] : LIST_KEYS}>
        {entry && mode !== 'charts' && (
          <>
            <b>{entry.finding.component ?? entry.finding.file}</b>
            {entry.finding.name && ` · ${entry.finding.name}`}
          </>
        )}
      </Foot>
    </>
  );
}
