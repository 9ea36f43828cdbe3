import { degrees } from '../shared/degrees';

export function AlarmRow({ alarm, units, children }) {
  return (
    <p className="alarm">
      {alarm.id} reads {degrees(alarm.value, units)} {children}
    </p>
  );
}
