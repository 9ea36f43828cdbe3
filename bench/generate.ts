/** A made-up nursery of any size: houses of zones of benches, with values drilled, provided, stored and computed. */
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';

/** Files for each house: a hook, a context, and components that hand values down six levels. */
const PER_HOUSE = 10;

/** Writes a project of about `files` files and returns how many it wrote. Always the same for the same number. */
export function generate(folder: string, files: number): number {
  const houses = Math.max(1, Math.round((files - 2) / PER_HOUSE));
  let written = 0;
  const write = (file: string, text: string): void => {
    const target = path.join(folder, 'src', file);
    const name = path.basename(file).replace(/\W.*/, '');
    mkdirSync(path.dirname(target), { recursive: true });
    writeFileSync(target, /\/(data|useFold)|main/.test(file) ? text : text + around(name));
    written++;
  };
  for (let h = 0; h < houses; h++) house(h, write);
  const names = Array.from({ length: houses }, (_, h) => h);
  write(
    'App.jsx',
    `import { useState } from 'react';
${names.map((h) => `import { House${h} } from './house${h}/House';`).join('\n')}
export function App() {
  const [units, setUnits] = useState('celsius');
  const [night, setNight] = useState(false);
  return (
    <main data-night={night}>
      <button onClick={() => setNight(!night)}>night</button>
${names.map((h) => `      <House${h} units={units} onUnits={setUnits} />`).join('\n')}
    </main>
  );
}
`,
  );
  write(
    'main.jsx',
    `import { createRoot } from 'react-dom/client';\nimport { App } from './App';\ncreateRoot(document.body).render(<App />);\n`,
  );
  return written;
}

/** Writes a project in which one value is passed through so many components; returns how many files it wrote. */
export function generateChain(folder: string, stops: number): number {
  const src = path.join(folder, 'src');
  mkdirSync(src, { recursive: true });
  writeFileSync(
    path.join(src, 'App.jsx'),
    `import { useState } from 'react';\nimport { Bed1 } from './Bed1';\nexport function App() {\n  const [water, setWater] = useState(0);\n  return <main onClick={() => setWater(water + 1)}><Bed1 water={water} /></main>;\n}\n`,
  );
  for (let n = 1; n < stops; n++)
    writeFileSync(
      path.join(src, `Bed${n}.jsx`),
      n === stops - 1
        ? `export function Bed${n}({ water }) {\n  return <b>{water}</b>;\n}\n`
        : `import { Bed${n + 1} } from './Bed${n + 1}';\nexport function Bed${n}({ water }) {\n  return <Bed${n + 1} water={water} />;\n}\n`,
    );
  return stops;
}

/** Code as it stands around components in real files, which hold some two kilobytes each: tables, formats, checks. */
function around(name: string): string {
  return `
const ${name}_NAMES = { fern: 'Fern', moss: 'Moss', cactus: 'Cactus', orchid: 'Orchid', palm: 'Palm' };
const ${name}_LIMITS = [
  { kind: 'temperature', low: 8, high: 34, unit: '°C', digits: 1 },
  { kind: 'humidity', low: 20, high: 95, unit: '%', digits: 0 },
  { kind: 'soil', low: 10, high: 80, unit: '%', digits: 0 },
];

function ${name}Format(value, digits, unit) {
  if (value === null || value === undefined || Number.isNaN(value)) return '–';
  const factor = 10 ** digits;
  const rounded = Math.round(value * factor) / factor;
  return \`\${rounded.toFixed(digits)} \${unit}\`;
}

function ${name}Check(reading, limits) {
  const problems = [];
  for (const limit of limits) {
    const value = reading[limit.kind];
    if (value === undefined) continue;
    if (value < limit.low) problems.push({ kind: limit.kind, what: 'low', by: limit.low - value });
    else if (value > limit.high) problems.push({ kind: limit.kind, what: 'high', by: value - limit.high });
  }
  problems.sort((a, b) => b.by - a.by);
  return problems.length > 0 ? { worst: problems[0], all: problems } : null;
}

export function ${name}Summary(readings) {
  const lines = [];
  let worst = null;
  for (const reading of readings) {
    const found = ${name}Check(reading, ${name}_LIMITS);
    if (found && (!worst || found.worst.by > worst.by)) worst = found.worst;
    const label = ${name}_NAMES[reading.plant] ?? reading.plant;
    lines.push(\`\${label}: \${${name}Format(reading.temperature, 1, '°C')}\`);
  }
  return { lines, worst, at: new Date(readings[0]?.at ?? 0).toISOString() };
}
`;
}

function house(h: number, write: (file: string, text: string) => void): void {
  const dir = `house${h}`;
  write(
    `${dir}/House.jsx`,
    `import { useMemo, useState } from 'react';
import { Zone${h} } from './Zone';
import { ClimateProvider${h} } from './climate';
import { NURSERY } from './data';

export function House${h}({ units, onUnits }) {
  const [open, setOpen] = useState({});
  const [picked, setPicked] = useState(null);
  const zones = useMemo(() => NURSERY.filter((zone) => zone.kind !== 'fallow'), []);
  const onVent = (id, to) => setOpen((before) => ({ ...before, [id]: to }));
  return (
    <ClimateProvider${h}>
      <h2 title={picked ? picked.name : 'none'}>{zones.length} zones, {Object.keys(open).length} vents</h2>
      {zones.map((zone) => (
        <Zone${h} key={zone.id} zone={zone} units={units} onUnits={onUnits} onVent={onVent} onPick={() => setPicked(zone)} />
      ))}
    </ClimateProvider${h}>
  );
}
`,
  );
  write(
    `${dir}/Zone.jsx`,
    `import { Bench${h} } from './Bench';
import { Panel${h} } from './Panel';
export const Zone${h} = ({ zone, units, onUnits, ...rest }) => (
  <Panel${h} title={zone.name} onPick={rest.onPick}>
    {zone.benches.map((bench) => (
      <Bench${h} key={bench.id} bench={bench} limits={zone.limits} units={units} onUnits={onUnits} {...rest} />
    ))}
  </Panel${h}>
);
`,
  );
  write(
    `${dir}/Bench.jsx`,
    `import { memo } from 'react';
import { Tray${h} } from './Tray';
export const Bench${h} = memo(function Bench${h}({ bench, limits, units, onVent, onUnits }) {
  const rows = [];
  for (const tray of bench.trays) {
    rows.push(<Tray${h} key={tray.id} tray={tray} limits={limits} units={units} onUnits={onUnits} onVent={(to) => onVent(tray.id, to)} />);
  }
  return <ul>{rows}</ul>;
});
`,
  );
  write(
    `${dir}/Tray.jsx`,
    `import { Gauge${h} } from './Gauge';
import { useFold${h} } from './useFold';
import { Lever${h} } from './Lever';
export function Tray${h}({ tray, limits, units, onUnits, onVent }) {
  const { open, toggle } = useFold${h}(tray.folded);
  return (
    <li>
      <button onClick={toggle}>{tray.label}</button>
      {open && tray.gauges.map((gauge) => <Gauge${h} key={gauge.id} gauge={gauge} limits={limits} scale={units} />)}
      <Lever${h} onVent={onVent} onUnits={onUnits} />
    </li>
  );
}
`,
  );
  write(
    `${dir}/Gauge.jsx`,
    `import { useClimate${h} } from './climate';
const SIGN = { celsius: '°C', fahrenheit: '°F' };
function convert(value, scale) {
  return scale === 'fahrenheit' ? value * 1.8 + 32 : value;
}
export function Gauge${h}({ gauge, limits, scale }) {
  const { draught, setDraught } = useClimate${h}();
  const { value, kind } = gauge;
  const shown = kind === 'temperature' ? convert(value, scale) : value;
  const outside = value < limits.low || value > limits.high;
  return (
    <b className={outside ? 'alarm' : ''} onClick={() => setDraught(draught + 1)}>
      {shown} {SIGN[scale]} {draught}
    </b>
  );
}
`,
  );
  write(
    `${dir}/Lever.jsx`,
    `import { useState } from 'react';
export function Lever${h}({ onVent, onUnits }) {
  const [pulled, setPulled] = useState(false);
  const pull = () => {
    setPulled(!pulled);
    onVent(!pulled);
  };
  return <button onClick={pull} onDoubleClick={() => onUnits('celsius')}>{pulled ? 'shut' : 'open'}</button>;
}
`,
  );
  write(
    `${dir}/Panel.jsx`,
    `export function Panel${h}({ title, onPick, children }) {
  return (
    <section>
      <h3 onClick={onPick}>{title}</h3>
      {children}
    </section>
  );
}
`,
  );
  write(
    `${dir}/climate.jsx`,
    `import { createContext, useContext, useEffect, useState } from 'react';
const Climate${h} = createContext(null);
export function ClimateProvider${h}({ children }) {
  const [draught, setDraught] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => setDraught((before) => before / 2), 1000);
    return () => clearInterval(timer);
  }, []);
  return <Climate${h}.Provider value={{ draught, setDraught }}>{children}</Climate${h}.Provider>;
}
export const useClimate${h} = () => useContext(Climate${h});
`,
  );
  write(
    `${dir}/useFold.js`,
    `import { useCallback, useState } from 'react';
export function useFold${h}(initially) {
  const [open, setOpen] = useState(!initially);
  const toggle = useCallback(() => setOpen((before) => !before), []);
  return { open, toggle };
}
`,
  );
  write(
    `${dir}/data.js`,
    `export const NURSERY = [
${Array.from({ length: 12 }, (_, z) => `  { id: 'z${z}', name: 'Zone ${z}', kind: '${z % 5 ? 'planted' : 'fallow'}', limits: { low: ${z}, high: ${z + 14} }, benches: [{ id: 'b${z}', trays: [{ id: 't${z}', label: 'Tray ${z}', folded: false, gauges: [{ id: 'g${z}', kind: 'temperature', value: ${z * 2} }] }] }] },`).join('\n')}
];
`,
  );
}
