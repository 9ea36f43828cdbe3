export function SlotChoice({ slot, chosen, onChoose }) {
  return (
    <button type="button" aria-pressed={chosen} onClick={() => onChoose(slot)}>
      {slot}:00
    </button>
  );
}
