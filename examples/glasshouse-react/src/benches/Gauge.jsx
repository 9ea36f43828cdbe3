import { degrees } from '../shared/degrees';
import { Dial } from './Dial';

export function Gauge({ gauge, limits, scale }) {
  const { kind, value } = gauge;
  const shown = kind === 'temperature' ? degrees(value, scale) : `${value} %`;
  const outside = kind === 'temperature' && (value < limits.low || value > limits.high);
  return (
    <span className={outside ? 'alarm' : undefined}>
      {kind}: {shown}
      <Dial turn={value / 40} />
    </span>
  );
}
