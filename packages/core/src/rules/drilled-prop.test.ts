import { foundBy, one } from '../testing/project';

describe('drilled-prop', () => {
  const chain = (first: string, second: string): ReturnType<typeof one> =>
    one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      ${first}
      ${second}
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
  const plot = 'function Plot({ depth }) { return <Bed depth={depth} />; }';

  test.each([
    ['by name', plot, 'function Bed({ depth }) { return <Gauge depth={depth} />; }', ['Plot.depth']],
    ['in the rest', plot, 'function Bed({ ...rest }) { return <Gauge {...rest} />; }', ['Plot.depth']],
    ['as a whole props object', plot, 'function Bed(props) { return <Gauge {...props} />; }', ['Plot.depth']],
    [
      'under a new name and back',
      'function Plot({ depth }) { return <Bed deep={depth} />; }',
      'function Bed({ deep }) { return <Gauge depth={deep} />; }',
      ['Plot.depth'],
    ],
    [
      'inside an object',
      'function Plot({ depth }) { return <Bed soil={{ depth }} />; }',
      'function Bed({ soil }) { return <Gauge depth={soil.depth} />; }',
      ['Plot.depth'],
    ],
    [
      'through a local name',
      plot,
      'function Bed(props) { const { depth } = props; const deep = depth; return <Gauge depth={deep} />; }',
      ['Plot.depth'],
    ],
    ['used on the way', plot, 'function Bed({ depth }) { return depth > 2 ? <Gauge depth={depth} /> : null; }', []],
    [
      'given up for another one',
      plot,
      'function Bed({ depth }) { const [own] = useState(3); return <Gauge depth={depth || own} />; }',
      [],
    ],
    ['defaulted on the way', plot, 'function Bed({ depth }) { return <Gauge depth={depth ?? 3} />; }', ['Plot.depth']],
    [
      'put together with others on the way',
      'function Plot({ depth }) { return <Bed soil={depth} />; }',
      'function Bed({ soil }) { const more = { ...soil, wet: true }; return <Gauge depth={more} />; }',
      [],
    ],
    [
      'to a component that is picked while the program runs',
      'const KINDS = { dry: DryBed, wet: DryBed }; function DryBed({ depth }) { return <Gauge depth={depth} />; } function Plot({ depth, kind }) { const Bed = KINDS[kind]; return <Bed depth={depth} />; }',
      '',
      [],
    ],
    ['through a wrapper of a package', plot, `const Bed = withSoil(({ depth }) => <Gauge depth={depth} />);`, []],
    ['computed with on the way', plot, 'function Bed({ depth }) { return <Gauge depth={depth * 2} />; }', []],
    [
      'memoised on the way',
      plot,
      'const Bed = memo(function Bed({ depth }) { return <Gauge depth={depth} />; });',
      ['Plot.depth'],
    ],
  ])('%s', (_what, first, second, found) => {
    expect(foundBy('drilled-prop', chain(first, second))).toEqual(found);
  });

  test.each([
    ['a literal', 'depth', 'depth={3}'],
    ['an object that is written out', 'depth', 'depth={{ cm: 3 }}'],
    ['a class name', 'className', 'className={depth}'],
    ['a mark for tests', 'data-testid', 'data-testid={depth}'],
    ['a function', 'onDig', 'onDig={depth ? dig : undefined}'],
  ])('%s is no value that could live elsewhere', (_what, name, given) => {
    const own = name.includes('-') ? `{ '${name}': own }` : `{ ${name}: own }`;
    const survey =
      one(`const dig = () => 1; function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot ${given} /></main>; }
      function Plot(${own}) { return <Bed ${name}={own} />; }
      function Bed(${own}) { return <Gauge ${name}={own} />; }
      function Gauge(${own}) { return <b title={own}>{own}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual([]);
  });

  test.each([
    ['by which tests find an element', 'dataCy', []],
    ['of any other kind', 'dataset', ['Plot.dataset']],
  ])('a name %s', (_what, name, found) => {
    const survey =
      one(`function App() { const [${name}, set] = useState('a'); return <main title={${name}} onClick={() => set('b')}><Plot ${name}={${name}} /></main>; }
      function Plot({ ${name} }) { return <Bed ${name}={${name}} />; } function Bed({ ${name} }) { return <Gauge ${name}={${name}} />; }
      function Gauge({ ${name} }) { return <b>{${name}}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(found);
  });

  test('each level of a tree passes on to the next', () => {
    const survey = one(`function App() { const [beds] = useState([]); return <Node beds={beds} depth={0} />; }
      function Node({ beds, depth }) { const mark = useId(); return <b>{depth}{beds.map((bed) => <Row key={bed.id} bed={bed} mark={mark} />)}</b>; }
      function Row({ bed, mark }) { return <p title={bed.name}><Cell bed={bed} mark={mark} /></p>; }
      function Cell({ bed, mark }) { return <i title={bed.name}><Node beds={bed.beds} depth={mark} /></i>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual([]);
  });

  test('values that go the same way are told once', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); const [soil, setSoil] = useState(1); return <main title={depth + soil} onClick={() => { setDepth(2); setSoil(2); }}><Plot depth={depth} soil={soil} /></main>; }
      function Plot(props) { return <Bed {...props} />; }
      function Bed({ depth, soil }) { return <Gauge depth={depth} soil={soil} />; }
      function Gauge({ depth, soil }) { return <b>{depth}{soil}</b>; }`);
    const found = survey.findings().filter(({ rule }) => rule === 'drilled-prop');
    expect(found).toMatchObject([{ component: 'Plot', name: 'depth', names: ['depth', 'soil'] }]);
    expect(found[0]?.message).toContain('depth and soil');
  });

  test('two readers below the same relays are one finding each way, not one a link', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <p><Gauge depth={depth} /><Sign depth={depth} /></p>; }
      function Gauge({ depth }) { return <b>{depth}</b>; }
      function Sign({ depth }) { return <i>{depth}</i>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('a chain is found behind more ways than a trail lists', () => {
    // Each of eight walls shows eight rows, each of them eight signs: they all use the value themselves.
    const eight = (name: string, below: string): string =>
      [1, 2, 3, 4, 5, 6, 7, 8]
        .map((n) => `function ${name}${n}({ depth }) { return <p title={depth}>${below}</p>; }`)
        .join('\n');
    const all = (name: string): string => [1, 2, 3, 4, 5, 6, 7, 8].map((n) => `<${name}${n} depth={depth} />`).join('');
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}>${all('Wall')}<Plot depth={depth} /></main>; }
      ${eight('Wall', all('Row'))}
      ${eight('Row', all('Sign'))}
      ${eight('Sign', '')}
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(survey.trail('App.depth').left).toBeGreaterThan(0);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('the longer of two ways is told, with everyone who carries on it', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <p><Gauge depth={depth} /><Bed depth={depth} /></p>; }
      function Bed({ depth }) { return <Row depth={depth} />; }
      function Row({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    const [finding] = survey.findings().filter((one) => one.rule === 'drilled-prop');
    expect(finding?.message).toContain(
      'Plot, Bed and Row pass depth on without using it, all the way from App to Gauge',
    );
    expect(finding?.related?.map((one) => one.line)).toEqual([2, 3, 4, 5]);
  });

  test('what is carried round in a circle, or to nobody, is no chain', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Plot depth={depth} />; }`);
    expect(foundBy('drilled-prop', survey)).toEqual([]);
  });

  test('a circle beside a chain hides nothing', () => {
    const survey =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      function Plot({ depth }) { return <Bed depth={depth} />; }
      function Bed({ depth }) { return <p><Plot depth={depth} /><Gauge depth={depth} /></p>; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Plot.depth']);
  });

  test('a context in between begins a new chain', () => {
    const survey = one(`const Depth = createContext(0);
      function App() { const [depth, setDepth] = useState(1); return <Depth.Provider value={depth}><p title={depth} onClick={() => setDepth(2)}><Plot /></p></Depth.Provider>; }
      function Plot() { const depth = useContext(Depth); return <Bed depth={depth} />; }
      function Bed({ depth }) { return <Row depth={depth} />; }
      function Row({ depth }) { return <Gauge depth={depth} />; }
      function Gauge({ depth }) { return <b>{depth}</b>; }`);
    expect(foundBy('drilled-prop', survey)).toEqual(['Bed.depth']);
  });
});

test.each([
  ['do not use', '', ['A.plan.beds']],
  ['use as well', '{plan.name}', []],
])('a value in an object that the relays %s', (_what, shown, found) => {
  const survey =
    one(`function App() { const [beds, setBeds] = useState(1); const [name, setName] = useState(''); const plan = { beds, name };
      return <main onClick={() => { setBeds(3); setName('b'); }}><A plan={plan} /></main>; }
    function A({ plan }) { return <p>${shown}<B plan={plan} /></p>; }
    function B({ plan }) { return <p>${shown}<C plan={plan} /></p>; }
    function C({ plan }) { return <b>{plan.beds}</b>; }`);
  expect(foundBy('drilled-prop', survey)).toEqual(found);
});

describe('drilled-prop: what it costs', () => {
  const told = (plot: string, bed: string): [string, unknown] | undefined => {
    const [found] =
      one(`function App() { const [depth, setDepth] = useState(1); return <main title={depth} onClick={() => setDepth(2)}><Plot depth={depth} /></main>; }
      ${plot} ${bed} function Gauge({ depth }) { return <b>{depth}</b>; }`)
        .findings()
        .filter(({ rule }) => rule === 'drilled-prop');
    return found && [found.level, found.effect];
  };
  const named = {
    plot: 'function Plot({ depth }) { return <Bed depth={depth} />; }',
    bed: 'function Bed({ depth }) { return <Gauge depth={depth} />; }',
  };
  const spread = {
    plot: 'function Plot(props) { return <Bed {...props} />; }',
    bed: 'function Bed({ ...rest }) { return <Gauge {...rest} />; }',
  };

  test.each([
    [named.plot, named.bed, ['warning', 'Renaming or retyping depth means editing two components that do not use it.']],
    [
      named.plot,
      spread.bed,
      ['warning', 'Renaming or retyping depth means editing one component that does not use it.'],
    ],
    [
      spread.plot,
      spread.bed,
      [
        'note',
        'Nothing in Plot and Bed says what passes there: renamed at one end alone, it is lost without an error.',
      ],
    ],
  ])('%s %s', (plot, bed, expected) => {
    expect(told(plot, bed)).toEqual(expected);
  });
});

test('drilled-prop: values that go the same way and end in different components are told with both ends', () => {
  const [found] = one(`function App() { const [depth, setDepth] = useState(1); const [wet, setWet] = useState(true);
      return <main title={depth + wet} onClick={() => { setDepth(2); setWet(false); }}><Plot depth={depth} wet={wet} /></main>; }
    function Plot({ depth, wet }) { return <Bed depth={depth} wet={wet} />; }
    function Bed({ depth, wet }) { return <p><Gauge depth={depth} /><Drop wet={wet} /></p>; }
    function Gauge({ depth }) { return <b>{depth}</b>; } function Drop({ wet }) { return <b>{wet}</b>; }`)
    .findings()
    .filter(({ rule }) => rule === 'drilled-prop');
  expect(found?.message).toContain('all the way from App to Gauge and Drop.');
  expect(found?.todo).toContain('Render Gauge and Drop in App and pass them down as children');
});
