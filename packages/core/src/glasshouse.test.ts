/** Holds the survey of each demo against what its EXPECTED.md says. */
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { findingsOf, surveyOf, trailsOf } from './testing/project';

const EXAMPLES = path.resolve(__dirname, '../../../examples');

function sources(root: string, folder = root, found: Record<string, string> = {}): Record<string, string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = path.join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== 'node_modules' && entry.name !== 'dist') sources(root, file, found);
    else if (
      /\.([jt]sx?|vue|svelte|html|xml)$|(jsconfig|package)\.json$/.test(entry.name) &&
      // A page is read where it holds more than the place that an application is put into.
      (entry.name !== 'index.html' || readFileSync(file, 'utf8').includes('ng-app'))
    )
      found[path.relative(root, file)] = readFileSync(file, 'utf8');
  }
  return found;
}

describe.each([
  ['glasshouse-react', 40, ['StrictMode', 'Tag']],
  ['glasshouse-vue3', 20, []],
  ['glasshouse-vue2', 20, []],
  ['glasshouse-svelte', 20, []],
  ['glasshouse-runes', 20, []],
  ['glasshouse-angular', 20, []],
  ['glasshouse-ngmodules', 20, []],
  ['glasshouse-lwc', 20, []],
  ['glasshouse-scopes', 20, []],
])('%s', (name, atLeast, unresolved) => {
  const root = path.join(EXAMPLES, name);
  const expected = readFileSync(path.join(root, 'EXPECTED.md'), 'utf8');
  const blocks = [...expected.matchAll(/```(trails|findings) ?(\S*)\n([\s\S]*?)```/g)].map(
    ([, kind = '', question = '', body = '']) => ({ kind, question, lines: body.trim().split('\n') }),
  );
  const trails = blocks
    .filter((block) => block.kind === 'trails')
    .map((block) => [block.question, block.lines] as const);
  // Made once the readers are loaded.
  let survey: ReturnType<typeof surveyOf>;
  beforeAll(() => {
    survey = surveyOf(sources(root));
  });

  test('the page holds lists to compare with', () => {
    expect(trails.length).toBeGreaterThan(6);
  });

  test.each(trails)('trails of %s', (question, lines) => {
    expect(trailsOf(survey, question)).toEqual(lines);
  });

  test('findings', () => {
    expect(findingsOf(survey)).toEqual(blocks.find((block) => block.kind === 'findings')?.lines);
  });

  test('every tag resolved, but what is chosen by a prop and what packages bring', () => {
    const { components, sites, files } = survey.document();
    expect(components.length).toBeGreaterThanOrEqual(atLeast);
    expect(sites.filter((site) => site.of === null).map((site) => site.name)).toEqual(unresolved);
    expect(files.flatMap((file) => file.problems)).toEqual([]);
  });

  if (name === 'glasshouse-react')
    test('homes', () => {
      expect(survey.homes('App.units')).toMatchObject({
        readers: ['Gauge', 'SetpointDial', 'AlarmRow', 'UnitSwitch'],
        writers: ['UnitSwitch'],
        nearest: 'App',
        recommended: 'context',
      });
      expect(survey.homes('Tray.open')).toMatchObject({ nearest: 'Tray', perInstance: true, recommended: 'keep' });
    });
});
