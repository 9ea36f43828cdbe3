export function HeatScale({ hottest }) {
  return <meter min={10} max={40} value={hottest} />;
}
