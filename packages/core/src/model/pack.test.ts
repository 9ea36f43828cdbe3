import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { factsOf } from '../testing/project';
import { pack, unpack } from './pack';

const DEMO = path.resolve(__dirname, '../../../../examples/glasshouse-react/src');
const files = readdirSync(DEMO, { recursive: true, encoding: 'utf8' }).filter((file) => /\.jsx?$/.test(file));

test.each(files)('%s comes back as it was', (file) => {
  const facts = factsOf(file, readFileSync(path.join(DEMO, file), 'utf8'));
  expect(unpack(pack(facts))).toEqual(facts);
  expect(pack(facts).length).toBeLessThan(JSON.stringify(facts).length);
});
