/** Prepares the sheet's geometry off the page's own thread: the table of marks comes once, then what is shown of it. */
import { layOut, type Geometry, type MarkTable, type Shown } from './geometry';

export type GeometryRequest = { table: MarkTable } | { id: number; shown: Shown };
export interface GeometryReply {
  id: number;
  geometry: Geometry;
}

let table: MarkTable | null = null;

self.onmessage = ({ data }: MessageEvent<GeometryRequest>) => {
  if ('table' in data) {
    table = data.table;
    return;
  }
  if (!table) return;
  const geometry = layOut(table, data.shown);
  const buffers = Object.values(geometry).flatMap((one) =>
    typeof one === 'number' ? [] : [one.buffer as ArrayBuffer],
  );
  const reply: GeometryReply = { id: data.id, geometry };
  self.postMessage(reply, { transfer: buffers });
};
