import { useState } from 'react';
import { NoteField } from './NoteField';
import { SlotPicker } from './SlotPicker';

export function PlanEditor({ step, onSave }) {
  // Copied once: when the step changes elsewhere, the draft keeps the first note.
  const [draft, setDraft] = useState(step.note);
  const [hour, setHour] = useState(step.hour);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        onSave(draft, hour);
      }}
    >
      <NoteField text={draft} onText={setDraft} />
      <SlotPicker hour={hour} onHour={setHour} />
      <button>save</button>
    </form>
  );
}
