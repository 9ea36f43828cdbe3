/** What is worth mending: grouped by cause, worst first, each with its trail drawn small and the ways to mend it. */
import { TextInput } from '@mantine/core';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useRulesQuery } from '../../app/api';
import { useKeys } from '../../app/useKeys';
import { useAddress, useProject } from '../../app/useProject';
import { questionFor } from '../../model/question';
import { CodePanel } from '../../parts/CodePanel';
import { Excerpt } from '../../parts/Excerpt';
import { Foot } from '../../parts/Foot';
import { Note } from '../../parts/Note';
import { Pick } from '../../parts/Pick';
import { MiniTrail } from './MiniTrail';
import { groups, narrow, type Filter } from './findingsModel';
import styles from './FindingsView.module.css';
import type { Finding } from '@vectura/core';

const LEVELS = [
  ['every', 'every level'],
  ['error', 'errors'],
  ['warning', 'warnings'],
  ['note', 'notes'],
] as const;

export function FindingsView() {
  const { id, document } = useProject();
  const { data: ruleWords = [] } = useRulesQuery(undefined);
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const level = (query.get('level') ?? 'every') as Filter['level'];
  const rule = query.get('rule') ?? '';
  // Typed letters are kept here, since the address follows a moment later.
  const [text, setText] = useState(query.get('text') ?? '');
  const shown = useMemo(() => narrow(document.findings, { level, rule, text }), [document.findings, level, rule, text]);
  const at = Number(query.get('at') ?? shown[0]?.index ?? -1);
  const position = shown.findIndex((entry) => entry.index === at);
  const finding = shown[position]?.finding ?? shown[0]?.finding;
  const code = query.get('code');
  const current = useRef<HTMLButtonElement>(null);
  const rules = useMemo(() => [...new Set(document.findings.map((f) => f.rule))], [document.findings]);

  const value = finding ? questionOf(finding) : null;
  function questionOf(of: Finding): string | null {
    const component = document.components.find(
      (c) => c.name === of.component && (of.componentIds?.includes(c.id) ?? c.file === of.file),
    );
    if (!component || of.name === null) return null;
    if (of.rule === 'missing-provider') return `context:${of.name}`;
    return of.rule === 'unresolved' ? null : questionFor(document, component.id, of.name);
  }

  useKeys((event) => {
    const key = event.key.toLowerCase();
    const step = key === 'j' ? 1 : key === 'k' ? -1 : 0;
    if (step !== 0) {
      const next = shown[Math.max(0, Math.min(shown.length - 1, Math.max(0, position) + step))];
      if (next) change({ at: String(next.index), code: null });
    } else if (key === 'enter' && value && event.target === window.document.body)
      void navigate(`/p/${id}/trail?value=${encodeURIComponent(value)}`);
    else if (key === 'h' && value) void navigate(`/p/${id}/homes?value=${encodeURIComponent(value)}`);
    else if (key === 'escape') change({ code: null });
  });

  useEffect(() => {
    current.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  if (document.findings.length === 0)
    return (
      <Note title="Nothing to report">
        <p>
          None of the {ruleWords.length} rules found anything in {document.components.length} components.{' '}
          <Link to={`/p/${id}/sheet`}>See who shares what on the sheet</Link>.
        </p>
      </Note>
    );

  return (
    <>
      <div className={styles.status}>
        <Pick
          label="Show"
          value={level}
          options={LEVELS}
          onPick={(to) => change({ level: to === 'every' ? null : to, at: null })}
        />
        <Pick
          label="of"
          value={rule}
          options={[['', 'every rule'] as const, ...rules.map((id) => [id, id] as const)]}
          onPick={(to) => change({ rule: to || null, at: null })}
        />
        <TextInput
          aria-label="Narrow by words"
          placeholder="narrow by words"
          value={text}
          variant="unstyled"
          classNames={{ input: styles.text ?? '' }}
          onChange={(event) => {
            setText(event.currentTarget.value);
            change({ text: event.currentTarget.value || null, at: null });
          }}
        />
        <span className="quiet">
          {shown.length} of {document.findings.length}
        </span>
      </div>
      <div className={styles.body}>
        <div className={styles.list}>
          {shown.length === 0 && (
            <Note title="No finding fits">
              <p>
                <button
                  type="button"
                  className="plain"
                  style={{ textDecoration: 'underline' }}
                  onClick={() => {
                    setText('');
                    change({ level: null, rule: null, text: null, at: null });
                  }}
                >
                  Show all {document.findings.length}
                </button>
              </p>
            </Note>
          )}
          {groups(shown).map((group) => (
            <section key={group.rule}>
              <header className={styles.group}>
                <span>
                  <b>{group.rule}</b> {ruleWords.find((one) => one.id === group.rule)?.says}
                </span>
                <span className="quiet">
                  {group.level} · {group.findings.length}
                </span>
              </header>
              {group.findings.map((entry) => (
                <button
                  key={entry.index}
                  ref={entry.index === at ? current : undefined}
                  type="button"
                  aria-pressed={entry.finding === finding}
                  className={entry.finding === finding ? styles.chosen : styles.finding}
                  onClick={() => change({ at: String(entry.index), code: null })}
                >
                  <MiniTrail finding={entry.finding} />
                  <span className={styles.message}>
                    {entry.finding.message}
                    <span className="quiet">
                      {' '}
                      {entry.finding.file}:{entry.finding.line}
                    </span>
                  </span>
                </button>
              ))}
            </section>
          ))}
        </div>
        <aside className={styles.side} aria-label="About the finding">
          {code ? (
            <CodePanel at={code} onClose={() => change({ code: null })} />
          ) : (
            finding && <About finding={finding} value={value} onCode={(where) => change({ code: where })} />
          )}
        </aside>
      </div>
      <Foot
        keys={[
          ['J K', 'finding by finding'],
          ['Enter', 'follow'],
          ['H', 'homes'],
          ['?', 'keys'],
        ]}
      >
        {finding && (
          <>
            <b>{finding.component ?? finding.file}</b>
            {finding.name && ` · ${finding.name}`}
          </>
        )}
      </Foot>
    </>
  );
}

function About({ finding, value, onCode }: { finding: Finding; value: string | null; onCode(at: string): void }) {
  const { id } = useProject();
  const { data: ruleWords = [] } = useRulesQuery(undefined);
  const rule = ruleWords.find((one) => one.id === finding.rule);
  const weighs = finding.rule === 'drilled-prop' || finding.rule === 'relayed-event';
  return (
    <div className={styles.about}>
      <p className="quiet">
        {finding.rule} · {finding.level}
      </p>
      <p className={styles.says}>{finding.message}</p>
      <h2>Why it matters</h2>
      <p>{rule?.why}</p>
      <h2>What to do</h2>
      <p>{rule?.todo}</p>
      {value && (
        <p className={styles.ways}>
          <Link to={`/p/${id}/trail?value=${encodeURIComponent(value)}`}>Follow it</Link>
          {weighs && <Link to={`/p/${id}/homes?value=${encodeURIComponent(value)}`}>Weigh its homes</Link>}
        </p>
      )}
      <h2>In the code</h2>
      <Excerpt
        file={finding.file}
        marks={[{ line: finding.line, column: finding.column, length: 0, name: finding.name ?? '', what: 'arrives' }]}
        onOpen={onCode}
      />
      {finding.related.map((related, index) => (
        <button
          key={index}
          type="button"
          className={styles.related}
          onClick={() => onCode(`${related.file}:${related.line}`)}
        >
          <span className="quiet">
            {related.file}:{related.line}
          </span>{' '}
          {related.note}
        </button>
      ))}
    </div>
  );
}
