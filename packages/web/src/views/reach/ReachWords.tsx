/** What is said of a reach: how many take part, and under which names each is reached. */
import type { Heard, Reach, Reached } from '@vectura/core/reach';
import { counted } from '../../parts/counted';
import { ValueLink } from '../shared/ValueLink';
import { sayHeard, sayReached, type ReachRow } from './reachModel';

export function Gets({ reach }: { reach: Reach }) {
  return (
    <p>
      gets to <b>{reach.to.length}</b>, and <b>{reach.from.length}</b> can get to it
    </p>
  );
}

export function HeardBy({ heard }: { heard: readonly Heard[] }) {
  const { hears, could } = sayHeard(heard);
  return (
    <p>
      {hears}
      {could > 0 && (
        <>
          , and <b>{could}</b> could hear it by accident
        </>
      )}
    </p>
  );
}

/** Whether a row is there because it hears the event: how it does is said before its names. */
export const isHearing = ({ heard }: ReachRow): boolean => heard === 'around' || heard === 'topic';

export function Names({
  component,
  reached,
  says,
  isHeard = false,
}: {
  component: string;
  reached: Reached;
  says: string;
  isHeard?: boolean;
}) {
  const { names } = reached;
  return (
    <span>
      <span className="quiet">{says} </span>
      {names.slice(0, 3).map((name, index) => (
        <span key={name}>
          {index > 0 && ', '}
          <ValueLink component={component} name={name}>
            {name}
          </ValueLink>
        </span>
      ))}
      <span className="quiet">{sayReached({ ...reached, names: [] }, isHeard)}</span>
      {names.length > 3 && <span className="quiet">, and {counted(names.length - 3, 'more name')}</span>}{' '}
    </span>
  );
}
