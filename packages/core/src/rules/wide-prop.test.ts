import { foundBy, one } from '../testing/project';

describe('wide-prop', () => {
  const chain = (bed: string): ReturnType<typeof one> =>
    one(`function App() { const [soil, setSoil] = useState({ depth: 1, kind: 'clay', rows: [] });
        return <main onClick={() => setSoil({ depth: 2, kind: 'loam', rows: [] })}>{soil.rows.length}{soil.kind}<Plot soil={soil} /></main>; }
      function Plot({ soil }) { return <Bed soil={soil} />; }
      ${bed}`);

  test.each([
    ['one field is read', 'function Bed({ soil }) { return <b>{soil.depth}</b>; }', ['Plot.soil']],
    ['taken apart, one field is read', 'function Bed({ soil: { depth } }) { return <b>{depth}</b>; }', ['Plot.soil']],
    ['all of it is spread', 'function Bed({ soil }) { return <b {...soil} />; }', []],
    ['it is handed to something unknown', 'function Bed({ soil }) { return <b>{JSON.stringify(soil)}</b>; }', []],
  ])('%s', (_what, bed, found) => {
    expect(foundBy('wide-prop', chain(bed))).toEqual(found);
  });
});
