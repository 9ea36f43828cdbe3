import { Clock } from './Clock';
import { FeedStatus } from './FeedStatus';
import { OperatorBadge } from './OperatorBadge';
import { UnitSwitch } from './UnitSwitch';

export function TopBar({ units, onUnits, openAlarms, onAlarms }) {
  return (
    <header>
      <strong>Glasshouse</strong>
      <UnitSwitch units={units} onPick={onUnits} />
      <button onClick={() => onAlarms(!openAlarms)}>{openAlarms ? 'Hide alarms' : 'Show alarms'}</button>
      <Clock />
      <FeedStatus />
      <OperatorBadge />
    </header>
  );
}
