/** What `npm run attack` runs, part by part; each ends with a non-zero code where something did not hold. */
import path from 'node:path';
import { attackByKills } from './kills';
import { attackByMutation } from './mutate';
import { attackByShapes } from './shapes';

const [part, size, seed, ...rest] = process.argv.slice(2);

async function main(): Promise<boolean> {
  const bin = path.resolve('packages/server/bin/vectura.mjs');
  const from = Number(seed ?? 1);
  if (part === 'mutate') {
    const { ended, slow, untold, failures, slowest, ...counts } = await attackByMutation(rest, Number(size), from);
    console.table([
      {
        ...counts,
        'surveys ended': ended.length,
        'files over 2 s': slow.length,
        'not told': untold.length,
        'slowest file, ms': Math.round(slowest),
      },
    ]);
    for (const one of [...ended, ...slow, ...untold, ...failures].slice(0, 10)) console.log(one);
    return ended.length + slow.length + untold.length + counts.failed === 0;
  }
  if (part === 'shapes') {
    const rows = [];
    for (const row of attackByShapes(bin, Number(size))) {
      console.log(JSON.stringify(row));
      rows.push(row);
    }
    console.table(rows);
    return rows.every(({ verdict }) => verdict === 'answered');
  }
  const { lost, litter, ...counts } = await attackByKills(bin, Number(size), from);
  console.table([{ ...counts, lost: lost.length, litter: litter.length }]);
  for (const one of [...lost, ...litter]) console.log(one);
  return lost.length + litter.length === 0;
}

void main().then((held) => {
  process.exitCode = held ? 0 : 1;
});
