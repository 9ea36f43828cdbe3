/** What there is to say of one component: what it is given, what it tells, what it has to do with which value. */
import { Link } from 'react-router';
import { useAddress, useProject } from '../../project/useProject';
import { DOES } from '../../parts/carriers';
import { Excerpt } from '../shared/Excerpt';
import { ValueLink } from '../shared/ValueLink';
import { pagesFor, type Column, type Row } from './sheetModel';
import type { Role } from '@vectura/core';
import styles from './CellPanel.module.css';

const ORDER: readonly Role[] = ['home', 'provider', 'reader', 'writer', 'relay'];
const MOST = 14;

export function ComponentPanel({ row, columns }: { row: Row; columns: readonly Column[] }) {
  const { id, document } = useProject();
  const [, change] = useAddress();
  const { component } = row;
  const findings = document.findings.filter((finding) => finding.componentIds?.includes(component.id));
  const pages = pagesFor(document.sites, component.id);
  const byRole = ORDER.flatMap((role) => {
    const list = columns.filter((column) => column.marks.get(component.id)?.roles.includes(role));
    return list.length > 0 ? [{ role, list }] : [];
  });
  return (
    <div className={styles.panel}>
      <p className="quiet">
        component · {component.family}
        {pages.length > 0 && ` · may be placed on ${pages.join(', ')}`}
        {row.route !== null && ` · shown at ${row.route}`}
        {row.elsewhere > 0 && ` · written in ${row.elsewhere + 1} components`}
      </p>
      <h1>{component.name}</h1>
      <dl className={styles.facts}>
        {component.props.length > 0 && (
          <div>
            <dt>is given</dt>
            <dd>
              {component.props.slice(0, MOST).map((prop, index) => (
                <span key={prop.name}>
                  {index > 0 && ', '}
                  <ValueLink component={component.id} name={prop.name}>
                    {prop.name}
                  </ValueLink>
                </span>
              ))}
              {component.props.length > MOST && ` and ${component.props.length - MOST} more`}
            </dd>
          </div>
        )}
        {byRole.map(({ role, list }) => (
          <div key={role}>
            <dt>{role === 'home' ? 'holds' : WORDS[role]}</dt>
            <dd title={DOES[role]}>
              {list.slice(0, MOST).map((column, index) => (
                <span key={column.cell.id}>
                  {index > 0 && ', '}
                  <button
                    type="button"
                    className="linked"
                    onClick={() => change({ cell: column.cell.id, component: component.id })}
                  >
                    {column.label}
                  </button>
                </span>
              ))}
              {list.length > MOST && ` and ${list.length - MOST} more`}
            </dd>
          </div>
        ))}
      </dl>
      {findings.length > 0 && (
        <p className={styles.finding}>
          {findings.length === 1 ? findings[0]?.message : `${findings.length} findings name it.`}{' '}
          <Link to={`/p/${id}/findings?text=${encodeURIComponent(component.name)}`}>See</Link>
        </p>
      )}
      <Excerpt
        file={component.file}
        marks={[{ line: component.line, column: component.column, length: 0, name: component.name, what: 'arrives' }]}
        onOpen={(at) => change({ code: at })}
      />
      <p className={styles.ways}>
        <Link to={`/p/${id}/reach?from=${encodeURIComponent(component.id)}`}>What can it get to?</Link>
        <button type="button" className="linked" onClick={() => change({ below: component.id })}>
          Show only what is below it
        </button>
      </p>
    </div>
  );
}

const WORDS: Record<Role, string> = {
  home: 'holds',
  provider: 'provides',
  reader: 'reads',
  writer: 'changes',
  relay: 'only carries',
};
