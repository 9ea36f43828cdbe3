import { HeatScale } from './HeatScale';

export function AlarmHead({ hottest }) {
  return (
    <p>
      warmest <HeatScale hottest={hottest} />
    </p>
  );
}
