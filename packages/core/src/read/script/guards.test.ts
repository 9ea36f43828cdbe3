import { readFile } from '..';

/** How many of its parameters the first function of a script counts on. */
function neededBy(text: string): number | undefined {
  const facts = readFile({ path: 'src/benches.js', text, hash: '', bytes: text.length });
  return facts.functions[1]?.needs;
}

describe('parameters that a function counts on', () => {
  it.each([
    ['function move(bench, to) { place(bench, to); }', 2],
    ['function move(bench, to) { if (!to) throw new Error(); place(bench, to); }', 2],
    ['function move(bench, to) { if (to === undefined) { throw new Error(); } place(bench, to); }', 1],
    ['function move(bench, to = 0) { place(bench, to); }', 1],
    ['function move(bench, ...more) { place(bench, more); }', 1],
    ['const move = (bench, to) => { if (to) place(bench, to); }', 0],
    ['const move = (bench, to) => { if (!to) return; place(bench, to); }', 1],
    ['const move = (bench, to) => place(bench, to ?? 0)', 1],
    ['const move = (bench, to) => place(bench, to || 0)', 1],
    ['const move = (bench, to) => to && place(bench, to)', 0],
    ['const move = (bench, to) => place(bench, to ? to : 0)', 1],
    ['const move = (bench, to) => { to ??= 0; place(bench, to); }', 1],
    ['const move = (bench, to) => place(bench, to?.row)', 1],
    ['const move = (bench, to) => place(bench, to?.())', 1],
    ['const move = (bench, to) => place(bench, to?.rows.at(1))', 1],
    ["const move = (bench, to) => { if (typeof to === 'string') place(bench, to); }", 0],
    ['const move = (bench, to) => { if (undefined !== to) place(bench, to); }', 0],
    ["const move = (bench, to) => place(bench, to === 'end' ? 0 : 1)", 1],
    ['const move = (bench, to) => () => { if (to) place(bench, to); }', 0],
    ['const move = (bench, to) => { if (bench.free) place(bench, to); }', 1],
    ['const move = (bench, to) => { if (bench.free) return; place(bench, to); }', 2],
    ['const move = (bench, to) => place(bench, bench.free ? to : 0)', 1],
    ['const move = (bench, to) => place(bench, bench.free ? to : to + 1)', 2],
    ['const move = (bench, to) => { switch (rows.kind) { case 1: place(to); break; case 2: place(to + 1); } }', 2],
    ['const move = (bench, to) => { if (!bench) return; place(bench, to); }', 0],
    ['const move = (bench, to) => rows.forEach((row) => place(row, to))', 2],
    ['const move = (bench, to) => place(to)', 2],
    ['const move = (bench, to) => place(bench)', 1],
  ])('%s', (text, needs) => {
    expect(neededBy(text)).toBe(needs);
  });

  it('are not asked for by a comparison with something else, nor where another name is meant', () => {
    expect(neededBy('const move = (bench, to) => place(bench, to === bench ? 0 : 1)')).toBe(2);
    expect(neededBy('const move = (bench, to) => { rows.map((to) => to ?? 0); place(bench, to); }')).toBe(2);
  });
});
