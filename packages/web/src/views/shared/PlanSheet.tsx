/** A plan on one sheet: what is done in order, what each file becomes, and what a survey of the edited files says. */
import type { ChangedFile, PlanStep } from '@vectura/core';
import { useMemo, useState, type ReactNode } from 'react';
import { counted } from '../../parts/counted';
import { ApplyBar } from './ApplyBar';
import { countLines, diffLines, patchOf } from './diffLines';
import { save } from './save';
import styles from './PlanSheet.module.css';

interface Props {
  steps: readonly PlanStep[];
  files: readonly ChangedFile[];
  complete: boolean;
  /** What the survey of the edited files says, in sentences. */
  proof: ReactNode;
  /** What the patch is called when it is saved. */
  name: string;
  /** The step that the reader is at; the first one unless it is given. */
  at: number;
  onStep(at: number): void;
  /** What the server writes on request: a way of a value, or a mend. */
  of: object;
  /** What more may be done with it. */
  more?: ReactNode;
}

export function PlanSheet({ steps, files, complete, proof, name, at, onStep, of, more }: Props) {
  const lines = useMemo(() => countLines(files), [files]);
  const here = new Set(steps[at]?.files ?? []);
  const shown = [...files].sort((a, b) => Number(here.has(b.path)) - Number(here.has(a.path)));
  return (
    <div className={styles.plan}>
      <section className={styles.order} aria-label="Steps">
        <h2>
          {counted(steps.length, 'step')}, {counted(files.length, 'file')}
          <span className="quiet">
            {' '}
            {counted(lines.added, 'line')} more, {lines.removed} fewer
          </span>
        </h2>
        <ol>
          {steps.map((step, index) => (
            <li key={index} data-at={index === at}>
              <button type="button" className="plain" aria-pressed={index === at} onClick={() => onStep(index)}>
                {step.by === 'hand' && <b>By hand. </b>}
                {step.says}
              </button>
            </li>
          ))}
        </ol>
        <h2>After it</h2>
        <div className={styles.proof}>{proof}</div>
        <p className="quiet">
          {complete ? 'Nothing is left to do by hand.' : 'Steps marked “by hand” are left to you.'} Nothing on the disk
          is changed by looking.
        </p>
        {files.length > 0 && <TakeAway text={patchOf(files)} name={name} />}
        <ApplyBar of={of} files={files.length} />
        {more}
      </section>
      <section className={styles.files} aria-label="Files">
        {shown.length === 0 && <p className="quiet">No file is edited: the steps are for you to do.</p>}
        {shown.map((file) => (
          <FileDiff key={file.path} file={file} isHere={here.has(file.path)} />
        ))}
      </section>
    </div>
  );
}

function TakeAway({ text, name }: { text: string; name: string }) {
  const [copied, setCopied] = useState('');
  const copy = (): void => {
    navigator.clipboard.writeText(text).then(
      () => setCopied('Copied.'),
      () => setCopied('The browser does not let the page copy. Save it instead.'),
    );
  };
  return (
    <p className={styles.take}>
      <button type="button" className="linked strong" onClick={() => save(`${name}.patch`, text)}>
        Save the patch
      </button>
      <button type="button" className="linked" onClick={copy}>
        Copy it
      </button>
      <span role="status">{copied}</span>
    </p>
  );
}

const SIGN = { kept: '', added: '+', removed: '−', gap: '' } as const;

function FileDiff({ file, isHere }: { file: ChangedFile; isHere: boolean }) {
  const lines = useMemo(() => diffLines(file.diff), [file.diff]);
  return (
    <article className={styles.file} data-here={isHere}>
      <h3>
        {file.path} {file.change === 'add' && <span className="quiet">new</span>}
      </h3>
      {/* A long line is scrolled to, also by the keyboard. */}
      <div className={styles.lines} role="region" aria-label={`Changes of ${file.path}`} tabIndex={0}>
        {lines.map(({ kind, text, line }, index) => (
          <div key={index} data-kind={kind}>
            <i>{line}</i>
            <b>{SIGN[kind]}</b>
            <code>
              {/^\s*/.exec(text)?.[0]}
              <span>{kind === 'gap' ? '⋯' : text.trimStart() || ' '}</span>
            </code>
          </div>
        ))}
      </div>
    </article>
  );
}
