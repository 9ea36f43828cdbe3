import { forwardRef, useImperativeHandle, useState } from 'react';
import { usePressure } from './pressure';
import { useRounds } from './round';

export const Valve = forwardRef(function Valve({ label }, ref) {
  const [state, setState] = useState({ shut: false });
  const [pressure] = usePressure();
  const rounds = useRounds();
  useImperativeHandle(ref, () => ({ shut: () => setState({ shut: true }) }));
  return (
    <section>
      {label}
      <Wheel state={state} pressure={pressure} onTurn={() => setState({ shut: !state.shut })} />
      {rounds.map((round) => (
        <Note key={round.id} round={round} />
      ))}
    </section>
  );
});

function Wheel({ state, pressure, onTurn }) {
  return <button onClick={onTurn}>{state.shut ? 'shut' : pressure.bar}</button>;
}

function Note({ round }) {
  return <i>{round.name}</i>;
}
