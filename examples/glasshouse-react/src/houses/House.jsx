import { HouseHead } from './HouseHead';
import Zone from './Zone';

export function House({ house, ...rest }) {
  return (
    <section>
      <HouseHead name={house.name} zones={house.zones.length} />
      {house.zones.map((zone) => (
        <Zone key={zone.id} zone={zone} {...rest} />
      ))}
    </section>
  );
}
