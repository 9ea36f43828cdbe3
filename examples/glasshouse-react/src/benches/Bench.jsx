import { Tray } from './Tray';

export function Bench({ bench, limits, units, onVent }) {
  return (
    <ul>
      {bench.trays.map((tray) => (
        <li key={tray.id}>
          <Tray tray={tray} limits={limits} units={units} onVent={(open) => onVent(tray.id, open)} />
        </li>
      ))}
    </ul>
  );
}
