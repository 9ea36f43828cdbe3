/** The formats the sheet and the survey behind it can be had in. */
import type { FlowDocument } from '@vectura/core';
import { fileName, save, savePng } from '../../out/save';
import type { Format } from '../../out/SaveAs';
import type { Narrowed } from './narrowing';

export function sheetFormats(document: FlowDocument, { lines, columns }: Narrowed): Format[] {
  const { name } = document.project;
  const drawing = async (): Promise<string> => (await import('../../out/sheetSvg')).sheetSvg(name, lines, columns);
  return [
    { name: 'SVG drawing', save: async () => save(fileName(name, 'sheet.svg'), await drawing(), 'image/svg+xml') },
    { name: 'PNG picture', save: async () => savePng(fileName(name, 'sheet.png'), await drawing()) },
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
