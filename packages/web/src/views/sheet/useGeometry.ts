/** The geometry of what is shown, as the worker prepares it; the one before until the next is there. */
import { useEffect, useRef, useState } from 'react';
import type { GeometryReply, GeometryRequest } from './geometry.worker';
import type { Geometry, MarkTable, Shown } from './geometry';

/** Started as soon as the view's code is there, so that it is ready when the document is; there is one sheet at a time. */
const worker = new Worker(new URL('./geometry.worker.ts', import.meta.url), { type: 'module' });
let lastAsked = 0;

export function useGeometry<S extends Shown>(table: MarkTable, shown: S): { shown: S; geometry: Geometry } | null {
  const [ready, setReady] = useState<{ shown: S; geometry: Geometry } | null>(null);
  const asked = useRef<{ id: number; shown: S } | null>(null);

  useEffect(() => {
    const take = ({ data }: MessageEvent<GeometryReply>): void => {
      // An answer to a question asked before the last one is out of date.
      if (asked.current?.id === data.id) setReady({ shown: asked.current.shown, geometry: data.geometry });
    };
    worker.addEventListener('message', take);
    worker.postMessage({ table } satisfies GeometryRequest);
    return () => worker.removeEventListener('message', take);
  }, [table]);

  useEffect(() => {
    lastAsked++;
    asked.current = { id: lastAsked, shown };
    const { rows, columns } = shown;
    worker.postMessage({ id: lastAsked, shown: { rows, columns } } satisfies GeometryRequest);
  }, [table, shown]);

  return ready;
}
