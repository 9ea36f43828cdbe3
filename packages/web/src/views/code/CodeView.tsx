/** A whole file: what each name is in its margin, the findings of its lines, and all its values beside it. */
import { Autocomplete } from '@mantine/core';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { messageOf, useFileQuery } from '../../api/api';
import { useAddress, useProject } from '../../project/useProject';
import { parseAt } from '../shared/CodePanel';
import { Foot } from '../../parts/Foot';
import { byLine, sayMargin } from '../../parts/marginWords';
import { Note } from '../../parts/Note';
import { ValueLink } from '../shared/ValueLink';
import styles from './CodeView.module.css';

const CodeEditor = lazy(async () => ({ default: (await import('../shared/CodeEditor')).CodeEditor }));

export function CodeView() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const files = useMemo(
    // Markup in a file of its own passes values on, and holds no component.
    () => [...new Set([...document.components, ...document.hops].map(({ file }) => file))].sort(),
    [document.components, document.hops],
  );
  const asked = query.get('at') ?? `${files[0] ?? ''}:1`;
  const { path, line, name } = parseAt(asked);
  const { currentData: data, error } = useFileQuery({ id, path }, { skip: path === '' });
  const [typed, setTyped] = useState('');
  const [caret, setCaret] = useState(line);
  const lines = useMemo(() => byLine(data?.margin ?? []), [data]);
  const findings = document.findings.filter((finding) => finding.file === path);
  const here = [
    ...findings.filter((finding) => finding.line === caret).map((finding) => finding.message),
    ...(lines.get(caret) ?? []).map(sayMargin),
  ];
  const open = (to: string): void => {
    setTyped('');
    change({ at: `${to}:1` }, true);
  };
  if (path === '') return <Note title="No file holds a component" />;
  return (
    <>
      <div className="headline">
        <h1>{path.slice(path.lastIndexOf('/') + 1)}</h1>
        <p>{path.slice(0, Math.max(0, path.lastIndexOf('/')))}</p>
        <Autocomplete
          aria-label="Open another file"
          placeholder="another file"
          data={files}
          limit={14}
          value={typed}
          onChange={setTyped}
          onOptionSubmit={open}
          classNames={{ root: styles.files ?? '' }}
        />
      </div>
      <div className={styles.body}>
        <div className={styles.code}>
          {error ? (
            <Note title="The file could not be read">{messageOf(error)}</Note>
          ) : (
            <Suspense fallback={<Note title="Opening …" />}>
              {data && (
                <CodeEditor
                  file={data}
                  line={line}
                  name={name}
                  wide
                  onClose={() => window.document.getElementById('root')?.focus()}
                  onLine={setCaret}
                />
              )}
            </Suspense>
          )}
        </div>
        <aside className={styles.side} aria-label="What is in the file">
          {data?.components.map((component) => {
            const own = data.margin.filter((entry) => entry.component === component.id);
            return (
              <section key={component.id}>
                <h2>
                  <Link to={`/p/${id}/sheet?component=${encodeURIComponent(component.id)}`}>{component.component}</Link>
                </h2>
                <ul>
                  {own.map((entry) => (
                    <li key={`${entry.line}.${entry.name}`}>
                      <ValueLink component={component.id} name={entry.name}>
                        {entry.name}
                      </ValueLink>
                      <span className="quiet">{sayMargin(entry).slice(entry.name.length + 1)}</span>
                    </li>
                  ))}
                  {own.length === 0 && (
                    <li className="quiet">
                      {component.id.startsWith(`${path}#`) ? (
                        'passes nothing on and is passed nothing'
                      ) : (
                        <>
                          This is its markup. What it takes and passes on is listed beside{' '}
                          <button type="button" className="linked" onClick={() => open(fileOf(component.id))}>
                            its class
                          </button>
                          .
                        </>
                      )}
                    </li>
                  )}
                </ul>
              </section>
            );
          })}
          {findings.length > 0 && <h2>Findings</h2>}
          {findings.map((finding, index) => (
            <p key={index} className={styles.finding}>
              <button
                type="button"
                className="plain"
                onClick={() => change({ at: `${path}:${finding.line}${finding.name ? `:${finding.name}` : ''}` })}
              >
                {finding.message} <span className="quiet">line {finding.line}</span>
              </button>
            </p>
          ))}
        </aside>
      </div>
      <Foot
        keys={[
          ['↑ ↓', 'line by line'],
          ['← →', 'name by name'],
          ['Enter', 'follow'],
          ['?', 'keys'],
        ]}
      >
        {here.length > 0 ? (
          <>
            <b>Line {caret}</b> — {here.join('; ')}
          </>
        ) : (
          `Line ${caret}`
        )}
      </Foot>
    </>
  );
}

/** The file in a component's id: `src/bed.js#Bed`. */
function fileOf(component: string): string {
  return component.slice(0, component.lastIndexOf('#'));
}
