/** A name that leads to its trail. */
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useProject } from '../../project/useProject';
import { questionFor } from '../../project/question';

export function ValueLink({ component, name, children }: { component: string; name: string; children: ReactNode }) {
  const { id, document } = useProject();
  const value = questionFor(document, component, name);
  return (
    <Link to={`/p/${id}/trail?value=${encodeURIComponent(value)}`} title={`Follow ${value}`}>
      {children}
    </Link>
  );
}
