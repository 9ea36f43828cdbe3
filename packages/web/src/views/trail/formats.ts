/** The formats a trail can be had in. */
import type { TrailDocument } from '@vectura/core';
import { fileName, save, savePng } from '../shared/save';
import { trailSvg } from './trailSvg';
import type { Format } from '../shared/SaveAs';
import type { WayEntry } from './trailModel';

export function trailFormats(document: TrailDocument, value: string, way: WayEntry | undefined): Format[] {
  const named = (ending: string): string => fileName(value, `trail.${ending}`);
  const drawing = (): string => {
    if (!way) throw new Error('There is no trail to draw.');
    return trailSvg(value, way.trail);
  };
  const out = () => import('@vectura/core/out');
  return [
    { name: 'SVG drawing', save: () => save(named('svg'), drawing(), 'image/svg+xml') },
    { name: 'PNG picture', save: () => savePng(named('png'), drawing()) },
    { name: 'Mermaid flowchart', save: async () => save(named('mmd'), (await out()).trailToMermaid(document)) },
    {
      name: 'DOT graph',
      save: async () => save(named('dot'), (await out()).trailToDot(document), 'text/vnd.graphviz'),
    },
    {
      name: 'CSV table of stops',
      save: async () => save(named('csv'), (await out()).trailToCsv(document), 'text/csv'),
    },
    {
      name: 'JSON trail document',
      save: () => save(named('json'), `${JSON.stringify(document, null, 2)}\n`, 'application/json'),
    },
  ];
}
