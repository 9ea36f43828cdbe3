export function LegendEntry({ sign, meaning }) {
  return (
    <dd>
      {sign}: {meaning}
    </dd>
  );
}
