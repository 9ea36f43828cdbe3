import { readdirSync } from 'node:fs';
import path from 'node:path';
import { attackByMutation, mutate, random } from './mutate';

const EXAMPLES = path.join(__dirname, '../examples');

test('5,000 half-typed files: no survey ends or hangs, and each mistake is told', async () => {
  const folders = readdirSync(EXAMPLES).map((name) => path.join(EXAMPLES, name));
  const { files, surveys, ended, untold, failures } = await attackByMutation(folders, 5000, 20);
  expect({ files, surveys }).toEqual({ files: 5000, surveys: 250 });
  // How long each takes is for `npm run attack -- mutate`: this machine may be busy.
  expect({ ended, untold, failures }).toEqual({ ended: [], untold: [], failures: [] });
}, 300_000);

test('what is mutated is the same each time, and differs from what it was', () => {
  const text = 'export const Tray = ({ units }) => <b>{units}</b>;';
  const all = (seed: number): string[] => {
    const pick = random(seed);
    return Array.from({ length: 50 }, () => mutate(text, pick));
  };
  expect(all(1)).toEqual(all(1));
  expect(all(1)).not.toEqual(all(2));
  expect(all(1).filter((one) => one !== text).length).toBeGreaterThan(40);
});
