import { useContext } from 'react';
import { SetpointContext } from '../shared/setpoints';

// Stands outside the provider of the set-points: it gets nothing.
export function FootNote({ edition }) {
  const { targets } = { ...useContext(SetpointContext) };
  return (
    <footer>
      {edition} edition, {Object.keys({ ...targets }).length} set-points
    </footer>
  );
}
