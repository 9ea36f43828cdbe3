import { HouseTab } from './HouseTab';

export function HouseList({ houses, selected, onSelect }) {
  return (
    <nav>
      {houses.map((house) => (
        <HouseTab key={house.id} house={house} current={house.id === selected} onPick={() => onSelect(house.id)} />
      ))}
    </nav>
  );
}
