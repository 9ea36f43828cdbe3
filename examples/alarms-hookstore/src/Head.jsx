import { useAlarms } from './alarms';
import { useWatch } from './useWatch';
import { handOver } from './watch';

export function Head() {
  const { quiet, hush } = useAlarms();
  const watch = useWatch();
  return (
    <header>
      <Quiet quiet={quiet} onHush={hush} />
      <Watch watch={watch} />
      <button onClick={() => handOver('night desk')}>hand over</button>
    </header>
  );
}

function Quiet({ quiet, onHush }) {
  return <button onClick={onHush}>{quiet.until}</button>;
}

function Watch({ watch }) {
  return <i>{watch.by}</i>;
}
