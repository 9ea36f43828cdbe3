/** `npm run oracle`: every example against the running application; writes the table to docs/accuracy.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { compare, type Comparison, type Measure } from './compare';
import { observe } from './observe';

export const EXAMPLES: readonly [folder: string, about: string][] = [
  ['glasshouse-react', 'the demo'],
  ['potting-classes', 'classes, legacy factories'],
  ['irrigation-hooks', 'hooks, contexts within contexts'],
  ['deliveries-redux', 'Redux, connected components'],
  ['alarms-hookstore', 'hook stores, a module’s own variable'],
  ['signs-composition', 'composition, portals, wrappers, clones'],
];

export async function hold(example: string): Promise<Comparison> {
  const seen = await observe(example);
  const survey = await surveyFolder(example);
  return compare(survey.document(), seen);
}

function cell({ seen, found }: Measure): string {
  return seen === 0 ? '–' : `${found} of ${seen}`;
}

async function main(root: string): Promise<void> {
  const rows: string[] = [];
  let failed = false;
  for (const [folder, about] of EXAMPLES) {
    const result = await hold(path.join(root, 'examples', folder));
    const { written, under, props, contexts, neverSeen } = result;
    rows.push(
      `| \`${folder}\` | ${about} | ${cell(written)} | ${cell(under)} | ${cell(props)} | ${cell(contexts)} | ${neverSeen.length} |`,
    );
    for (const [what, { missed }] of Object.entries({ written, under, props, contexts }))
      for (const one of missed) console.log(`${folder}: not found (${what}): ${one}`);
    for (const one of neverSeen) console.log(`${folder}: claimed, never seen: ${one}`);
    failed ||= [written, under].some((one) => one.missed.length > 0);
  }
  const table = [
    '| example | shows | written by | rendered under | props handed on | contexts read | claimed, never seen |',
    '| --- | --- | --: | --: | --: | --: | --: |',
    ...rows,
  ].join('\n');
  console.log(table);
  const page = path.join(root, 'docs/accuracy.md');
  const text = readFileSync(page, 'utf8');
  writeFileSync(page, text.replace(/(<!-- oracle -->\n)[\s\S]*?(\n<!-- end -->)/, `$1\n${table}\n$2`));
  if (failed) process.exitCode = 1;
}

if (process.argv[2]) void main(process.argv[2]);
