/** What of the sheet is shown, as one sentence whose words can be changed. */
import { TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { useAddress, useProject } from '../../project/useProject';
import { Pick } from '../../parts/Pick';
import { foldersOf, strength, type Narrowing } from './narrowing';
import type { Column, Row } from './sheetModel';

export const NO_NARROWING = { kind: null, role: null, folder: null, below: null, rule: null, text: null } as const;

const KINDS: Record<string, string> = {
  state: 'state',
  derived: 'derived values',
  store: 'what stores hold',
  service: 'what services hold',
  channel: 'topics',
  url: 'parts of the address',
  storage: 'what storages hold',
  remote: 'what is asked for elsewhere',
  constant: 'constants',
};

const ROLES = [
  ['', 'has to do with'],
  ['relay', 'only carries'],
  ['reader', 'reads'],
  ['writer', 'changes'],
  ['home', 'holds'],
  ['provider', 'provides'],
] as const;

interface NarrowBarProps {
  rows: readonly Row[];
  columns: readonly Column[];
  narrowing: Narrowing;
}

export function NarrowBar({ rows, columns, narrowing }: NarrowBarProps) {
  const { document } = useProject();
  const [, change] = useAddress();
  // Typed letters are kept here, since the address follows a moment later.
  const [text, setText] = useState(narrowing.text);
  const folders = useMemo(() => foldersOf(rows), [rows]);
  const kinds = useMemo(
    () => [...new Set(columns.map((column) => column.cell.kind))].filter((kind) => KINDS[kind]),
    [columns],
  );
  const rules = useMemo(
    () => [...new Set(columns.flatMap((column) => column.findings.map((finding) => finding.rule)))].sort(),
    [columns],
  );
  const below = document.components.find((component) => component.id === narrowing.below);
  return (
    <div className="narrowing">
      <Pick
        label="Show"
        value={narrowing.kind}
        options={[
          ['every', 'every kind of value'],
          ['drilled', 'only what is drilled'],
          ['context', 'what travels by context'],
          ...kinds.map((kind) => [kind, KINDS[kind] ?? kind] as const),
        ]}
        onPick={(to) => change({ kind: to === 'every' ? null : to })}
      />
      <Pick
        label="that a component"
        value={narrowing.role}
        options={ROLES}
        onPick={(to) => change({ role: to || null })}
      />
      <Pick
        label="and"
        value={narrowing.computed ? 'shown' : ''}
        options={[
          ['', 'not what is computed from it'],
          ['shown', 'what is computed from it'],
        ]}
        onPick={(to) => change({ computed: to || null })}
      />
      <Pick
        label="in"
        value={narrowing.folder}
        options={[['', 'every folder'] as const, ...folders.map((folder) => [folder, folder] as const)]}
        onPick={(to) => change({ folder: to || null })}
      />
      {below && (
        <span>
          <span className="quiet">below</span>{' '}
          <button
            type="button"
            className="linked strong"
            title="Show every part again"
            onClick={() => change({ below: null })}
          >
            {below.name} ×
          </button>
        </span>
      )}
      <Pick
        label="with"
        value={narrowing.rule}
        options={[
          ['', 'or without findings'] as const,
          ['any', 'a finding'] as const,
          ...rules.map((rule) => [rule, rule] as const),
        ]}
        onPick={(to) => change({ rule: to || null })}
      />
      <TextInput
        id="sheet-words"
        aria-label="Narrow by name"
        placeholder="called …"
        value={text}
        variant="unstyled"
        classNames={{ input: 'text' }}
        onChange={(event) => {
          setText(event.currentTarget.value);
          change({ text: event.currentTarget.value || null });
        }}
      />
      {strength(narrowing) > 0 && (
        <button
          type="button"
          className="linked strong"
          onClick={() => {
            setText('');
            change(NO_NARROWING);
          }}
        >
          show all
        </button>
      )}
    </div>
  );
}
