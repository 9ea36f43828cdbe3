import { RULES } from '../../rules';
import { surveyOf } from '../../testing/project';
import { patched } from '../../testing/planned';
import { MENDS, NO_MEND } from '.';
import type { Mended } from '../mending';

function mended(sources: Record<string, string>, rule: string): Mended & { after: Record<string, string> } {
  const made = surveyOf(sources).mends((finding) => finding.rule === rule, { text: (path) => sources[path] ?? null });
  return { ...made, after: patched(sources, made.patch) };
}

/** What each rule's own example becomes, or why it stays. */
test.each(RULES.filter((rule) => MENDS[rule.id]).map((rule) => [rule.id, rule] as const))(
  'the failing example of %s is mended, or told why not',
  (id, rule) => {
    const { document, after } = mended(rule.examples.failing, id);
    process.stdout.write(
      `${id}: ${JSON.stringify(document.left.map((l) => l.reason))}\n${Object.values(after).join('\n----\n')}\n`,
    );
    expect(document.mends.length + document.left.length).toBeGreaterThan(0);
    for (const { proof } of document.mends) expect(proof).toEqual({ gone: true, newFindings: [] });
  },
);
test('x', () => expect(Object.keys(NO_MEND)).toContain('unresolved'));
