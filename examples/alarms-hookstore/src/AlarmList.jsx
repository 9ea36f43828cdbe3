import { useAlarms } from './alarms';
import { useWatch } from './useWatch';

export function AlarmList() {
  const alarms = useAlarms((state) => state.alarms);
  const settle = useAlarms((state) => state.settle);
  return (
    <ul>
      {alarms.map((alarm) => (
        <AlarmRow key={alarm.id} alarm={alarm} onSettle={settle} />
      ))}
    </ul>
  );
}

function AlarmRow({ alarm, onSettle }) {
  const watch = useWatch();
  return (
    <li>
      <button onClick={() => onSettle(alarm.id)}>{alarm.text}</button>
      <Where place={alarm.place} watch={watch} />
    </li>
  );
}

function Where({ place, watch }) {
  return (
    <em>
      {place.house} ({watch.by})
    </em>
  );
}
