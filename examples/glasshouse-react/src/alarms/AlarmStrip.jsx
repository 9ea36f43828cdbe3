import { useMemo, useState } from 'react';
import { useFeed } from '../shared/feed';
import { List } from '../shared/List';
import { Panel } from '../shared/Panel';
import { AlarmHead } from './AlarmHead';
import { AlarmRow } from './AlarmRow';
import { SnoozeButton } from './SnoozeButton';

export function AlarmStrip({ units }) {
  const { readings } = useFeed();
  const [snoozed, setSnoozed] = useState([]);
  const alarms = useMemo(() => readings.filter((r) => r.value > 26 && !snoozed.includes(r.id)), [readings, snoozed]);
  const hottest = Math.max(...readings.map((r) => r.value));

  return (
    <Panel title={`Alarms (${alarms.length})`}>
      <AlarmHead hottest={hottest} />
      <List items={alarms} empty="All quiet">
        {(alarm) => (
          <AlarmRow alarm={alarm} units={units}>
            <SnoozeButton onSnooze={() => setSnoozed([...snoozed, alarm.id])} />
          </AlarmRow>
        )}
      </List>
    </Panel>
  );
}
