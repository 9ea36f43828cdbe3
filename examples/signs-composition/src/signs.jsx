import { useContext } from 'react';
import { Ink } from './ink';

function RoundSign({ text, ink }) {
  return <b style={{ color: ink.colour }}>({text.line})</b>;
}

function SquareSign({ text, ink }) {
  return <b style={{ color: ink.colour }}>[{text.line}]</b>;
}

const SIGNS = { round: RoundSign, square: SquareSign };

export function Sign({ kind, ...rest }) {
  const Kind = SIGNS[kind];
  const ink = useContext(Ink);
  return <Kind {...rest} ink={ink} />;
}
