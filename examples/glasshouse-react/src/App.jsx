import { useState } from 'react';
import { AlarmStrip } from './alarms/AlarmStrip';
import { NURSERY } from './data/nursery';
import { Desk } from './desk/Desk';
import { FootNote } from './desk/FootNote';
import { TopBar } from './desk/TopBar';
import { NightPlan } from './plan/NightPlan';
import { FeedProvider } from './shared/feed';
import { Legend } from './shared/Legend';
import { OperatorProvider } from './shared/operator';
import { SetpointProvider } from './shared/setpoints';
import { Split } from './shared/Split';

export function App() {
  const [units, setUnits] = useState('celsius');
  const [openAlarms, setOpenAlarms] = useState(true);

  return (
    <OperatorProvider>
      <FeedProvider>
        <SetpointProvider>
          <TopBar units={units} onUnits={setUnits} openAlarms={openAlarms} onAlarms={setOpenAlarms} />
          <Split
            main={<Desk houses={NURSERY} units={units} />}
            side={
              <>
                {openAlarms && <AlarmStrip units={units} />}
                <NightPlan />
              </>
            }
          />
          <Legend title="Marks on the desk" />
        </SetpointProvider>
      </FeedProvider>
      <FootNote edition="spring" />
    </OperatorProvider>
  );
}
