/** Globs and lines of `.gitignore` are made into regular expressions, which may take for ever where there is too much that is open. */

const MOST_FOLDERS = 4;
const MOST_IN_NAME = 3;

/** Why a pattern is not matched; null where it is. */
export function refusedGlob(pattern: string): string | null {
  const parts = pattern.split('/');
  const folders = parts.filter((part) => part.includes('**')).length;
  const inName = Math.max(...parts.map((part) => part.replace(/\*+/g, '*').split(/[*+?]/).length - 1));
  if (folders > MOST_FOLDERS || inName > MOST_IN_NAME || /[*+]\(/.test(pattern))
    return `The pattern ${shown(pattern)} has too many wildcards to be matched quickly.`;
  return null;
}

const SHOWN = 60;

function shown(text: string): string {
  return text.length > SHOWN ? `${text.slice(0, SHOWN)}…` : text;
}
