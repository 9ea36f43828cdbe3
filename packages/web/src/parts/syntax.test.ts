import { languageFor } from './language';
import { piecesOf } from './syntax';

/** The pieces of a text of a kind, as `kind:text`. */
async function pieces(path: string, text: string): Promise<string[][]> {
  const { language } = await languageFor(path);
  const lines = text.split('\n');
  return piecesOf(language.parser, text).map((line, at) =>
    line.map(({ from, to, kind }) => `${kind}:${(lines[at] ?? '').slice(from, to)}`),
  );
}

test.each([
  ['a script', 'src/depth.js', "const depth = 'deep';", ['keyword:const', "literal:'deep'"]],
  [
    'a typed script',
    'src/depth.ts',
    'export type Depth = 1;',
    ['keyword:export', 'keyword:type', 'tag:Depth', 'literal:1'],
  ],
  [
    'markup in a script',
    'src/Bed.tsx',
    'const a = <b title="x" />;',
    ['keyword:const', 'tag:<', 'tag:b', 'literal:"x"', 'tag:/>'],
  ],
  ['a template', 'src/bed.html', '<app-bed />', ['tag:<', 'tag:app-bed', 'tag:/>']],
  ['a component of Svelte', 'src/Bed.svelte', '<b>1</b>', ['tag:<', 'tag:b', 'tag:>', 'tag:</', 'tag:b', 'tag:>']],
  [
    'a component of Vue',
    'src/Bed.vue',
    '<template><b /></template>',
    ['tag:<', 'tag:template', 'tag:>', 'tag:<', 'tag:b', 'tag:/>', 'tag:</', 'tag:template', 'tag:>'],
  ],
])('%s is coloured by its language', async (_what, path, text, expected) => {
  expect((await pieces(path, text)).flat().flatMap((one) => one)).toEqual(expected);
});

test('what spans lines is a piece in each of them, and empty lines have none', async () => {
  expect(await pieces('src/a.ts', '/* deep\n\nsoil */ const a = 1;')).toEqual([
    ['comment:/* deep'],
    [],
    ['comment:soil */', 'keyword:const', 'literal:1'],
  ]);
});

test('expressions of a template are read as such', async () => {
  const [line] = await pieces('src/bed.html', `<b (click)="dig('deep')">{{ 3 }}</b>`);
  expect(line).toEqual(expect.arrayContaining(['literal:3']));
});
