/** For tests: a flow document made from a few lines of source. */
import { Survey, readFile, type FlowDocument } from '@vectura/core';

export function documentOf(sources: Record<string, string>): FlowDocument {
  const files = Object.entries(sources).map(([path, text]) => readFile({ path, text, hash: '', bytes: text.length }));
  return new Survey({ name: 'test', files, configs: [], skipped: {} }).document();
}

export const GLASS = {
  'src/App.jsx': `import { createContext, useContext, useState } from 'react';
import { createRoot } from 'react-dom/client';
const Operator = createContext(null);
function App() {
  const [units, setUnits] = useState('c');
  const [who] = useState('day');
  return <Operator.Provider value={{ who }}><Bar onUnits={setUnits} /><House units={units} /></Operator.Provider>;
}
function Bar({ onUnits }) { return <button onClick={() => onUnits('k')} />; }
function House({ units }) { return <Zone units={units} />; }
function Zone({ units }) { return [1].map((n) => <Gauge key={n} scale={units} />); }
function Gauge({ scale }) { const { who } = useContext(Operator); const [open, setOpen] = useState(false); return <b title={who} onClick={() => setOpen(!open)}>{scale}{open}</b>; }
createRoot(document.body).render(<App />);
`,
};
