/** Findings grouped by rule, worst first, and narrowed by level, rule and text. Pure. */
import type { Finding, Level } from '@vectura/core';

export interface Filter {
  level: Level | 'every';
  rule: string;
  text: string;
}

export interface FindingGroup {
  rule: string;
  level: Level;
  findings: { finding: Finding; index: number }[];
}

export function narrow(findings: readonly Finding[], filter: Filter): { finding: Finding; index: number }[] {
  const text = filter.text.trim().toLowerCase();
  return findings
    .map((finding, index) => ({ finding, index }))
    .filter(
      ({ finding }) =>
        (filter.level === 'every' || finding.level === filter.level) &&
        (filter.rule === '' || finding.rule === filter.rule) &&
        (text === '' || `${finding.message} ${finding.file}`.toLowerCase().includes(text)),
    );
}

/** Groups keep the order the findings come in, which is worst first. */
export function groups(narrowed: readonly { finding: Finding; index: number }[]): FindingGroup[] {
  const found = new Map<string, FindingGroup>();
  for (const entry of narrowed) {
    const group = found.get(entry.finding.rule);
    if (group) group.findings.push(entry);
    else found.set(entry.finding.rule, { rule: entry.finding.rule, level: entry.finding.level, findings: [entry] });
  }
  return [...found.values()];
}
