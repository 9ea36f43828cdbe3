/** What the trail page shows, as the address says, and the keys that change it. */
import type { Stop } from '@vectura/core';
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useTrailQuery } from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { useAddress, useProject } from '../../project/useProject';
import { gapsOf, waysOf, type WayEntry } from './trailModel';

export type TrailState = ReturnType<typeof useTrail>;

export function useTrail() {
  const { id, document } = useProject();
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const value = query.get('value') ?? '';
  const to = query.get('to');
  const { currentData: data, error, isFetching } = useTrailQuery({ id, value, to }, { skip: value === '' });
  const down = useMemo(() => (data ? waysOf(data, 'down') : []), [data]);
  const up = useMemo(() => (data ? waysOf(data, 'up') : []), [data]);
  const all = useMemo(() => [...down, ...up], [down, up]);
  const chosen = all.find((way) => way.key === query.get('way')) ?? all[0];
  const code = query.get('code');
  const why = query.get('why');
  const stops = chosen?.trail.stops ?? [];
  // A dozen stops fit on one screen where each takes two lines of code.
  const tight = (query.get('rows') ?? (stops.length > 6 ? 'tight' : 'roomy')) === 'tight';
  const unfolded = useMemo(() => new Set((query.get('open') ?? '').split(',').filter(Boolean).map(Number)), [query]);
  const gaps = useMemo(() => gapsOf(document), [document]);
  const chooseWay = (way: WayEntry): void => change({ way: way.key, stop: null, open: null });
  const unfold = (index: number): void => {
    const next = new Set(unfolded);
    if (!next.delete(index)) next.add(index);
    change({ open: next.size > 0 ? [...next].join(',') : null });
  };
  const at = Math.max(0, Math.min(Number(query.get('stop') ?? 0) || 0, stops.length - 1));
  const setStop = (index: number): void => change({ stop: index > 0 ? String(index) : null });

  const sheetLink = data?.homes[0]?.cellId
    ? `/p/${id}/sheet?cell=${encodeURIComponent(data.homes[0].cellId)}&component=${encodeURIComponent(data.homes[0].id ?? '')}`
    : null;

  useKeys((event) => {
    const key = event.key.toLowerCase();
    if (key === 'j') setStop(Math.min(at + 1, stops.length - 1));
    else if (key === 'k') setStop(Math.max(at - 1, 0));
    else if (key === 'r' && all.length > 0) {
      const next = all[(all.findIndex((way) => way === chosen) + 1) % all.length];
      if (next) chooseWay(next);
    } else if (key === 'b') unfold(at);
    else if (key === 'z') change({ rows: tight ? 'roomy' : 'tight' });
    else if (key === 'l') change({ lines: query.get('lines') === 'around' ? null : 'around' });
    else if (key === 'w') {
      event.preventDefault();
      window.document.getElementById('why-to')?.focus();
    } else if (key === 'c' && stops[at]) change({ code: code ? null : codeOf(stops[at]) });
    else if (key === 's' && sheetLink) void navigate(sheetLink);
    else if (key === 'escape') change(code ? { code: null } : { why: null });
  });

  return {
    value,
    to,
    why,
    code,
    data,
    error,
    isFetching,
    down,
    up,
    all,
    chosen,
    stops,
    at,
    tight,
    around: query.get('lines') === 'around',
    unfolded,
    gaps,
    sheetLink,
    change,
    chooseWay,
    unfold,
    setStop,
  };
}

function codeOf(stop: Stop): string {
  const proof = stop.proof?.[0];
  return `${proof?.file ?? stop.file}:${proof?.line ?? stop.line}:${stop.name.split('.').at(-1) ?? ''}`;
}
