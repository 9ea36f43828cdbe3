/** Accepting the findings that are picked, with a reason; or taking that back. */
import { Button, TextInput } from '@mantine/core';
import { counted } from '../../parts/counted';
import { useState } from 'react';
import { messageOf, useAcceptMutation, useProjectsQuery, useWithdrawMutation, type FindingName } from '../../api/api';
import { useProject } from '../../project/useProject';
import type { Entry } from './findingsModel';
import styles from './AcceptBar.module.css';

interface AcceptBarProps {
  entries: readonly Entry[];
  onDone(): void;
}

export function AcceptBar({ entries, onDone }: AcceptBarProps) {
  const { id } = useProject();
  const { data: projects } = useProjectsQuery(undefined);
  const [accept, accepting] = useAcceptMutation();
  const [withdraw, withdrawing] = useWithdrawMutation();
  const [reason, setReason] = useState('');
  const [inFile, setInFile] = useState(false);
  const ownFolder = projects?.find((project) => project.id === id)?.kind === 'folder';
  const names = entries.map(({ finding: { rule, component, name, file } }): FindingName => ({
    rule,
    component,
    name,
    file,
  }));
  const accepted = entries.filter((entry) => entry.reason !== null).length;
  const error = accepting.error ?? withdrawing.error;
  const many = counted(entries.length, 'finding');
  return (
    <form
      className={`narrowing ${styles.bar}`}
      aria-label="Accept findings"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() === '') return;
        void accept({ id, findings: names, reason, inFile })
          .unwrap()
          .then(onDone, () => undefined);
      }}
    >
      <label htmlFor="accept-reason">Accept {many}, because</label>
      <TextInput
        id="accept-reason"
        value={reason}
        placeholder="the reason, for whoever reads it later"
        classNames={{ root: styles.reason ?? '' }}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      {ownFolder && (
        <label>
          <input type="checkbox" checked={inFile} onChange={(event) => setInFile(event.currentTarget.checked)} /> also
          in vectura.config.json
        </label>
      )}
      <Button type="submit" disabled={reason.trim() === ''} loading={accepting.isLoading}>
        Accept
      </Button>
      {accepted > 0 && (
        <Button
          loading={withdrawing.isLoading}
          onClick={() =>
            void withdraw({ id, findings: names })
              .unwrap()
              .then(onDone, () => undefined)
          }
        >
          Take back {accepted === entries.length ? '' : accepted}
        </Button>
      )}
      <button type="button" className="linked" onClick={onDone}>
        pick none
      </button>
      {error ? <p role="alert">{messageOf(error)}</p> : null}
    </form>
  );
}
