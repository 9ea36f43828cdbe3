/** Models of the packages a project imports: facts like those of any file, left out of documents. */
import type { FileFacts } from '../../model/facts';
import { readFile } from '../../read';
import { modelPath, modelText } from '../../read/libraries';

const known = new Map<string, FileFacts>();

export function modelsFor(files: readonly FileFacts[]): FileFacts[] {
  const paths = new Set<string>();
  for (const file of files) {
    for (const { source } of file.imports) addPath(paths, source);
    for (const { source } of file.exports) if (source !== null) addPath(paths, source);
  }
  return [...paths].sort().map((path) => {
    let facts = known.get(path);
    if (!facts) {
      const text = modelText(path);
      facts = readFile({ path, text, hash: path, bytes: text.length });
      known.set(path, facts);
    }
    return facts;
  });
}

function addPath(paths: Set<string>, source: string): void {
  const path = modelPath(source);
  if (path !== null) paths.add(path);
}
