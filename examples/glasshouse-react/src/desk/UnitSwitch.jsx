const CHOICES = ['celsius', 'fahrenheit'];

export function UnitSwitch({ units, onPick }) {
  return (
    <span role="group" aria-label="Units">
      {CHOICES.map((choice) => (
        <button key={choice} aria-pressed={choice === units} onClick={() => onPick(choice)}>
          {choice}
        </button>
      ))}
    </span>
  );
}
