import { foundBy, one } from '../testing/project';

describe('fresh-context', () => {
  const app = (before: string, value: string): ReturnType<typeof one> =>
    one(`const Soil = createContext(null); const FIXED = { depth: 1 };
      function App() { const [depth, setDepth] = useState(1); ${before}
        return <Soil.Provider value={${value}}><Bed /><b onClick={() => setDepth(2)} /></Soil.Provider>; }
      function Bed() { return <b>{useContext(Soil).depth}</b>; }`);

  test.each([
    ['an object written in place', '', '{ depth }', ['App.Soil']],
    ['an object under a name', 'const soil = { depth };', 'soil', ['App.Soil']],
    ['a list', '', '[depth, setDepth]', ['App.Soil']],
    ['an object that is remembered', 'const soil = useMemo(() => ({ depth }), [depth]);', 'soil', []],
    ['the state itself', '', 'depth', []],
    ['an object made once, outside', '', 'FIXED', []],
    ['something unknown', '', 'window.soil', []],
  ])('%s', (_what, before, value, found) => {
    expect(foundBy('fresh-context', app(before, value))).toEqual(found);
  });
});

test('fresh-context: a context that is taken apart where it is made has a name all the same', () => {
  const survey = one(`const { Provider, Consumer } = createContext(null);
    function Ground({ children }) { const [depth, dig] = useState(1); return <main title={depth}><Provider value={{ dig }}>{children}</Provider></main>; }
    function App() { return <Ground><Consumer>{(ground) => <b onClick={() => ground.dig(2)} />}</Consumer></Ground>; }`);
  const [found] = survey.findings().filter(({ rule }) => rule === 'fresh-context');
  expect(found?.message).toContain('Ground passes context a new value');
});

describe('fresh-context: a function as the value', () => {
  const found = (made: string): string[] =>
    foundBy(
      'fresh-context',
      one(`const Dig = createContext(() => {});
        function Ground({ children }) { const [beds, setBeds] = useState([]); const dig = ${made}; return <main title={beds.length}><Dig.Provider value={dig}>{children}</Dig.Provider></main>; }
        function Bed() { const dig = useContext(Dig); return <b onClick={() => dig(1)} />; }
        function App() { return <Ground><Bed /></Ground>; }`),
    );

  test.each([
    ['kept', 'useCallback((bed) => setBeds((all) => [...all, bed]), [])', []],
    ['kept in name alone', 'useCallback((bed) => setBeds((all) => [...all, bed]))', ['Ground.Dig']],
    ['made each time', '(bed) => setBeds((all) => [...all, bed])', ['Ground.Dig']],
  ])('%s', (_what, made, expected) => {
    expect(found(made)).toEqual(expected);
  });
});

test.each([
  ['a field of the class', 'dig = () => this.setState({ wet: true });', 'this.dig', []],
  ['a method', 'dig() { this.setState({ wet: true }); }', 'this.dig', []],
  ['made as it renders', '', '() => this.setState({ wet: true })', ['Ground.Dig']],
])('a function of a class as the value: %s', (_what, member, given, found) => {
  const survey = one(`const Dig = createContext(() => {});
    class Ground extends React.Component { state = { wet: false }; ${member} render() { return <main title={this.state.wet}><Dig.Provider value={${given}}><Bed /></Dig.Provider></main>; } }
    function Bed() { const dig = useContext(Dig); return <b onClick={dig} />; }`);
  expect(foundBy('fresh-context', survey)).toEqual(found);
});

describe('fresh-context: what re-renders the provider decides', () => {
  const told = (before: string, value: string): [string, unknown] | undefined => {
    const [found] = one(`const Soil = createContext(null); const Site = createContext(null);
      function useDepth() { const [depth, setDepth] = useState(1); return { depth, setDepth }; }
      function Ground({ children }) { ${before} return <main title={open}><Soil.Provider value={${value}}>{children}</Soil.Provider></main>; }
      function Bed() { return <b>{useContext(Soil).depth}</b>; }
      function App() { return <Site.Provider value={location.href}><Ground><Bed /></Ground></Site.Provider>; }`)
      .findings()
      .filter(({ rule }) => rule === 'fresh-context');
    return found && [found.level, found.effect];
  };
  const WITH = 'const [depth, setDepth] = useState(1);';
  const OPEN = 'const [open, setOpen] = useState(false); const other = <i onClick={() => setOpen(true)} />;';
  const SITE = 'const site = useContext(Site);';
  const unused = (name: string): [string, unknown] => [
    'warning',
    `Its one reader re-renders every time ${name} changes, which the value does not use.`,
  ];
  const all: [string, unknown] = ['note', expect.stringContaining('Its own state is all in the value')];

  test.each<[string, string, string, [string, unknown]]>([
    ['all of its state is in the value', WITH, '{ depth, setDepth }', all],
    ['under another name', WITH, '{ soil: { level: depth }, setDepth }', all],
    ['a function in it uses the state', WITH, '{ deeper: () => setDepth(depth + 1) }', all],
    ['what a hook returns is spread into it', 'const made = useDepth();', '{ ...made }', all],
    ['only the setter is in it', WITH, '{ setDepth }', unused('depth')],
    ['other state', WITH + OPEN, '{ depth, setDepth }', unused('open')],
    ['other state of a hook', `${OPEN} const { depth } = useDepth();`, '{ open, setOpen }', unused('depth')],
    ['another context', WITH + SITE, '{ depth }', unused('Site')],
    ['another context that is in it', WITH + SITE, '{ depth, site }', all],
    [
      'another context that state begins with',
      `${SITE} const [depth, setDepth] = useState(site);`,
      '{ depth, setDepth }',
      unused('Site'),
    ],
    ['two of them', WITH + OPEN + SITE, '{ depth }', unused('one of open and Site')],
  ])('%s', (_what, before, value, expected) => {
    expect(told(before, value)).toEqual(expected);
  });
});
