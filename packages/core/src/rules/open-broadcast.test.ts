import { foundBy, one } from '../testing/project';

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
});
