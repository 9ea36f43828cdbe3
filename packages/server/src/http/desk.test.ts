import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { DeskUnderTest } from '../testing/desk';

let desk: DeskUnderTest;

beforeAll(async () => {
  desk = await DeskUnderTest.start();
});

afterAll(() => desk.close());

test('an open project stays open while the demos are surveyed: it is not read again to answer', async () => {
  const surveyed = async (): Promise<unknown[]> =>
    (JSON.parse((await desk.ask('/api/projects')).text) as { last: unknown }[]).map((one) => one.last);
  for (let all: unknown[] = [null]; all.includes(null); all = await surveyed())
    await new Promise((resolve) => setTimeout(resolve, 200));
  expect((await surveyed()).length).toBeGreaterThan(5);
  // A survey made from here on would not find what is asked for.
  writeFileSync(path.join(desk.project, 'src/App.jsx'), 'export function App() { return null; }');
  expect(await desk.ask(`/api/projects/${desk.id}/trail?value=App.units`)).toMatchObject({
    status: 200,
    text: expect.stringContaining('Tray'),
  });
});
