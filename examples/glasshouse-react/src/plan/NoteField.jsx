export function NoteField({ text, onText }) {
  return <input value={text} onChange={(event) => onText(event.target.value)} />;
}
