/** Decisions about where values live: one is kept beside its plan, and all are told with what the newest survey says of them. */
import type { OptionKind } from '@vectura/core';
import type { DecisionWithState } from '@vectura/server/schemas';
import { useState } from 'react';
import { Link } from 'react-router';
import { messageOf, useDecideMutation, useDecisionsQuery, useDropDecisionMutation } from '../../api/api';
import { useProject } from '../../project/useProject';
import { fileName, save } from '../shared/save';
import styles from './Decisions.module.css';

const STATE: Record<DecisionWithState['state'], string> = {
  open: 'not carried out',
  holds: 'holds',
  broken: 'no longer holds',
};

/** Asks for the reason, and keeps the decision for a way with it. */
export function Decide({ value, way, also }: { value: string; way: OptionKind; also: readonly string[] }) {
  const { id, document } = useProject();
  const [decide, { data, error, isLoading }] = useDecideMutation();
  const [reason, setReason] = useState('');
  const isSaved = data?.value === value && data.way === way;
  return (
    <form
      className={styles.decide}
      onSubmit={(event) => {
        event.preventDefault();
        void decide({ id, value, way, also, reason });
      }}
    >
      <label htmlFor="decision-reason">Decide for this way, because</label>
      <textarea
        id="decision-reason"
        rows={2}
        maxLength={2000}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
      />
      <p>
        <button type="submit" className="linked strong" disabled={isLoading || reason.trim() === ''}>
          Keep the decision
        </button>
        {isSaved && (
          <>
            <span className="quiet">Kept.</span>
            <button
              type="button"
              className="linked"
              onClick={() =>
                save(`${fileName(document.project.name, data.name, data.way)}.md`, data.text, 'text/markdown')
              }
            >
              Save it as Markdown
            </button>
          </>
        )}
      </p>
      {error !== undefined && <p role="alert">{messageOf(error)}</p>}
    </form>
  );
}

/** All decisions of the project, the last first; nothing where there are none. */
export function Decisions() {
  const { id, document } = useProject();
  const { data } = useDecisionsQuery(id);
  const [drop] = useDropDecisionMutation();
  if (!data || data.length === 0) return null;
  return (
    <section className={styles.decisions} aria-label="Decisions">
      <h2>Decided</h2>
      <ul>
        {data.map(({ at, value, name, way, to, reason, state, says, text }) => (
          <li key={at} data-state={state}>
            <Link to={`?value=${encodeURIComponent(value)}&way=${way}`}>{name}</Link>
            <span>
              {way}
              {to !== null && `, ${to}`}
            </span>
            <span title={says}>
              <em>{STATE[state]}</em>
              {state !== 'holds' && ` · ${says}`}
            </span>
            <span className="quiet" title={reason}>
              {at.slice(0, 10)} · {reason}
            </span>
            <button
              type="button"
              className="linked"
              onClick={() => save(`${fileName(document.project.name, name, way)}.md`, text, 'text/markdown')}
            >
              Save
            </button>
            <button type="button" className="linked" onClick={() => void drop({ id, at })}>
              Drop
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
