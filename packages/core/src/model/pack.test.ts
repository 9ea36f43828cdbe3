import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { factsOf } from '../testing/project';
import { pack, unpack } from './pack';
import type { FileFacts, PlaceKind } from './facts';
import { familyOf } from './sourceFiles';

const EXAMPLES = path.resolve(__dirname, '../../../../examples');
/** The same nursery in every family that is read. */
const files = [
  'glasshouse-react',
  'glasshouse-vue3',
  'glasshouse-vue2',
  'glasshouse-svelte',
  'glasshouse-runes',
  'glasshouse-angular',
  'glasshouse-ngmodules',
  'glasshouse-lwc',
  'glasshouse-scopes',
].flatMap((example) =>
  readdirSync(path.join(EXAMPLES, example, 'src'), { recursive: true, encoding: 'utf8' })
    .map((file) => path.join(example, 'src', file))
    .filter((file) => familyOf(file) !== null),
);

test.each(files)('%s comes back as it was', (file) => {
  const facts = factsOf(file, readFileSync(path.join(EXAMPLES, file), 'utf8'));
  expect(unpack(pack(facts))).toEqual(facts);
  expect(pack(facts).length).toBeLessThan(JSON.stringify(facts).length);
});

describe('what no list knows', () => {
  const facts = (): FileFacts => factsOf('src/Tray.jsx', 'export function Tray({ label }) { return <b>{label}</b>; }');

  test('is not packed as something else', () => {
    const odd = facts();
    for (const place of odd.places) place.kind = 'shelf' as PlaceKind;
    expect(() => pack(odd)).toThrow('“shelf”, which is none of binding, param');
  });

  test('is not read back as something else', () => {
    const text = pack(facts()).replace('"places":[', '"places":[99,"x",0,1,1,1,');
    expect(() => unpack(text)).toThrow('99, which stands for none of binding, param');
  });
});
