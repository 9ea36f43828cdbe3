import { LegendEntry } from './LegendEntry';

const ENTRIES = { alarm: 'outside the limits', '▬': 'shade is down', '▭': 'shade is up' };

export function Legend({ title }) {
  return (
    <dl>
      <dt>{title}</dt>
      {Object.entries(ENTRIES).map(([sign, meaning]) => (
        <LegendEntry key={sign} sign={sign} meaning={meaning} />
      ))}
    </dl>
  );
}
