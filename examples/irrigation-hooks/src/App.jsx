import { useCallback, useMemo, useRef, useState } from 'react';
import { PressureProvider } from './pressure';
import { RoundProvider } from './round';
import { Rounds } from './Rounds';
import { Clock } from './Clock';
import { Valve } from './Valve';

const ROUNDS = [
  { id: 'r1', name: 'early', litres: { plan: 40 } },
  { id: 'r2', name: 'late', litres: { plan: 25 } },
];

export function App() {
  const [open, setOpen] = useState({ ids: ['r1'] });
  const valve = useRef(null);
  const toggle = useCallback(
    (id) =>
      setOpen((before) => ({
        ids: before.ids.includes(id) ? before.ids.filter((one) => one !== id) : [...before.ids, id],
      })),
    [],
  );
  const shown = useMemo(() => ROUNDS.filter((round) => open.ids.includes(round.id)), [open]);
  return (
    <PressureProvider start={3}>
      <Clock />
      <Rounds rounds={ROUNDS} open={open} onToggle={toggle} />
      <PressureProvider start={5}>
        <RoundProvider rounds={shown}>
          <Valve ref={valve} label="main" />
        </RoundProvider>
      </PressureProvider>
      <button onClick={() => valve.current.shut()}>shut</button>
    </PressureProvider>
  );
}
