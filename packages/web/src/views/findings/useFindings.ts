/** Which findings are shown, picked and chosen, as the address says, and the keys that change it. */
import type { Finding } from '@vectura/core';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { useAcceptedQuery, useRulesQuery } from '../../api/api';
import { useKeys } from '../../parts/useKeys';
import { questionFor } from '../../project/question';
import { useAddress, useProject } from '../../project/useProject';
import {
  causes,
  entriesOf,
  groupsOf,
  namesValue,
  narrow,
  topFolder,
  type Entry,
  type Filter,
  type Grouping,
} from './findingsModel';

export type FindingsState = ReturnType<typeof useFindings>;

export function useFindings() {
  const { id, document } = useProject();
  const { data: ruleWords = [] } = useRulesQuery(undefined);
  const { data: accepted } = useAcceptedQuery(id);
  const [query, change] = useAddress();
  const navigate = useNavigate();
  const level = (query.get('level') ?? 'every') as Filter['level'];
  const rule = query.get('rule') ?? '';
  const folder = query.get('folder') ?? '';
  const which = (query.get('accepted') ?? 'without') as Filter['accepted'];
  const by = (query.get('by') ?? 'cause') as Grouping;
  const charts = query.get('show') === 'charts';
  const mending = query.get('show') === 'mend' || query.get('show') === 'mend-all';
  // Typed letters are kept here, since the address follows a moment later.
  const [text, setText] = useState(query.get('text') ?? '');
  const [picked, setPicked] = useState<ReadonlySet<number>>(new Set());
  const entries = useMemo(() => entriesOf(document, accepted ?? []), [document, accepted]);
  const shown = useMemo(
    () => narrow(entries, { level, rule, folder, text, accepted: which }),
    [entries, level, rule, folder, text, which],
  );
  const causeOf = useMemo(() => causes(document), [document]);
  const groups = useMemo(
    () => groupsOf(shown, { by, causeOf, saysOf: (name) => ruleWords.find((one) => one.id === name)?.says ?? '' }),
    [shown, by, causeOf, ruleWords],
  );
  const inOrder = useMemo(() => groups.flatMap((group) => group.entries), [groups]);
  const asked = Number(query.get('at') ?? -1);
  const position = Math.max(
    0,
    inOrder.findIndex((entry) => entry.index === asked),
  );
  const entry = inOrder[position];
  const code = query.get('code');
  const rules = useMemo(() => [...new Set(entries.map(({ finding }) => finding.rule))], [entries]);
  const folders = useMemo(
    () => [...new Set(entries.map(({ finding }) => topFolder(finding.file)))].filter((name) => name !== '(top)').sort(),
    [entries],
  );
  const value = entry ? questionOf(entry.finding) : null;

  function questionOf(of: Finding): string | null {
    const component = document.components.find(
      (c) => c.name === of.component && (of.componentIds?.includes(c.id) ?? c.file === of.file),
    );
    if (!component || of.name === null) return null;
    if (of.rule === 'missing-provider') return `context:${of.name}`;
    return namesValue(of) ? questionFor(document, component.id, of.name) : null;
  }

  const pick = (which: readonly Entry[], to: boolean): void =>
    setPicked((before) => {
      const after = new Set(before);
      for (const { index } of which)
        if (to) after.add(index);
        else after.delete(index);
      return after;
    });
  const choose = (to: Entry | undefined): void => {
    if (to) change({ at: String(to.index), code: null });
  };
  const accept = (): void => {
    if (entry && picked.size === 0) pick([entry], true);
    window.setTimeout(() => window.document.getElementById('accept-reason')?.focus(), 30);
  };

  const mend = (): void => {
    if (entry) change({ show: 'mend', at: String(entry.index), code: null });
  };

  useKeys((event) => {
    const key = event.key.toLowerCase();
    const onButton = event.target instanceof HTMLElement && /^(BUTTON|A)$/.test(event.target.tagName);
    if (key === 'j' || key === 'k')
      choose(inOrder[Math.max(0, Math.min(inOrder.length - 1, position + (key === 'j' ? 1 : -1)))]);
    else if (key === 'x' && entry) pick([entry], !picked.has(entry.index));
    else if (key === 'a') {
      event.preventDefault();
      accept();
    } else if (key === 'm') {
      if (mending) change({ show: null });
      else mend();
    } else if (key === 'g') change({ show: charts ? null : 'charts' });
    else if (key === 'enter' && value && !onButton) void navigate(`/p/${id}/trail?value=${encodeURIComponent(value)}`);
    else if (key === 'h' && value) void navigate(`/p/${id}/homes?value=${encodeURIComponent(value)}`);
    else if (key === 'c' && entry) change({ code: `${entry.finding.file}:${entry.finding.line}` });
    else if (key === 'escape') {
      if (mending) change({ show: null });
      else if (code) change({ code: null });
      else setPicked(new Set());
    }
  });

  return {
    rulesKnown: ruleWords.length,
    filter: { level, rule, folder, accepted: which, by, text },
    setText,
    mode: charts ? ('charts' as const) : mending && entry ? ('mend' as const) : ('list' as const),
    mendsAll: query.get('show') === 'mend-all',
    entries,
    shown,
    groups,
    rules,
    folders,
    entry,
    value,
    code,
    picked,
    clearPicked: () => setPicked(new Set()),
    acceptedCount: entries.filter((one) => one.reason !== null).length,
    change,
    pick,
    choose,
    accept,
    mend,
  };
}
