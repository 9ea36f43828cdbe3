/** `npm run oracle`: every example against the running application; writes the table to docs/accuracy.md. */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { EXAMPLES, hold } from '.';
import type { Measure } from './compare';
import { CARRIED, carryOut } from './carriedOut';
import { holdScreens, SCREENS } from './screens';

function cell({ seen, found }: Measure): string {
  return seen === 0 ? '–' : `${found} of ${seen}`;
}

async function main(root: string): Promise<void> {
  const rows: string[] = [];
  let failed = false;
  for (const [folder, about] of EXAMPLES) {
    const result = await hold(path.join(root, 'examples', folder));
    const { written, under, props, contexts, messages, neverSeen } = result;
    rows.push(
      `| \`${folder}\` | ${about} | ${cell(written)} | ${cell(under)} | ${cell(props)} | ${cell(contexts)} | ${cell(messages)} | ${neverSeen.length} |`,
    );
    for (const [what, { missed }] of Object.entries({ written, under, props, contexts, messages }))
      for (const one of missed) console.log(`${folder}: not found (${what}): ${one}`);
    for (const one of neverSeen) console.log(`${folder}: claimed, never seen: ${one}`);
    failed ||= [written, under, messages].some((one) => one.missed.length > 0);
  }
  const table = [
    '| example | shows | written by | rendered under | props handed on | contexts read | messages heard | claimed, never seen |',
    '| --- | --- | --: | --: | --: | --: | --: | --: |',
    ...rows,
  ].join('\n');
  console.log(table);
  const screens: string[] = [];
  for (const [folder, about, changes] of SCREENS) {
    const result = await holdScreens(path.join(root, 'examples', folder), changes);
    screens.push(
      `| \`${folder}\` | ${about} | ${cell(result.changes)} | ${cell(result.parts)} | ${cell(result.frozen)} |`,
    );
    for (const one of Object.values(result).flatMap(({ missed }) => missed)) {
      console.log(`${folder}: ${one}`);
      failed = true;
    }
  }
  const screenTable = [
    '| example | shows | changes seen on the screen | parts that changed, on a trail | frozen copies that stood still |',
    '| --- | --- | --: | --: | --: |',
    ...screens,
  ].join('\n');
  console.log(screenTable);
  const carried: string[] = [];
  for (const one of CARRIED) {
    const { files, byHand, wrong } = await carryOut(root, one);
    const what = 'rule' in one ? `mend \`${one.rule}\`` : `\`${one.value}\`: ${one.way}`;
    const also = 'also' in one && one.also ? `, wanted in ${one.also.join(', ')}` : '';
    carried.push(
      `| \`${one.example}\` | ${what}${also} | ${files} | ${byHand} | ${wrong.length === 0 ? 'yes' : 'no'} |`,
    );
    for (const sentence of wrong) {
      console.log(`${one.example}, ${what}: ${sentence}`);
      failed = true;
    }
  }
  const carriedTable = [
    '| example | carried out | files | by hand | same screen, relays gone |',
    '| --- | --- | --: | --: | --- |',
    ...carried,
  ].join('\n');
  console.log(carriedTable);
  const page = path.join(root, 'docs/accuracy.md');
  const text = readFileSync(page, 'utf8');
  writeFileSync(
    page,
    text
      .replace(/(<!-- oracle -->\n)[\s\S]*?(\n<!-- end -->)/, `$1\n${table}\n$2`)
      .replace(/(<!-- carried -->\n)[\s\S]*?(\n<!-- end of carried -->)/, `$1\n${carriedTable}\n$2`)
      .replace(/(<!-- screens -->\n)[\s\S]*?(\n<!-- end of screens -->)/, `$1\n${screenTable}\n$2`),
  );
  if (failed) process.exitCode = 1;
}

void main(process.argv[2] ?? '.');
