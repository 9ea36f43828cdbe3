/** What is shown where the server says nothing of any project: it is gone, or this browser has not been let in. */
import { Note } from '../../parts/Note';
import { isLockedOut, messageOf } from '../../api/api';

export function NoAnswer({ error }: { error: unknown }) {
  if (!isLockedOut(error)) return <Note title="The projects could not be read">{messageOf(error)}</Note>;
  return (
    <Note title="This browser has not been let in">
      <p>
        Vectura answers only the browser that opened the address it printed at startup, so nobody else on this machine
        can read your code. Each start prints a new address.
      </p>
      <p>
        Open the address shown in the terminal; it ends in <code>?key=</code> and a secret. Once that address has been
        used, the terminal shows the next one.
      </p>
    </Note>
  );
}
