import { memo } from 'react';
import { usePressure } from './pressure';

export const Rounds = memo(function Rounds({ rounds, open, onToggle }) {
  return (
    <ul>
      {rounds.map((round) => (
        <RoundRow key={round.id} round={round} open={open} onToggle={() => onToggle(round.id)} />
      ))}
    </ul>
  );
});

function RoundRow({ round, open, ...handlers }) {
  const [pressure] = usePressure();
  return (
    <li>
      {open.ids.includes(round.id) ? <Litres litres={round.litres} pressure={pressure} /> : null}
      <RowButtons {...handlers} name={round.name} />
    </li>
  );
}

function Litres({ litres, pressure }) {
  return (
    <b>
      {litres.plan} at {pressure.bar}
    </b>
  );
}

function RowButtons({ name, onToggle }) {
  return <button onClick={onToggle}>{name}</button>;
}
