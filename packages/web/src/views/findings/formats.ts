/** The formats the findings that are shown can be had in. */
import type { Findings, FlowDocument } from '@vectura/core';
import { fileName, save, savePng } from '../shared/save';
import { findingsSvg } from './findingsSvg';
import type { Format } from '../shared/SaveAs';
import type { Group } from './findingsModel';

export function findingFormats(document: FlowDocument, groups: readonly Group[]): Format[] {
  const { name } = document.project;
  const findings = groups.flatMap((group) => group.entries.map((entry) => entry.finding));
  const named = (ending: string): string => fileName(name, `findings.${ending}`);
  const drawing = (): string => findingsSvg(`${name}: ${findings.length} findings`, groups);
  return [
    {
      name: 'HTML report',
      save: async () => {
        const { reportHtml } = await import('./report');
        const at = new Date().toLocaleString();
        save(fileName(name, 'survey.html'), reportHtml({ document, groups, at }), 'text/html');
      },
    },
    { name: 'SVG drawing', save: () => save(named('svg'), drawing(), 'image/svg+xml') },
    { name: 'PNG picture', save: () => savePng(named('png'), drawing()) },
    {
      name: 'CSV table',
      save: async () => save(named('csv'), (await import('@vectura/core/out')).findingsToCsv(findings), 'text/csv'),
    },
    {
      name: 'JSON findings document',
      save: () => {
        const whole: Findings = { format: 'vectura.findings', version: 1, findings };
        save(named('json'), `${JSON.stringify(whole, null, 2)}\n`, 'application/json');
      },
    },
  ];
}
