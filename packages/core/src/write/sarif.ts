/** Findings as SARIF 2.1.0 (OASIS Static Analysis Results Interchange Format). */
import type { Finding, Level } from '../model/documents';
import { RULES } from '../rules';

const LEVEL: Record<Level, 'error' | 'warning' | 'note'> = { error: 'error', warning: 'warning', note: 'note' };

/** One run with every rule described and every finding as a result; paths are relative to the project's root. */
export function toSarif(findings: readonly Finding[]): object {
  return {
    $schema: 'https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: {
          driver: {
            name: 'Vectura',
            rules: RULES.map((rule) => ({
              id: rule.id,
              shortDescription: { text: rule.says },
              fullDescription: { text: rule.why },
              help: { text: rule.todo },
              defaultConfiguration: { level: LEVEL[rule.level] },
            })),
          },
        },
        originalUriBaseIds: { PROJECT: { description: { text: 'The folder that was surveyed.' } } },
        columnKind: 'utf16CodeUnits',
        results: findings.map((finding) => ({
          ruleId: finding.rule,
          ruleIndex: RULES.findIndex((rule) => rule.id === finding.rule),
          level: LEVEL[finding.level],
          message: { text: [finding.message, finding.effect, finding.todo].filter(Boolean).join(' ') },
          locations: [location(finding.file, finding.line, finding.column)],
          relatedLocations: finding.related.map((related, index) => ({
            id: index,
            ...location(related.file, related.line, 1),
            message: { text: related.note },
          })),
          properties: { effect: finding.effect, todo: finding.todo },
          partialFingerprints: {
            'vectura/v1': `${finding.rule}:${finding.file}:${finding.component ?? ''}:${finding.name ?? ''}`,
          },
        })),
      },
    ],
  };
}

function location(file: string, line: number, column: number): object {
  const uri = file.split('/').map(encodeURIComponent).join('/');
  return {
    physicalLocation: {
      artifactLocation: { uri, uriBaseId: 'PROJECT' },
      region: { startLine: Math.max(1, line), startColumn: Math.max(1, column) },
    },
  };
}
