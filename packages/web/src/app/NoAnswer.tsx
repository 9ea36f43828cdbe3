/** What is shown where the server says nothing of any project: it is gone, or this browser has not been let in. */
import { Note } from '../parts/Note';
import { isLockedOut, messageOf } from './api';

export function NoAnswer({ error }: { error: unknown }) {
  if (!isLockedOut(error)) return <Note title="The projects could not be read">{messageOf(error)}</Note>;
  return (
    <Note title="This browser has not been let in">
      <p>
        Vectura answers only the browser that opened the address it printed when it was started, so that nobody else who
        works on this machine can read your code. Each start has an address of its own.
      </p>
      <p>
        Open the address that stands in the terminal: it ends in <code>?key=</code> and a secret. Once it was used, the
        next one stands below it.
      </p>
    </Note>
  );
}
