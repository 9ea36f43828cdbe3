import { useState } from 'react';

const CHOICES = [{ line: 'moss' }, { line: 'palms' }];

export function Choice({ render, onChoose }) {
  const [chosen, setChosen] = useState(CHOICES[0]);
  return (
    <nav>
      {CHOICES.map((choice) => (
        <Option key={choice.line} choice={choice} onPick={setChosen} />
      ))}
      {render(chosen)}
      <button onClick={() => onChoose(chosen)}>take</button>
    </nav>
  );
}

function Option({ choice, onPick }) {
  return <button onClick={() => onPick(choice)}>{choice.line}</button>;
}
