import { useEffect, useState } from 'react';
import { usePressure } from './pressure';

function useTicks(every) {
  const [ticks, setTicks] = useState({ count: 0 });
  useEffect(() => {
    const timer = setInterval(() => setTicks((before) => ({ count: before.count + 1 })), every);
    return () => clearInterval(timer);
  }, [every]);
  return { ticks, restart: () => setTicks({ count: 0 }) };
}

export function Clock() {
  const { ticks, restart } = useTicks(200);
  const [pressure, raise] = usePressure();
  return (
    <header>
      <Dial ticks={ticks} onRestart={restart} />
      <button onClick={raise}>raise to {pressure.bar + 1}</button>
    </header>
  );
}

function Dial({ ticks, onRestart }) {
  return <button onClick={onRestart}>{ticks.count}</button>;
}
