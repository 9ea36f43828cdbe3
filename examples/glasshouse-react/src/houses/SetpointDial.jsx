import { degrees } from '../shared/degrees';
import { useSetpoints } from '../shared/setpoints';

export function SetpointDial({ zone, limits, units }) {
  const { targets, setTarget } = useSetpoints();
  const target = targets[zone] ?? limits.low;
  return (
    <label>
      {degrees(target, units)}
      <input
        type="range"
        min={limits.low}
        max={limits.high}
        value={target}
        onChange={(event) => setTarget(zone, Number(event.target.value))}
      />
    </label>
  );
}
