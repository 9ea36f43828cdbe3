import { useDispatch, useSelector } from 'react-redux';
import { selectVan } from './selectors';
import { addStop } from './vans';

export function VanCard() {
  const van = useSelector(selectVan);
  const what = useSelector((state) => state.filter.what);
  const dispatch = useDispatch();
  const add = () => dispatch(addStop(van.id));
  return (
    <section>
      <Stops stops={van.stops} what={what} />
      <AddStop onAdd={add} />
    </section>
  );
}

function Stops({ stops, what }) {
  return (
    <ol title={what.text}>
      {stops.map((stop) => (
        <li key={stop}>{stop}</li>
      ))}
    </ol>
  );
}

function AddStop({ onAdd }) {
  return <button onClick={onAdd}>add</button>;
}
