import { Bench } from '../benches/Bench';
import { ShadeRow } from './ShadeRow';
import { ZoneHead } from './ZoneHead';

export default function Zone(props) {
  const { zone, units } = props;
  const { benches, limits } = zone;
  return (
    <section>
      <ZoneHead name={zone.name} limits={limits} units={units} />
      {benches.map((bench) => (
        <Bench key={bench.id} bench={bench} limits={limits} units={units} onVent={props.onVent} />
      ))}
      <ShadeRow slats={4} />
    </section>
  );
}
