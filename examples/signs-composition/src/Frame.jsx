import { Children, cloneElement, useState } from 'react';

export function Frames({ head, children }) {
  const [lit, setLit] = useState({ label: 'first' });
  return (
    <div>
      {head}
      {Children.map(children, (child) => cloneElement(child, { lit, onLight: setLit }))}
    </div>
  );
}

export function Frame({ label, lit, onLight, children }) {
  return (
    <figure>
      <Caption label={label} lit={lit} onLight={onLight} />
      {children}
    </figure>
  );
}

function Caption({ label, lit, onLight }) {
  return <button onClick={() => onLight({ label })}>{lit.label === label ? `[${label}]` : label}</button>;
}
