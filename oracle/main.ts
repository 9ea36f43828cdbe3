/**
 * `npm run oracle`: every example against the running application; writes the tables to docs/accuracy.md. With the name of an example,
 * or a part of it (`npm run oracle -- runes`), it only carries out what there is for that one, and writes nothing.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { EXAMPLES, hold } from '.';
import type { Measure } from './compare';
import { CARRIED, carryOut, type Carried } from './carriedOut';
import { holdScreens, SCREENS } from './screens';

function cell({ seen, found }: Measure): string {
  return seen === 0 ? '–' : `${found} of ${seen}`;
}

async function main(root: string): Promise<void> {
  const rows: string[] = [];
  let failed = false;
  for (const [folder, title] of EXAMPLES) {
    const result = await hold(path.join(root, 'examples', folder));
    const { written, under, props, contexts, messages, neverSeen } = result;
    rows.push(
      `| \`${folder}\` | ${title} | ${cell(written)} | ${cell(under)} | ${cell(props)} | ${cell(contexts)} | ${cell(messages)} | ${neverSeen.length} |`,
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
  for (const [folder, title, changes] of SCREENS) {
    const result = await holdScreens(path.join(root, 'examples', folder), changes);
    screens.push(
      `| \`${folder}\` | ${title} | ${cell(result.changes)} | ${cell(result.parts)} | ${cell(result.frozen)} |`,
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
  const { rows: carried, failed: anyFailed } = await carryOutAll(root, CARRIED);
  failed ||= anyFailed;
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

/** Carries out one after the other, and says what does not hold. */
async function carryOutAll(root: string, all: readonly Carried[]): Promise<{ rows: string[]; failed: boolean }> {
  const rows: string[] = [];
  let failed = false;
  for (const one of all) {
    const { files, byHand, wrong } = await carryOut(root, one);
    const what = 'rule' in one ? `mend \`${one.rule}\`` : `\`${one.value}\`: ${one.way}`;
    const also = 'also' in one && one.also ? `, wanted in ${one.also.join(', ')}` : '';
    rows.push(`| \`${one.example}\` | ${what}${also} | ${files} | ${byHand} | ${wrong.length === 0 ? 'yes' : 'no'} |`);
    for (const sentence of wrong) {
      console.log(`${one.example}, ${what}: ${sentence}`);
      failed = true;
    }
  }
  return { rows, failed };
}

async function some(root: string, part: string): Promise<void> {
  const { rows, failed } = await carryOutAll(
    root,
    CARRIED.filter(({ example }) => example.includes(part)),
  );
  console.log(rows.join('\n'));
  if (failed || rows.length === 0) process.exitCode = 1;
}

const [, , root = '.', part] = process.argv;
void (part === undefined ? main(root) : some(root, part));
