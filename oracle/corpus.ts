/** One package: surveyed in a process of its own, counted, and printed as JSON. */
import { surveyFolder } from '../packages/server/src/survey/surveyFolder';
import { angularTags } from './angular';
import { certainTags } from './certain';
import { count } from './count';
import { scopeTags } from './scopeTags';
import { webComponentTags } from './webComponentTags';

async function main(folder: string): Promise<void> {
  const start = performance.now();
  const document = (await surveyFolder(folder)).document();
  const milliseconds = performance.now() - start;
  const megabytes = process.resourceUsage().maxRSS / 1024;
  const files = document.files.map((file) => file.path);
  const result = count(document, [
    ...certainTags(folder, files),
    ...angularTags(folder, files),
    ...webComponentTags(folder, files),
    ...scopeTags(folder, files),
  ]);
  process.stdout.write(
    JSON.stringify({
      ...result,
      milliseconds,
      megabytes,
      files: files.length,
      components: document.components.length,
      sites: document.sites.length,
    }),
  );
}

void main(process.argv[2] ?? '.');
