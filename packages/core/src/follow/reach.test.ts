import { one } from '../testing/project';
import { webComponents } from '../testing/webComponents';
import { NothingToReach, reachOf } from './reach';

const document = one(`
  const Operator = createContext(null);
  function App() { const [units, setUnits] = useState('c'); const [who] = useState('day');
    return <Operator.Provider value={who}><Bar onUnits={setUnits} /><Zone units={units} /></Operator.Provider>; }
  function Bar({ onUnits }) { return <button onClick={() => onUnits('k')} />; }
  function Zone({ units }) { return <Gauge scale={units} />; }
  function Gauge({ scale }) { return <b>{scale}<Badge /></b>; }
  function Badge() { return <i>{useContext(Operator)}</i>; }`).document();
const id = (name: string) => `src/App.jsx#${name}`;

function reach(from: string): { to: string; from: string } {
  const found = reachOf(document, from);
  const say = (list: typeof found.to) =>
    list.map((one) => `${one.component.replace(/.*#/, '')} ${one.hops} ${one.carrier} ${one.names.join()}`).join('; ');
  return { to: say(found.to), from: say(found.from) };
}

test.each([
  [id('App'), 'Zone 1 prop units; Badge 1 context who; Gauge 2 prop scale', 'Bar 1 callback onUnits'],
  [id('Zone'), 'Gauge 1 prop scale', 'App 1 prop units'],
  [id('Gauge'), '', 'Zone 1 prop units; App 2 prop units'],
  [id('Bar'), 'App 1 callback setUnits', ''],
  [`${id('App')}.units`, 'Zone 1 prop units; Gauge 2 prop scale', ''],
  [`${id('Bar')}.onUnits`, 'App 1 callback setUnits', ''],
  ['context:Operator', 'Badge 1 context who', ''],
])('the reach of %s', (from, to, back) => {
  expect(reach(from)).toEqual({ to, from: back });
});

test.each([`${id('App')}.nothing`, 'context:Nobody', 'nonsense'])('%s reaches nothing, and that is said', (from) => {
  expect(() => reachOf(document, from)).toThrow(NothingToReach);
});

describe('who hears an event', () => {
  const take = (sends: string): string => `deep = 1; take = (event) => { this.deep = event.detail; }; ${sends}`;
  const pages = (options: string, sends = 'pick'): ReturnType<typeof webComponents> =>
    webComponents({
      House: ['{deep}<div onpick={take}><c-bed></c-bed></div>', take('')],
      Shelf: ['{deep}<div onpick={take}></div>', take('')],
      Log: [
        '{deep}',
        take(
          `connectedCallback() { window.addEventListener('pick', this.take); } disconnectedCallback() { window.removeEventListener('pick', this.take); }`,
        ),
      ],
      Bed: [
        '<b onclick={send}>x</b>',
        `send() { this.dispatchEvent(new CustomEvent('${sends}', { detail: 2, ${options} })); }`,
      ],
    });
  const bed = 'force-app/main/default/lwc/bed/bed.js#Bed';
  const heard = (options: string, from = `${bed}.pick`): string[] | undefined =>
    reachOf(pages(options).document(), from).heard?.map(({ component, by }) => `${component.replace(/.*#/, '')} ${by}`);

  test.each([
    ['bubbles: true, composed: true', ['House around', 'Log topic', 'Shelf accident']],
    ['bubbles: true', ['House around', 'Shelf accident']],
  ])('that is sent with %s', (options, found) => {
    expect(heard(options)).toEqual(found);
  });

  test('that goes to its own tag alone: nobody by accident', () => {
    expect(() => heard('bubbles: false')).toThrow(NothingToReach);
  });

  test('of a topic', () => {
    expect(heard('bubbles: true, composed: true', 'channel:pick')).toEqual(['Log topic']);
  });

  test('that nobody hears where it stands', () => {
    const found = reachOf(pages('bubbles: true', 'dug').document(), `${bed}.dug`);
    expect(found).toMatchObject({ to: [], heard: [] });
  });
});

test('a callback is no event', () => {
  expect(reachOf(document, `${id('Bar')}.onUnits`).heard).toEqual([]);
});
