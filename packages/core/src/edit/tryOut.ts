/** Edited files surveyed: nothing is offered that does not parse. */
import type { Project } from './project';
import type { Texts } from './texts';

/** The survey with all edits; `broken` says which file they would break, where they would. */
export function tryOut(project: Project, texts: Texts): { after: Project; broken: string | null } {
  const after = project.withEdits(texts.changed.map((path) => ({ path, text: texts.edited(path) })));
  const before = new Map(project.linked.program.input.files.map((file) => [file.path, file.problems.length]));
  const broken = after.linked.program.input.files.find((file) => file.problems.length > (before.get(file.path) ?? 0));
  if (!broken) return { after, broken: null };
  return { after, broken: `its edits would break ${broken.path} (${broken.problems.at(-1)?.message ?? ''}).` };
}
