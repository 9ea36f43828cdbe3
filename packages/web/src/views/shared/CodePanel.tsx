/** A whole file beside an answer. */
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { messageOf, useFileQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import styles from './CodePanel.module.css';

const CodeEditor = lazy(async () => ({ default: (await import('./CodeEditor')).CodeEditor }));

/** `path:line` or `path:line:name`, as the address holds it. */
export function parseAt(at: string): { path: string; line: number; name: string } {
  const found = /^(.*?):(\d+)(?::([\w$]+))?$/.exec(at);
  return { path: found?.[1] ?? at, line: Number(found?.[2] ?? 1), name: found?.[3] ?? '' };
}

export function CodePanel({ at, onClose }: { at: string; onClose(): void }) {
  const { id } = useProject();
  const { path, line, name } = parseAt(at);
  const { data, error } = useFileQuery({ id, path });
  return (
    <section className={styles.panel} aria-label={`Code of ${path}`}>
      <header>
        <Link to={`/p/${id}/code?at=${encodeURIComponent(at)}`} title={`${path}: the whole file on a page of its own`}>
          {path}
        </Link>
        <button type="button" className="plain" onClick={onClose}>
          close
        </button>
      </header>
      {error ? <p className={styles.error}>{messageOf(error)}</p> : null}
      <Suspense fallback={<p className={styles.error}>Opening …</p>}>
        {data && <CodeEditor file={data} line={line} name={name} onClose={onClose} />}
      </Suspense>
      <p className={styles.hint}>Click an underlined name to follow it, or press Enter on it.</p>
    </section>
  );
}
