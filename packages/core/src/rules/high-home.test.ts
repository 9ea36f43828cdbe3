import { foundBy, one } from '../testing/project';

describe('high-home', () => {
  test('state that one branch below alone uses', () => {
    const survey =
      one(`function App() { const [open, setOpen] = useState(false); return <main><Sign /><Plot open={open} onOpen={setOpen} /></main>; }
      function Sign() { return <i />; }
      function Plot({ open, onOpen }) { return <b onClick={() => onOpen(!open)}>{open ? 'open' : 'shut'}</b>; }`);
    expect(foundBy('high-home', survey)).toEqual(['App.open']);
  });

  test('state that two branches use', () => {
    const survey =
      one(`function App() { const [open, setOpen] = useState(false); return <main><Sign open={open} /><Plot open={open} onOpen={setOpen} /></main>; }
      function Sign({ open }) { return <i>{open ? 1 : 2}</i>; }
      function Plot({ open, onOpen }) { return <b onClick={() => onOpen(!open)}>{open ? 'open' : 'shut'}</b>; }`);
    expect(foundBy('high-home', survey)).toEqual([]);
  });
});
