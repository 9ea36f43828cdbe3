/** One finding: what it says, why it matters, what to do, its lines of code. */
import type { Finding } from '@vectura/core';
import { Link } from 'react-router';
import { useRulesQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import { Excerpt } from '../shared/Excerpt';
import type { Entry } from './findingsModel';
import styles from './FindingsView.module.css';

interface FindingPanelProps {
  entry: Entry;
  /** How the value it is about is asked for. */
  value: string | null;
  onCode(at: string): void;
  onAccept(): void;
  onMend(): void;
}

const WEIGHED = new Set<Finding['rule']>(['drilled-prop', 'relayed-event', 'high-home', 'split-state']);

export function FindingPanel({ entry: { finding, reason }, value, onCode, onAccept, onMend }: FindingPanelProps) {
  const { id } = useProject();
  const { data: rules = [] } = useRulesQuery(undefined);
  const rule = rules.find((one) => one.id === finding.rule);
  return (
    <div className={styles.about}>
      <p className="quiet">
        {finding.rule} · {finding.level}
      </p>
      <p className={styles.says}>{finding.message}</p>
      {reason !== null && <p className={styles.reason}>Accepted: {reason}</p>}
      {finding.effect !== undefined && (
        <>
          <h2>What happens</h2>
          <p>{finding.effect}</p>
        </>
      )}
      <h2>What to do</h2>
      <p>{finding.todo ?? rule?.todo}</p>
      <h2>Why it matters</h2>
      <p>{rule?.why}</p>
      <p className={styles.ways}>
        <button type="button" className="linked strong" onClick={onMend}>
          Mend it
        </button>
        {value && <Link to={`/p/${id}/trail?value=${encodeURIComponent(value)}`}>Follow it</Link>}
        {value && WEIGHED.has(finding.rule) && (
          <Link to={`/p/${id}/homes?value=${encodeURIComponent(value)}`}>Weigh its homes</Link>
        )}
        <button type="button" className="linked strong" onClick={onAccept}>
          {reason === null ? 'Accept it' : 'Change the acceptance'}
        </button>
      </p>
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
          className={`plain ${styles.related}`}
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
