import { useState } from 'react';

export function VentLever({ onVent }) {
  const [pulled, setPulled] = useState(false);

  const pull = () => {
    setPulled(!pulled);
    onVent(!pulled);
  };

  return <button onClick={pull}>{pulled ? 'shut the vent' : 'open the vent'}</button>;
}
