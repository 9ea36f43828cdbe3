const WEEKS = ['Sow the ferns.', 'Prick out the mosses.', 'Harden off in the shade.'];

export function Almanac() {
  return (
    <ol>
      {WEEKS.map((week) => (
        <li key={week}>{week}</li>
      ))}
    </ol>
  );
}
