import { foundBy, one } from '../testing/project';
import { webComponents } from '../testing/webComponents';

describe('open-broadcast', () => {
  const page = (listener: string, sender: string): ReturnType<typeof one> =>
    one(`function App() { return <main><Plot /><Sign /></main>; }
      function Plot() { const [n, setN] = useState(0); ${listener} return <p title={n}><Bed /></p>; }
      function Sign() { const [n, setN] = useState(0); ${sender.includes('Sign') ? listener : ''} return <i>{n}</i>; }
      function Bed() { return <b onClick={() => window.dispatchEvent(new CustomEvent('dug'))} />; }`);
  const hears = `useEffect(() => { const on = () => setN(1); window.addEventListener('dug', on); return () => window.removeEventListener('dug', on); }, []);`;

  test('heard by the one above alone', () => {
    expect(foundBy('open-broadcast', page(hears, ''))).toEqual(['Bed.dug']);
  });

  test('heard by another branch as well', () => {
    expect(foundBy('open-broadcast', page(hears, 'Sign'))).toEqual([]);
  });

  test.each([
    ['that its parent renders alone', {}, ['Bed.dug']],
    [
      'that may stand on pages beside its parent',
      {
        'force-app/main/default/lwc/bed/bed.js-meta.xml':
          '<LightningComponentBundle><isExposed>true</isExposed></LightningComponentBundle>',
      },
      [],
    ],
  ])('sent by one %s', (_what, metadata, found) => {
    const survey = webComponents(
      {
        Plot: [
          '{dug}<c-bed></c-bed>',
          `dug = 0; on = () => { this.dug = 1; }; connectedCallback() { window.addEventListener('dug', this.on); } disconnectedCallback() { window.removeEventListener('dug', this.on); }`,
        ],
        Bed: ['<b onclick={send}>x</b>', `send() { window.dispatchEvent(new CustomEvent('dug')); }`],
      },
      metadata,
    );
    expect(foundBy('open-broadcast', survey)).toEqual(found);
  });
});
