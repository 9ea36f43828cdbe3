import { foundBy, one } from '../testing/project';

describe('split-state', () => {
  test('one copy a component may well be kept', () => {
    const survey = one(`function App() { return <main><Bed /><Bed /></main>; }
      function Bed() { const [open, setOpen] = useState(false); return <b onClick={() => setOpen(!open)}>{open ? 1 : 2}</b>; }`);
    expect(foundBy('split-state', survey)).toEqual([]);
  });
});
