/** The formats the sheet and the survey behind it can be had in. */
import type { FlowDocument } from '@vectura/core';
import { fileName, save, savePng } from '../shared/save';
import { sheetSvg } from './sheetSvg';
import type { Format } from '../shared/SaveAs';
import type { Narrowed } from './narrowing';

export function sheetFormats(document: FlowDocument, { lines, columns }: Narrowed): Format[] {
  const { name } = document.project;
  const drawing = (): string => sheetSvg(name, lines, columns);
  return [
    { name: 'SVG drawing', save: () => save(fileName(name, 'sheet.svg'), drawing(), 'image/svg+xml') },
    { name: 'PNG picture', save: () => savePng(fileName(name, 'sheet.png'), drawing()) },
    {
      name: 'CSV table of marks',
      save: async () =>
        save(fileName(name, 'marks.csv'), (await import('@vectura/core/out')).marksToCsv(document), 'text/csv'),
    },
    {
      name: 'JSON flow document',
      save: () => save(fileName(name, 'flow.json'), `${JSON.stringify(document, null, 2)}\n`, 'application/json'),
    },
  ];
}
