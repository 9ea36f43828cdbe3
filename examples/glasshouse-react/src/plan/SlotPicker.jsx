import { SlotChoice } from './SlotChoice';

const HOURS = [18, 20, 22, 23];

export function SlotPicker({ hour, onHour }) {
  return (
    <span>
      {HOURS.map((slot) => (
        <SlotChoice key={slot} slot={slot} chosen={slot === hour} onChoose={onHour} />
      ))}
    </span>
  );
}
