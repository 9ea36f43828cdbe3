/** Advice in its sentences, and which of them a rule of thumb has changed. */

/** Sentences with the signs that end them; a full stop within a name ends none. */
export function sentencesOf(text: string): string[] {
  return text.split(/(?<=[.!?]) (?=[A-Z0-9“])/).filter((sentence) => sentence !== '');
}

/** Whether each sentence says something that was not said before. */
export function changedIn(text: string, before: string | null): { sentence: string; changed: boolean }[] {
  const said = new Set(before === null ? [] : sentencesOf(before));
  return sentencesOf(text).map((sentence) => ({ sentence, changed: before !== null && !said.has(sentence) }));
}
