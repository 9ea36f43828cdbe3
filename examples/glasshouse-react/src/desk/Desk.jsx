import { useState } from 'react';
import { House } from '../houses';
import { Panel } from '../shared/Panel';
import { HouseList } from './HouseList';

export function Desk({ houses, units }) {
  const [selectedHouse, setSelectedHouse] = useState(houses[0].id);
  const [vents, setVents] = useState({});

  const house = houses.find((one) => one.id === selectedHouse);

  function openVent(trayId, open) {
    setVents((before) => ({ ...before, [trayId]: open }));
    console.info(`vent of ${trayId} is ${open ? 'open' : 'shut'}`);
  }

  return (
    <Panel title="Houses">
      <HouseList houses={houses} selected={selectedHouse} onSelect={setSelectedHouse} />
      <p>{Object.keys(vents).length} vents were moved today</p>
      <House house={house} units={units} onVent={openVent} />
    </Panel>
  );
}
