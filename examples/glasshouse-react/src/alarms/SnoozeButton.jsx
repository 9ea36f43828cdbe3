import { useOperator } from '../shared/operator';

export function SnoozeButton({ onSnooze }) {
  const { operator } = useOperator();
  return (
    <button title={`snoozed by ${operator}`} onClick={onSnooze}>
      snooze
    </button>
  );
}
