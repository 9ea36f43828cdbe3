import { useDispatch, useSelector } from 'react-redux';
import { selectVans } from './selectors';
import { choose } from './vans';

export function VanList() {
  const vans = useSelector(selectVans);
  const dispatch = useDispatch();
  return (
    <ul>
      {vans.map((van) => (
        <VanRow key={van.id} van={van} onChoose={() => dispatch(choose(van.id))} />
      ))}
    </ul>
  );
}

function VanRow({ van, onChoose }) {
  return (
    <li>
      <button onClick={onChoose}>choose</button>
      <Driver driver={van.driver} />
    </li>
  );
}

function Driver({ driver }) {
  return <em>{driver.name}</em>;
}
