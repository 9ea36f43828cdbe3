/** The findings that are shown as one drawing: each group with its findings, each with the components it is about. Pure. */
import type { Group } from './findingsModel';
import { drawing, PAPER, text, wrap } from '../shared/svg';

const WIDTH = 900;
const LETTERS = 112;
const LINE = 17;

export function findingsSvg(title: string, groups: readonly Group[]): string {
  const parts: string[] = [text(14, 24, title, { size: 16, bold: true })];
  let y = 52;
  for (const group of groups) {
    parts.push(
      text(14, y, group.title, { size: 13.5, bold: true }),
      text(WIDTH - 14, y, `${group.level} · ${group.entries.length}`, { colour: PAPER.quiet, anchor: 'end' }),
      `<rect x="14" y="${y + 7}" width="${WIDTH - 28}" height="1" fill="${PAPER.rule}"/>`,
    );
    y += 26;
    for (const { finding, reason } of group.entries) {
      const words = wrap(finding.message, LETTERS);
      parts.push(
        `<rect x="14" y="${y - 11}" width="4" height="${words.length * LINE + LINE - 4}" fill="${PAPER.amber}"/>`,
      );
      for (const part of words) {
        parts.push(text(26, y, part));
        y += LINE;
      }
      const where = `${finding.rule} · ${finding.file}:${finding.line}${reason === null ? '' : ` · accepted: ${reason}`}`;
      parts.push(text(26, y, where, { size: 11.5, colour: PAPER.quiet }));
      y += LINE + 8;
    }
    y += 10;
  }
  return drawing(WIDTH, y, title, parts);
}
