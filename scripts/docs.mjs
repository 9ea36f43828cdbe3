/** `npm run docs`: the pages under docs/rules and the JSON Schemas under docs/schema, from the code that defines them. */
import { build } from 'esbuild';
import { createRequire } from 'node:module';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { root } from './prepare.mjs';

const bundle = path.join(root, 'packages/server/dist/docs.cjs');
await build({
  entryPoints: [path.join(root, 'packages/core/src/index.ts')],
  outfile: bundle,
  bundle: true,
  platform: 'node',
  format: 'cjs',
  packages: 'external',
  logLevel: 'warning',
});
const core = createRequire(import.meta.url)(bundle);

function write(file, text) {
  const target = path.join(root, 'docs', file);
  mkdirSync(path.dirname(target), { recursive: true });
  writeFileSync(target, text);
}

for (const folder of ['rules', 'schema']) rmSync(path.join(root, 'docs', folder), { recursive: true, force: true });

const code = (sources) =>
  Object.entries(sources)
    .map(([file, text]) => `\`${file}\`\n\n\`\`\`${path.extname(file).slice(1)}\n${text.trimEnd()}\n\`\`\``)
    .join('\n\n');

const FAMILY_NAMES = {
  react: 'React',
  vue: 'Vue',
  svelte: 'Svelte',
  angular: 'Angular',
  lwc: 'Lightning Web Components',
  scope: 'scope-based controllers',
};

for (const rule of core.RULES) {
  const settings = Object.entries(rule.settings).map(([name, s]) => `- \`${name}\` (default ${s.default}): ${s.means}`);
  write(
    `rules/${rule.id}.md`,
    [
      `# ${rule.id}`,
      `*${rule.level}.* ${rule.says}`,
      `## Why it matters\n\n${rule.why}`,
      `## What to do\n\n${rule.todo}`,
      ...(settings.length > 0 ? [`## Settings\n\n${settings.join('\n')}`] : []),
      `## Reported\n\n${code(rule.examples.failing)}`,
      `## Not reported\n\n${code(rule.examples.passing)}`,
      ...Object.entries(rule.examplesIn ?? {}).flatMap(([family, examples]) => [
        `## Reported in ${FAMILY_NAMES[family]}\n\n${code(examples.failing)}`,
        `## Not reported in ${FAMILY_NAMES[family]}\n\n${code(examples.passing)}`,
      ]),
    ].join('\n\n') + '\n',
  );
}
write(
  'rules/README.md',
  `# Rules\n\n| rule | level | it reports |\n| --- | --- | --- |\n${core.RULES.map((r) => `| [${r.id}](${r.id}.md) | ${r.level} | ${r.says} |`).join('\n')}\n\nLevels and settings can be changed, and a finding accepted with a reason, in \`vectura.config.json\`\n([schema](../schema/config.json)).\n`,
);

const DOCUMENTS = {
  flow: 'FlowDocument',
  trail: 'TrailDocument',
  homes: 'HomesDocument',
  together: 'TogetherDocument',
  why: 'WhyDocument',
  mend: 'MendDocument',
  findings: 'Findings',
  config: 'Config',
};
for (const [file, name] of Object.entries(DOCUMENTS))
  write(
    `schema/${file}.json`,
    `${JSON.stringify(z.toJSONSchema(core[name], { io: file === 'config' ? 'input' : 'output' }), null, 2)}\n`,
  );
