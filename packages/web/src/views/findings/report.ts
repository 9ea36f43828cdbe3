/** The survey on one page that opens without a server: figures, the sheet, what is carried furthest, the findings. Pure. */
import { counted } from '../../parts/counted';
import type { FlowDocument } from '@vectura/core';
import type { Group } from './findingsModel';
import { narrowingOf, narrowSheet } from '../sheet/narrowing';
import { columnsOf, outline, sayColumn } from '../sheet/sheetModel';
import { escape, PAPER } from '../shared/svg';
import { sheetSvg } from '../sheet/sheetSvg';

/** The drawing holds the columns that are carried furthest; a wider one would be read by nobody on paper. */
const MOST_COLUMNS = 40;
const MOST_VALUES = 60;

interface ReportInput {
  document: FlowDocument;
  /** The findings as they are grouped on the screen, accepted ones with their reasons. */
  groups: readonly Group[];
  /** When the project was read. */
  at: string;
}

export function reportHtml({ document, groups, at }: ReportInput): string {
  const rows = outline(document);
  const all = columnsOf(document);
  const { columns } = narrowSheet(rows, all, narrowingOf(new URLSearchParams()));
  const drawn = columns.slice(0, MOST_COLUMNS);
  const { lines } = narrowSheet(rows, drawn, narrowingOf(new URLSearchParams()));
  const carried = columns.filter((column) => column.relays > 0).slice(0, MOST_VALUES);
  const name = escape(document.project.name);
  const count = groups.reduce((sum, group) => sum + group.entries.length, 0);
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width">
<title>${name}: survey</title>
<style>
body { margin: 0 auto; max-width: 1080px; padding: 28px 24px 60px; background: ${PAPER.ground}; color: ${PAPER.ink}; font: 14px/1.5 'Fira Sans', system-ui, sans-serif; font-variant-numeric: tabular-nums; }
h1 { font-size: 24px; margin: 0; } h2 { font-size: 18px; margin: 36px 0 6px; border-bottom: 2px solid ${PAPER.rule}; } h3 { font-size: 15px; margin: 20px 0 2px; }
p { margin: 4px 0; } .quiet { color: ${PAPER.quiet}; } .sheet { overflow: auto; }
table { border-collapse: collapse; width: 100%; } th { text-align: left; font-weight: 400; color: ${PAPER.quiet}; } td, th { padding: 3px 14px 3px 0; border-bottom: 1px solid ${PAPER.hairline}; vertical-align: top; } .n { text-align: right; }
.finding { margin: 8px 0; padding-left: 10px; border-left: 4px solid ${PAPER.amber}; break-inside: avoid; } code { font: 12.5px 'Fira Mono', ui-monospace, monospace; }
@media print { body { max-width: none; padding: 0; } .sheet { overflow: visible; } .sheet svg { max-width: 100%; height: auto; } }
</style>
</head>
<body>
<h1>${name}</h1>
<p class="quiet">Surveyed ${escape(at)} · ${counted(document.components.length, 'component')} · ${counted(document.cells.length, 'cell')} · ${counted(document.files.length, 'file')} · ${counted(count, 'finding')}</p>
<h2>The sheet</h2>
<p class="quiet">Square: lives here. Disc: uses it. Ring: only carries it. Triangle: changes it.${
    columns.length > drawn.length ? ` The ${drawn.length} of ${columns.length} values that are carried furthest.` : ''
  }</p>
<div class="sheet">${sheetSvg(document.project.name, lines, drawn)}</div>
<h2>What is carried furthest</h2>
${
  carried.length === 0
    ? '<p>Nothing is passed through components that only carry it.</p>'
    : `<table><thead><tr><th>value</th><th>in words</th><th class="n">only carried by</th><th class="n">read by</th></tr></thead><tbody>${carried
        .map(
          (column) =>
            `<tr><td><code>${escape(column.label)}</code></td><td>${escape(sayColumn(column))}</td><td class="n">${column.relays}</td><td class="n">${column.readers}</td></tr>`,
        )
        .join('')}</tbody></table>`
}
<h2>Findings</h2>
${groups
  .map(
    (group) =>
      `<h3>${escape(group.title)} <span class="quiet">${escape(group.note)}</span></h3>${group.entries
        .map(
          ({ finding, reason }) =>
            `<div class="finding"><p>${escape(finding.message)}</p><p class="quiet">${finding.rule} · ${finding.level} · <code>${escape(finding.file)}:${finding.line}</code>${
              reason === null ? '' : ` · accepted: ${escape(reason)}`
            }</p></div>`,
        )
        .join('')}`,
  )
  .join('\n')}
</body>
</html>
`;
}
