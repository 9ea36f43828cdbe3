/** An address that leads nowhere, or a view that broke. */
import { Link, isRouteErrorResponse, useRouteError } from 'react-router';
import { Note } from '../parts/Note';

export function NoSuchPage() {
  const error = useRouteError();
  const broke = error instanceof Error && !isRouteErrorResponse(error);
  return (
    <Note title={broke ? 'This view failed' : 'There is nothing at this address'}>
      {broke && <p>{error.message}</p>}
      <p>
        <Link to="/">Open the demo</Link> or <Link to="/projects">choose a project</Link>.
      </p>
    </Note>
  );
}
