/** What stands in the place of a trail where there is none. */
import type { TrailDocument } from '@vectura/core';
import { Note } from '../../parts/Note';

export function NoTrail({ data, onCode }: { data: TrailDocument; onCode(where: string): void }) {
  const home = data.homes[0];
  return (
    <Note
      title={
        data.cut
          ? `${data.asked.name} was not followed to its end`
          : data.readers.length > 0
            ? `${data.asked.name} does not leave ${home?.component ?? 'its home'}`
            : `No trail of ${data.asked.name} leads to a reader`
      }
    >
      <p>
        {data.cut
          ? `Where it goes from ${home?.component ?? 'its home'} could not be followed: ${data.cut}.`
          : data.readers.length > 0
            ? 'It is read and changed there alone.'
            : 'Nothing that could be followed reads it.'}{' '}
        Its code is at{' '}
        {home && (
          <button type="button" className="linked" onClick={() => onCode(`${home.file}:${home.line}:${home.cell}`)}>
            {home.file}:{home.line}
          </button>
        )}
        .
      </p>
    </Note>
  );
}
