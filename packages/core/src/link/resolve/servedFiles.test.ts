import { ServedFiles } from './servedFiles';

const FILES = [
  'web/index.html',
  'web/app/beds/bed.html',
  'web/app/lamps/lamp.html',
  'admin/lamps/lamp.html',
  'admin/pots/pot.html',
  'admin/pots/pot.js',
];

test.each([
  ['below a folder above whoever names it', 'web/app/beds', 'app/lamps/lamp.html', 'web/app/lamps/lamp.html'],
  ['the nearest of several', 'admin/lamps', 'lamps/lamp.html', 'admin/lamps/lamp.html'],
  ['by the end of its path', '', 'app/beds/bed.html', 'web/app/beds/bed.html'],
  ['behind a prefix of the server', 'web', 'static/v2/app/beds/bed.html', 'web/app/beds/bed.html'],
  ['a name alone, where that is all that is said', '', 'pot.html', 'admin/pots/pot.html'],
  ['a name that several files have', '', 'lamp.html', undefined],
  ['a name that only fits without its folder', '', 'shelves/pot.html', undefined],
  ['a file that is no markup', 'admin', 'pots/pot.js', undefined],
])('%s', (_what, folder, path, file) => {
  const served = new ServedFiles(FILES.map((one) => ({ path: one })));
  const found = served.find(folder, path);
  expect(found === undefined ? undefined : FILES[found]).toBe(file);
});
