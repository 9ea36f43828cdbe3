/** Rules of thumb the team agrees on, kept for the project; changing one ranks the ways again at once. */
import { Slider } from '@mantine/core';
import type { Thumb } from '@vectura/core';
import { useState } from 'react';
import { messageOf } from '../../api/api';
import { Pick } from '../../parts/Pick';
import styles from './ThumbRules.module.css';

interface Props {
  thumb: Thumb;
  /** What shares a value with all below, in the terms of the family; null where nothing does. */
  sharing: 'Context' | 'Service' | null;
  onChange(thumb: Thumb): void;
  /** Writes them into the project's configuration; null where it has none of its own. */
  onKeepInFile: (() => Promise<void>) | null;
}

export function ThumbRules({ thumb, sharing, onChange, onKeepInFile }: Props) {
  const [saved, setSaved] = useState<Thumb | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <section className={styles.rules} aria-label="Rules of thumb of this project">
      <Level
        says="Pass down through at most"
        words={thumb.relays === 1 ? 'relay' : 'relays'}
        value={thumb.relays}
        min={0}
        max={6}
        onChange={(relays) => onChange({ ...thumb, relays })}
      />
      <Level
        says="A store from"
        words={thumb.branches === 1 ? 'branch that changes it' : 'branches that change it'}
        value={thumb.branches}
        min={1}
        max={6}
        onChange={(branches) => onChange({ ...thumb, branches })}
      />
      {sharing && (
        <Pick
          label={`${sharing} for what changes`}
          value={thumb.contextForOften ? 'often' : 'seldom'}
          options={[
            ['seldom', 'rarely'],
            ['often', 'often too'],
          ]}
          onPick={(to) => onChange({ ...thumb, contextForOften: to === 'often' })}
        />
      )}
      <Pick
        label="Only its home changes it"
        value={thumb.onlyHomeChanges ? 'yes' : 'no'}
        options={[
          ['yes', 'yes'],
          ['no', 'no'],
        ]}
        onPick={(to) => onChange({ ...thumb, onlyHomeChanges: to === 'yes' })}
      />
      {onKeepInFile && (
        <button
          type="button"
          className="linked"
          onClick={() =>
            void onKeepInFile().then(
              () => {
                setSaved(thumb);
                setProblem(null);
              },
              (error: unknown) => setProblem(messageOf(error)),
            )
          }
        >
          {saved === thumb ? 'Kept in vectura.config.json' : 'Keep in vectura.config.json'}
        </button>
      )}
      {problem !== null && <p role="alert">{problem}</p>}
    </section>
  );
}

interface LevelProps {
  says: string;
  words: string;
  value: number;
  min: number;
  max: number;
  onChange(value: number): void;
}

function Level({ says, words, value, min, max, onChange }: LevelProps) {
  return (
    <div className={styles.level}>
      {says}
      <Slider
        value={value}
        min={min}
        max={max}
        step={1}
        size={3}
        w={80}
        color="ink"
        label={null}
        thumbLabel={`${says} … ${words}`}
        onChange={onChange}
      />
      <b>{value}</b> {words}
    </div>
  );
}
