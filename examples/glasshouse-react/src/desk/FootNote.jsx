import { useContext } from 'react';
import { SetpointContext } from '../shared/setpoints';

// Stands outside the provider of the set-points: it gets nothing.
export function FootNote({ edition }) {
  const setpoints = useContext(SetpointContext);
  return (
    <footer>
      {edition} edition, {setpoints ? Object.keys(setpoints.targets).length : 'no'} set-points
    </footer>
  );
}
