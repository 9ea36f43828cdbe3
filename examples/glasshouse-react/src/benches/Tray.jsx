import { memo } from 'react';
import { Foldable } from '../shared/Foldable';
import { Gauge } from './Gauge';
import { SoilNote } from './SoilNote';
import { TrayLabel } from './TrayLabel';
import { useFold } from './useFold';
import { VentLever } from './VentLever';

export const Tray = memo(function Tray({ tray, limits, units, onVent }) {
  const { open, toggle } = useFold(true);
  return (
    <Foldable open={open} head={<TrayLabel text={tray.label} onClick={toggle} />}>
      {tray.gauges.map((gauge) => (
        <Gauge key={gauge.id} gauge={gauge} limits={limits} scale={units} />
      ))}
      <VentLever onVent={onVent} />
      <SoilNote {...{ plant: tray.label }} />
    </Foldable>
  );
});
