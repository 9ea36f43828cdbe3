import { foundBy, one, surveyOf } from '../testing/project';

describe('one-of-many', () => {
  test.each([
    ['in a list', '{beds.map((bed) => <Bed key={bed} ref={first} />)}', 1],
    ['once', '<Bed ref={first} />', 0],
    [
      'in a list, each by a function of its own',
      '{beds.map((bed) => <Bed key={bed} ref={(one) => all.current.push(one)} />)}',
      0,
    ],
    ['in one of several tabs', '<Tabs tabs={[{ name: "a", panel: useMemo(() => <Bed ref={first} />, []) }]} />', 0],
    ['in a function that is called for each', '<Rows rows={beds}>{(bed) => <Bed key={bed} ref={first} />}</Rows>', 1],
  ])('%s', (_what, markup, found) => {
    const survey =
      one(`function Tabs({ tabs }) { return <p>{tabs.map((tab) => <i key={tab.name}>{tab.panel}</i>)}</p>; }
      function Rows({ rows, children }) { return <p>{rows.map((row) => children(row))}</p>; }
      function App({ beds }) { const first = useRef(null); const all = useRef([]);
        return <main onClick={() => first.current.dig()}>${markup}</main>; }
      const Bed = forwardRef(function Bed(props, ref) { return <b ref={ref} />; });`);
    expect(foundBy('one-of-many', survey)).toHaveLength(found);
  });
});

describe('one-of-many, chosen among them', () => {
  const app = (ref: string): ReturnType<typeof one> =>
    one(`const Bed = forwardRef(function Bed({ n }, ref) { return <b ref={ref}>{n}</b>; });
      function App({ beds, at }) { const first = useRef(null); useEffect(() => { first.current.focus(); });
        const rows = []; beds.forEach((n, i) => { ${ref} }); return <main>{rows}</main>; }`);
  test.each([
    ['one for all', 'rows.push(<Bed key={n} n={n} ref={first} />);', ['App.first']],
    ['given to one by its value', 'rows.push(<Bed key={n} n={n} ref={n === at ? first : null} />);', []],
    [
      'given to one by a branch',
      'if (i === 0) { rows.push(<Bed key={n} n={n} ref={first} />); } else { rows.push(<Bed key={n} n={n} />); }',
      [],
    ],
  ])('%s', (_how, ref, found) => {
    expect(foundBy('one-of-many', app(ref))).toEqual(found);
  });
});

test.each([
  ['to each of a list', '<Bed bind:this={bed} />', ['Plot.bed']],
  ['to the one that is picked', '{#if picked === one}<Bed bind:this={bed} />{/if}', []],
])('one-of-many: a variable of Svelte that is bound %s', (_what, site, found) => {
  const survey = surveyOf({
    'src/Plot.svelte': `<script>import Bed from './Bed.svelte'; let bed; let picked = 1; function go() { picked = 2; bed.dig(); }</script>{#each [1, 2] as one}${site}{/each}<b on:click={go}>x</b>`,
    'src/Bed.svelte': `<script>let deep = 0; export function dig() { deep += 1; }</script><b>{deep}</b>`,
  });
  expect(foundBy('one-of-many', survey)).toEqual(found);
});
