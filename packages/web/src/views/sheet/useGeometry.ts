/** The geometry of what is shown, as the worker prepares it; the one before until the next is there. */
import { useEffect, useRef, useState } from 'react';
import type { GeometryReply, GeometryRequest } from '../../workers/geometry.worker';
import type { Geometry, MarkTable, Shown } from './geometry';

export function useGeometry<S extends Shown>(table: MarkTable, shown: S): { shown: S; geometry: Geometry } | null {
  const [ready, setReady] = useState<{ shown: S; geometry: Geometry } | null>(null);
  const worker = useRef<Worker | null>(null);
  const asked = useRef<{ id: number; shown: S } | null>(null);

  useEffect(() => {
    const started = new Worker(new URL('../../workers/geometry.worker.ts', import.meta.url), { type: 'module' });
    started.onmessage = ({ data }: MessageEvent<GeometryReply>) => {
      // An answer to a question asked before the last one is out of date.
      if (asked.current?.id === data.id) setReady({ shown: asked.current.shown, geometry: data.geometry });
    };
    started.postMessage({ table } satisfies GeometryRequest);
    worker.current = started;
    return () => {
      started.terminate();
      worker.current = null;
    };
  }, [table]);

  useEffect(() => {
    const id = (asked.current?.id ?? 0) + 1;
    asked.current = { id, shown };
    const { rows, columns } = shown;
    worker.current?.postMessage({ id, shown: { rows, columns } } satisfies GeometryRequest);
  }, [table, shown]);

  return ready;
}
