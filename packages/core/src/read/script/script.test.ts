/** The language itself: what becomes of a value in each construct, whatever the family. */
import { one, trailsOf } from '../../testing/project';

/**
 * How `units`, a text in App's state, reaches Tray's prop through some code: `same` as it is, `part` a field of it, `derived` computed
 * from it, `frozen` copied once, `nothing` not at all. The code ends in the name `got`.
 */
function gotBy(code: string, helpers = ''): string {
  const survey = one(
    `${helpers} function App() { const [units, setUnits] = useState({ scale: 'c', list: ['a'] }); ${code} return <main onClick={() => setUnits({})}>{units.scale}<Tray got={got} /></main>; }
     function Tray({ got }) { return <b>{got}</b>; }`,
  );
  const { trails, readers } = survey.trail('App.units');
  const arrived = trails.flatMap(({ stops }) => stops).find(({ component }) => component === 'Tray');
  if (arrived) return arrived.effect === 'renamed' ? 'same' : (arrived.effect ?? 'same');
  return readers.some(({ component, computed }) => component === 'Tray' && computed) ? 'derived' : 'nothing';
}

describe('names', () => {
  test.each([
    ['declared', 'const got = units;', 'same'],
    ['set later', 'let got; got = units;', 'same'],
    ['set in a branch', 'let got = null; if (units) got = units;', 'same'],
    ['set where there is none', 'let got; got ??= units;', 'same'],
    ['one of two', `const got = units.scale ? units : null;`, 'same'],
    ['this or that', `const got = units || null;`, 'same'],
    ['that only if this', `const got = units.scale && units;`, 'same'],
    ['where it is null', `const got = null ?? units;`, 'same'],
    ['the last of several', `const got = (0, units);`, 'same'],
    ['through several names', 'const a = units; const b = a; const got = b;', 'same'],
    ['hidden by a name of its own', `let got = 1; { const units = 2; got = units; }`, 'nothing'],
    ['hoisted', 'var got = before(); function before() { return units; }', 'same'],
    ['in a block', 'let got; { got = units; }', 'same'],
    ['past a type', 'const got = units;', 'same'],
  ])('%s', (_, code, effect) => expect(gotBy(code)).toBe(effect));
});

describe('taken apart and put together', () => {
  test.each([
    ['a field', 'const got = units.scale;', 'part'],
    ['a field by its text', `const got = units['scale'];`, 'part'],
    ['a field that may not be there', 'const got = units?.scale;', 'part'],
    ['a field in a pattern', 'const { scale: got } = units;', 'part'],
    ['with a default', `const { scale: got = 'k' } = units;`, 'part'],
    ['one within another', 'const { list: [got] } = units;', 'part'],
    ['all but some fields', 'const { list, ...got } = units;', 'same'],
    ['put into an object and taken out', 'const box = { a: units }; const got = box.a;', 'same'],
    ['put in under another name', 'const box = { a: units }; const got = box.b;', 'nothing'],
    ['put in by its own name', 'const box = { units }; const got = box.units;', 'same'],
    ['spread in, and a field of that', 'const box = { ...units }; const got = box.scale;', 'part'],
    ['put into a list and taken out', 'const box = [units]; const got = box[0];', 'same'],
    ['spread into a list', 'const box = [...units.list]; const got = box[0];', 'part'],
    ['set on an object', 'const box = {}; box.a = units; const got = box.a;', 'same'],
    ['a setting that swaps two', 'let a = units, got = 1; [got, a] = [a, got];', 'same'],
    ['a getter', 'const box = { get a() { return units; } }; const got = box.a;', 'same'],
    ['a method of an object', 'const box = { a() { return units; } }; const got = box.a();', 'same'],
  ])('%s', (_, code, effect) => expect(gotBy(code)).toBe(effect));
});

describe('computed', () => {
  test.each([
    ['added to', `const got = units.scale + '!';`],
    ['in a text', 'const got = `in ${units.scale}`;'],
    ['compared', `const got = units.scale === 'c';`],
    ['denied', 'const got = !units;'],
    ['asked for its type', 'const got = typeof units;'],
    ['asked whether it is in there', `const got = 'scale' in units;`],
    ['counted', 'const got = units.list.length + 1;'],
    ['by a function of the language', 'const got = String(units.scale);'],
    ['made a text', 'const got = JSON.stringify(units);'],
  ])('%s', (_, code) => expect(gotBy(code)).toBe('derived'));
});

describe('functions', () => {
  const helpers = `function same(x) { return x; } function first(x, y) { return x; } function all(...xs) { return xs; }
    function either(x, y = x) { return y; } function inner(x) { const deep = () => x; return deep(); } const arrow = (x) => x;
    function chosen(x) { switch (x.scale) { case 'c': return x; default: return null; } }
    function tried(x) { try { return x; } catch { return null; } finally { void 0; } }
    async function later(x) { return x; } function* each(x) { yield x; } function nothing(x) { void x; }
    function through(f, x) { return f(x); } function twice(x) { return same(same(x)); }
    function early(x) { if (!x) return null; for (const y of [x]) return y; return null; }`;
  test.each([
    ['handed back', 'const got = same(units);', 'same'],
    ['by an arrow', 'const got = arrow(units);', 'same'],
    ['the first of two', 'const got = first(units, 1);', 'same'],
    ['not the second of two', 'const got = first(1, units);', 'nothing'],
    ['one of all', 'const got = all(units)[0];', 'same'],
    ['as a default', 'const got = either(units);', 'same'],
    ['through a closure', 'const got = inner(units);', 'same'],
    ['out of a switch', 'const got = chosen(units);', 'same'],
    ['out of a try', 'const got = tried(units);', 'same'],
    ['out of a loop', 'const got = early(units);', 'same'],
    ['through two', 'const got = twice(units);', 'same'],
    ['not out of one that returns nothing', 'const got = nothing(units);', 'nothing'],
    ['called on the spot', 'const got = (() => units)();', 'same'],
    ['handed in to be called', 'const got = through(same, units);', 'same'],
    ['by call, which is a method like any other', 'const got = same.call(null, units);', 'derived'],
  ])('%s', (_, code, effect) => expect(gotBy(code, helpers)).toBe(effect));
});

describe('lists', () => {
  test.each([
    ['one of them', 'const got = units.list.find((x) => x);', 'part'],
    ['some of them', 'const got = units.list.filter((x) => x)[0];', 'part'],
    ['each as it is', 'const got = units.list.map((x) => x)[0];', 'part'],
    ['turned about', 'const got = units.list.slice().reverse()[0];', 'part'],
    ['put beside others', `const got = units.list.concat(['b'])[0];`, 'part'],
    ['put beside those of another list', `const got = ['b'].concat(units.list)[0];`, 'part'],
    ['put beside others in a copy', `const box = ['b']; box.concat(units.list); const got = box[0];`, 'nothing'],
    ['which of them are meant', `const got = ['a', 'b'].slice(units)[0];`, 'nothing'],
    ['which of them is meant', `const box = ['a']; box.at(units); const got = box[0];`, 'nothing'],
    ['by a loop', 'let got; for (const x of units.list) got = x;', 'part'],
    ['by forEach', 'let got; units.list.forEach((x) => { got = x; });', 'part'],
    ['pushed into another', 'const box = []; box.push(units); const got = box[0];', 'same'],
    ['whether there are any', 'const got = units.list.some((x) => x);', 'derived'],
    ['joined', `const got = units.list.join(', ');`, 'derived'],
  ])('%s', (_, code, effect) => expect(gotBy(code)).toBe(effect));
});

describe('classes that are no components', () => {
  const helpers = `class Box { constructor(x) { this.held = x; } same(x) { return x; } get own() { return 'own'; } static of(x) { return x; } plain = (x) => x; }
    class Deep extends Box { deeper(x) { return this.same(x); } }`;
  test.each([
    ['a method', 'const got = new Box().same(units);', 'same'],
    ['a field that is a function', 'const got = new Box().plain(units);', 'same'],
    ['a static method', 'const got = Box.of(units);', 'same'],
    ['a method of the class above', 'const got = new Deep().same(units);', 'same'],
    ['by way of this', 'const got = new Deep().deeper(units);', 'same'],
    ['what one instance was made with is not told from that of others', 'const got = new Box(units).held;', 'nothing'],
  ])('%s', (_, code, effect) => expect(gotBy(code, helpers)).toBe(effect));
});

test('the name a value has on arrival is the prop’s, wherever it was renamed on the way', () => {
  expect(
    trailsOf(
      one(`function App() { const [units] = useState('c'); const { a: b } = { a: units }; return <Tray scale={b} />; }
        function Tray({ scale: shown }) { return <b>{shown}</b>; }`),
      'App.units',
    ),
  ).toEqual(['App.units > Tray.scale']);
});
