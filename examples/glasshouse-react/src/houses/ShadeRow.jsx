import { useState } from 'react';
import { ShadeSlat } from './ShadeSlat';

export function ShadeRow({ slats = 4 }) {
  const [lowered, setLowered] = useState(0);
  const rows = [];
  for (let slat = 0; slat < slats; slat++) {
    rows.push(<ShadeSlat key={slat} down={slat < lowered} onToggle={() => setLowered(slat + 1)} />);
  }
  return <div>{rows}</div>;
}
