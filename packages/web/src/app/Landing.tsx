/** The first page: the demo, or the list of projects where there is none. */
import { Navigate } from 'react-router';
import { Note } from '../parts/Note';
import { useProjectsQuery } from '../api/api';
import { NoAnswer } from '../views/shared/NoAnswer';

/** Of the demos, the one that is opened first. */
const DEMO = 'glasshouse-react';

export function Landing() {
  const { data, error } = useProjectsQuery(undefined);
  if (error) return <NoAnswer error={error} />;
  if (!data) return <Note title="Opening …" />;
  const demo = data.find(({ kind, name }) => kind === 'demo' && name === DEMO) ?? data[0];
  return <Navigate to={demo ? `/p/${demo.id}/sheet` : '/projects'} replace />;
}
