import { jsxLanguage } from '@codemirror/lang-javascript';
import { segmentsOf, type LineMark } from './codeLine';
import { piecesOf } from './syntax';

const say = (text: string, marks: LineMark[], room = Infinity, names: string[] = []): string => {
  const pieces = piecesOf(jsxLanguage.parser, text)[0] ?? [];
  const { segments, cut } = segmentsOf({ text, marks, pieces, isName: (name) => names.includes(name), room });
  return (
    (cut ? '…' : '') +
    segments
      .map((one) => {
        const inner = one.name ? `<${one.text}>` : one.text;
        const marked = one.mark ? `[${one.mark} ${inner}]` : inner;
        return one.kind ? `{${one.kind} ${marked}}` : marked;
      })
      .join('')
  );
};

test('a name is marked where it is looked for, and names lead on', () => {
  expect(
    say('const units = scale;', [{ column: 1, length: 0, name: 'units', what: 'arrives' }], Infinity, [
      'scale',
      'units',
    ]),
  ).toBe('{keyword const} [arrives <units>] = <scale>;');
});

test('what leaves is marked as a whole, with its colours inside', () => {
  expect(say(`  <Zone units="c" />`, [{ column: 9, length: 9, what: 'leaves' }])).toBe(
    '{tag <}{tag Zone} [leaves units=]{literal [leaves "c"]} {tag />}',
  );
});

test('a line that is too long is cut so that the mark is seen', () => {
  const line = `  return format(aLongName, anotherLongName, units);`;
  const cut = say(line, [{ column: 1, length: 0, name: 'units', what: 'used' }], 20);
  expect(cut.startsWith('…')).toBe(true);
  expect(cut).toContain('[used units]');
});

test('what spans lines is coloured in each', () => {
  const lines = piecesOf(jsxLanguage.parser, 'let a; /* one\ntwo */ let b;');
  expect(lines.map((line) => line.map((piece) => `${piece.from}-${piece.to} ${piece.kind}`))).toEqual([
    ['0-3 keyword', '7-13 comment'],
    ['0-6 comment', '7-10 keyword'],
  ]);
});

test('no line of any text is lost or doubled', () => {
  const text = '\tconst { a, b } = props; // both';
  const { segments } = segmentsOf({
    text,
    marks: [{ column: 10, length: 1, what: 'used' }],
    pieces: piecesOf(jsxLanguage.parser, text)[0] ?? [],
    isName: () => true,
    room: 400,
  });
  expect(segments.map((one) => one.text).join('')).toBe(text);
});
