import { foundBy, one } from '../testing/project';

describe('dangling-handle', () => {
  const plot = (offers: string, calls: string): ReturnType<typeof one> =>
    one(`const Bed = forwardRef(function Bed({ name }, ref) { ${offers} });
      function Plot() { const bed = useRef(null); ${calls}; }`);
  const offers = 'useImperativeHandle(ref, () => ({ dig() {} })); return <b>{name}</b>;';
  const shown = 'return <p><Bed ref={bed} name="a" /></p>';

  test.each([
    ['what is offered', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.dig()}>')}`, []],
    ['what is not', offers, `${shown.replace('<p>', '<p onClick={() => bed.current.rake()}>')}`, ['Plot.rake']],
    [
      'with care, what is not',
      offers,
      `${shown.replace('<p>', '<p onClick={() => bed.current?.rake()}>')}`,
      ['Plot.rake'],
    ],
    ['in an effect', offers, `useEffect(() => { bed.current.dig(); }, []); ${shown}`, []],
    ['while rendering', offers, `bed.current.dig(); ${shown}`, ['Plot.dig']],
    ['while rendering, once it is there', offers, `bed.current?.dig(); ${shown}`, []],
    [
      'an element’s own',
      'return <b ref={ref}>{name}</b>;',
      `useEffect(() => { bed.current.focus(); }, []); ${shown}`,
      [],
    ],
  ])('%s', (_what, offered, calls, found) => {
    expect(foundBy('dangling-handle', plot(offered, calls))).toEqual(found);
  });
});
