/** The bar above the findings: how they are grouped, and which are shown. */
import { TextInput } from '@mantine/core';
import { Pick } from '../../parts/Pick';
import { useProject } from '../../project/useProject';
import { SaveAs } from '../shared/SaveAs';
import { findingFormats } from './formats';
import type { FindingsState } from './useFindings';

const LEVELS = [
  ['every', 'every level'],
  ['error', 'errors'],
  ['warning', 'warnings'],
  ['note', 'notes'],
] as const;

const GROUPINGS = [
  ['cause', 'cause'],
  ['rule', 'rule'],
  ['folder', 'folder'],
] as const;

const ACCEPTED = [
  ['without', 'not accepted'],
  ['with', 'accepted or not'],
  ['only', 'accepted'],
] as const;

export function FindingsBar({ state }: { state: FindingsState }) {
  const { document } = useProject();
  const { filter, setText, mode, entries, shown, groups, rules, folders, acceptedCount, change } = state;
  const { level, rule, folder, accepted: which, by, text } = filter;
  const charts = mode === 'charts';
  return (
    <div className="narrowing">
      <Pick
        label="Group by"
        value={by}
        options={GROUPINGS}
        onPick={(to) => change({ by: to === 'cause' ? null : to })}
      />
      <Pick
        label="Show"
        value={level}
        options={LEVELS}
        onPick={(to) => change({ level: to === 'every' ? null : to, at: null })}
      />
      <Pick
        label="of"
        value={rule}
        options={[['', 'every rule'] as const, ...rules.map((name) => [name, name] as const)]}
        onPick={(to) => change({ rule: to || null, at: null })}
      />
      <Pick
        label="in"
        value={folder}
        options={[['', 'every folder'] as const, ...folders.map((name) => [name, name] as const)]}
        onPick={(to) => change({ folder: to || null, at: null })}
      />
      <Pick
        label="that are"
        value={which}
        options={ACCEPTED}
        onPick={(to) => change({ accepted: to === 'without' ? null : to, at: null })}
      />
      <TextInput
        aria-label="Narrow by words"
        placeholder="narrow by words"
        value={text}
        variant="unstyled"
        classNames={{ input: 'text' }}
        onChange={(event) => {
          setText(event.currentTarget.value);
          change({ text: event.currentTarget.value || null, at: null });
        }}
      />
      <span className="quiet">
        {shown.length} of {entries.length}
        {acceptedCount > 0 && `, ${acceptedCount} accepted`}
      </span>
      <SaveAs formats={findingFormats(document, groups)} />
      <button type="button" className="linked strong" onClick={() => change({ show: charts ? null : 'charts' })}>
        {charts ? 'The list' : 'In figures'}
      </button>
    </div>
  );
}
