/** What is worth mending: grouped by cause, worst first, each with its trail drawn small and the ways to mend it. */
import { TextInput } from '@mantine/core';
import type { Finding } from '@vectura/core';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useAcceptedQuery, useRulesQuery } from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { questionFor } from '../../project/question';
import { AppliedStrip } from '../shared/ApplyBar';
import { CodePanel } from '../shared/CodePanel';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { findingsSvg } from './findingsSvg';
import { Printed } from '../shared/Printed';
import { SaveAs } from '../shared/SaveAs';
import { FindingPanel } from './About';
import { findingFormats } from './formats';
import { AcceptBar } from './AcceptBar';
import { MendPart } from './MendPart';
import { FindingsList } from './FindingsList';
import {
  causes,
  entriesOf,
  groupsOf,
  narrow,
  topFolder,
  type Entry,
  type Filter,
  type Grouping,
  namesValue,
} from './findingsModel';
import styles from './FindingsView.module.css';

const Charts = lazy(async () => ({ default: (await import('./Charts')).Charts }));

const LEVELS = [
  ['every', 'every level'],
  ['error', 'errors'],
  ['warning', 'warnings'],
  ['note', 'notes'],
] as const;

const GROUPINGS = [
  ['cause', 'cause'],
  ['rule', 'rule'],
  ['folder', 'folder'],
] as const;

const ACCEPTED = [
  ['without', 'not accepted'],
  ['with', 'accepted or not'],
  ['only', 'accepted'],
] as const;

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
  const { data: ruleWords = [] } = useRulesQuery(undefined);
  const { data: accepted } = useAcceptedQuery(id);
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const level = (query.get('level') ?? 'every') as Filter['level'];
  const rule = query.get('rule') ?? '';
  const folder = query.get('folder') ?? '';
  const which = (query.get('accepted') ?? 'without') as Filter['accepted'];
  const by = (query.get('by') ?? 'cause') as Grouping;
  const charts = query.get('show') === 'charts';
  const mending = query.get('show') === 'mend' || query.get('show') === 'mend-all';
  // Typed letters are kept here, since the address follows a moment later.
  const [text, setText] = useState(query.get('text') ?? '');
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const entries = useMemo(() => entriesOf(document, accepted ?? []), [document, accepted]);
  const shown = useMemo(
    () => narrow(entries, { level, rule, folder, text, accepted: which }),
    [entries, level, rule, folder, text, which],
  );
  const causeOf = useMemo(() => causes(document), [document]);
  const groups = useMemo(
    () => groupsOf(shown, { by, causeOf, saysOf: (name) => ruleWords.find((one) => one.id === name)?.says ?? '' }),
    [shown, by, causeOf, ruleWords],
  );
  const inOrder = useMemo(() => groups.flatMap((group) => group.entries), [groups]);
  const asked = Number(query.get('at') ?? -1);
  const position = Math.max(
    0,
    inOrder.findIndex((entry) => entry.index === asked),
  );
  const entry = inOrder[position];
  const code = query.get('code');
  const rules = useMemo(() => [...new Set(entries.map(({ finding }) => finding.rule))], [entries]);
  const folders = useMemo(
    () => [...new Set(entries.map(({ finding }) => topFolder(finding.file)))].filter((name) => name !== '(top)').sort(),
    [entries],
  );
  const value = entry ? questionOf(entry.finding) : null;

  function questionOf(of: Finding): string | null {
    const component = document.components.find(
      (c) => c.name === of.component && (of.componentIds?.includes(c.id) ?? c.file === of.file),
    );
    if (!component || of.name === null) return null;
    if (of.rule === 'missing-provider') return `context:${of.name}`;
    return namesValue(of) ? questionFor(document, component.id, of.name) : null;
  }

  const draw = useCallback(
    () => findingsSvg(`${document.project.name}: ${shown.length} findings`, groups),
    [document.project.name, shown.length, groups],
  );

  const pick = (which: readonly Entry[], to: boolean): void =>
    setPicked((before) => {
      const after = new Set(before);
      for (const { index } of which)
        if (to) after.add(index);
        else after.delete(index);
      return after;
    });
  const choose = (to: Entry | undefined): void => {
    if (to) change({ at: String(to.index), code: null });
  };
  const accept = (): void => {
    if (entry && picked.size === 0) pick([entry], true);
    window.setTimeout(() => window.document.getElementById('accept-reason')?.focus(), 30);
  };

  const mend = (): void => {
    if (entry) change({ show: 'mend', at: String(entry.index), code: null });
  };

  useKeys((event) => {
    const key = event.key.toLowerCase();
    const onButton = event.target instanceof HTMLElement && /^(BUTTON|A)$/.test(event.target.tagName);
    if (key === 'j' || key === 'k')
      choose(inOrder[Math.max(0, Math.min(inOrder.length - 1, position + (key === 'j' ? 1 : -1)))]);
    else if (key === 'x' && entry) pick([entry], !picked.has(entry.index));
    else if (key === 'a') {
      event.preventDefault();
      accept();
    } else if (key === 'm') {
      if (mending) change({ show: null });
      else mend();
    } else if (key === 'g') change({ show: charts ? null : 'charts' });
    else if (key === 'enter' && value && !onButton) void navigate(`/p/${id}/trail?value=${encodeURIComponent(value)}`);
    else if (key === 'h' && value) void navigate(`/p/${id}/homes?value=${encodeURIComponent(value)}`);
    else if (key === 'c' && entry) change({ code: `${entry.finding.file}:${entry.finding.line}` });
    else if (key === 'escape') {
      if (mending) change({ show: null });
      else if (code) change({ code: null });
      else setPicked(new Set());
    }
  });

  if (entries.length === 0)
    return (
      <Note title="Nothing to report">
        <p>
          None of the {ruleWords.length} rules found anything in {document.components.length} components.{' '}
          <Link to={`/p/${id}/sheet`}>See who shares what on the sheet</Link>.
        </p>
      </Note>
    );

  const acceptedCount = entries.filter((one) => one.reason !== null).length;
  return (
    <>
      <div className="narrowing">
        <Pick
          label="Group by"
          value={by}
          options={GROUPINGS}
          onPick={(to) => change({ by: to === 'cause' ? null : to })}
        />
        <Pick
          label="Show"
          value={level}
          options={LEVELS}
          onPick={(to) => change({ level: to === 'every' ? null : to, at: null })}
        />
        <Pick
          label="of"
          value={rule}
          options={[['', 'every rule'] as const, ...rules.map((name) => [name, name] as const)]}
          onPick={(to) => change({ rule: to || null, at: null })}
        />
        <Pick
          label="in"
          value={folder}
          options={[['', 'every folder'] as const, ...folders.map((name) => [name, name] as const)]}
          onPick={(to) => change({ folder: to || null, at: null })}
        />
        <Pick
          label="that are"
          value={which}
          options={ACCEPTED}
          onPick={(to) => change({ accepted: to === 'without' ? null : to, at: null })}
        />
        <TextInput
          aria-label="Narrow by words"
          placeholder="narrow by words"
          value={text}
          variant="unstyled"
          classNames={{ input: 'text' }}
          onChange={(event) => {
            setText(event.currentTarget.value);
            change({ text: event.currentTarget.value || null, at: null });
          }}
        />
        <span className="quiet">
          {shown.length} of {entries.length}
          {acceptedCount > 0 && `, ${acceptedCount} accepted`}
        </span>
        <SaveAs formats={findingFormats(document, groups)} />
        <button type="button" className="linked strong" onClick={() => change({ show: charts ? null : 'charts' })}>
          {charts ? 'The list' : 'In figures'}
        </button>
      </div>
      <AppliedStrip />
      <Printed draw={draw} />
      {picked.size > 0 && (
        <AcceptBar entries={entries.filter((one) => picked.has(one.index))} onDone={() => setPicked(new Set())} />
      )}
      {charts ? (
        <Suspense fallback={<Note title="Drawing …" />}>
          <Charts
            entries={shown}
            onRule={(to) => change({ rule: to, show: null })}
            onFolder={(to) => change({ folder: to || null, show: null })}
          />
        </Suspense>
      ) : mending && entry ? (
        <>
          <p className={styles.mending}>
            <span className="quiet">{entry.finding.rule}</span> {entry.finding.message}
            <button type="button" className="linked" onClick={() => change({ show: null })}>
              Back to the list
            </button>
            <button
              type="button"
              className="linked"
              onClick={() => change({ show: query.get('show') === 'mend' ? 'mend-all' : 'mend' })}
            >
              {query.get('show') === 'mend' ? `All of ${entry.finding.rule}` : 'This one alone'}
            </button>
          </p>
          <MendPart finding={entry.finding} whole={query.get('show') === 'mend-all'} />
        </>
      ) : (
        <div className={styles.body}>
          {shown.length === 0 ? (
            <Note title={which === 'without' && acceptedCount > 0 ? 'All that is left is accepted' : 'No finding fits'}>
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
      <Foot keys={charts ? [['?', 'keys']] : LIST_KEYS}>
        {entry && !charts && (
          <>
            <b>{entry.finding.component ?? entry.finding.file}</b>
            {entry.finding.name && ` · ${entry.finding.name}`}
          </>
        )}
      </Foot>
    </>
  );
}
