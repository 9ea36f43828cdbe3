import { SetpointDial } from './SetpointDial';

export function ZoneHead({ name, limits, units }) {
  return (
    <h3>
      {name} <SetpointDial zone={name} limits={limits} units={units} />
    </h3>
  );
}
