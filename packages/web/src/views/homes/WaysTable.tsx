/** The ways side by side over the same measures; the one that is chosen stands out. */
import type { HomeOption, HomesDocument, Pace, WayEdits } from '@vectura/core';
import { WayDrawing } from './WayDrawing';
import { titleOf, whereOf } from './wayNames';
import styles from './HomesView.module.css';

const MEASURES = [
  ['relays', 'only carry it'],
  ['hops', 'hops to the furthest'],
  ['files', 'files to edit'],
  ['propsAdded', 'props to add'],
  ['propsRemoved', 'props removed'],
  ['rerenders', 're-renders per change'],
] as const;

/** What a change is called where all of them come alike. */
const PER: Record<Pace, string> = { frame: 'frame', key: 'key', timer: 'tick', action: 'action' };

interface Props {
  options: readonly HomeOption[];
  chosen: HomeOption | null;
  /** The component that holds the value today. */
  home: string | null;
  /** What was counted of the ways' edits, once it is there. */
  edits: readonly WayEdits[] | undefined;
  writes: HomesDocument['writes'];
  onChoose(way: HomeOption['kind']): void;
}

export function WaysTable({ options, chosen, home, edits, writes, onChoose }: Props) {
  const most = (measure: (typeof MEASURES)[number][0]): number =>
    Math.max(1, ...options.map((option) => option[measure]));
  const least = (measure: (typeof MEASURES)[number][0]): number =>
    Math.min(...options.filter((option) => option.possible !== false).map((option) => option[measure]));
  return (
    <table className={styles.ways} style={{ '--ways': options.length } as React.CSSProperties}>
      <thead>
        <tr>
          <td />
          {options.map((option) => (
            <th
              key={option.kind}
              scope="col"
              data-chosen={option === chosen}
              data-possible={option.possible !== false}
              onClick={() => onChoose(option.kind)}
            >
              <button type="button" className="plain" aria-pressed={option === chosen}>
                {titleOf(option.kind, home)}
              </button>
              <span>{option.possible === false ? 'not possible' : whereOf(option)}</span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        <tr>
          <th scope="row">how it would travel</th>
          {options.map((option) => (
            <td key={option.kind} data-chosen={option === chosen} className={styles.drawing}>
              {option.possible === false ? (
                <p className="quiet">{option.reasons[0]}</p>
              ) : (
                option.drawing && <WayDrawing drawing={option.drawing} />
              )}
            </td>
          ))}
        </tr>
        {MEASURES.map(([measure, words]) => (
          <tr key={measure}>
            <th scope="row">{measure === 'rerenders' ? `re-renders per ${changeIn(writes)}` : words}</th>
            {options.map((option) => (
              <td key={option.kind} data-chosen={option === chosen}>
                {option.possible === false ? (
                  <span className="quiet">–</span>
                ) : (
                  <Bar
                    value={option[measure]}
                    most={most(measure)}
                    best={measure !== 'propsRemoved' && option[measure] === least(measure)}
                    counted={measure === 'files' ? countedOf(option, edits) : undefined}
                  />
                )}
              </td>
            ))}
          </tr>
        ))}
        {edits && edits.length > 0 && (
          <tr>
            <th scope="row">new imports</th>
            {options.map((option) => (
              <td key={option.kind} data-chosen={option === chosen}>
                {option.possible === false ? <span className="quiet">–</span> : saidOfImports(option, edits)}
              </td>
            ))}
          </tr>
        )}
        <tr>
          <th scope="row">lives as long as</th>
          {options.map((option) => (
            <td key={option.kind} data-chosen={option === chosen}>
              {option.lifetime}
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">a reader’s test needs</th>
          {options.map((option) => (
            <td key={option.kind} data-chosen={option === chosen}>
              {option.testNeeds}
            </td>
          ))}
        </tr>
        <tr>
          <th scope="row">for and against</th>
          {options.map((option) => (
            <td key={option.kind} data-chosen={option === chosen} data-last className={styles.reasons}>
              {option.possible === false ? '' : option.reasons.join(' ')}
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

/** What a change is, by the fastest of those that are known: a key, a tick of a timer, an action of the user. */
function changeIn(writes: HomesDocument['writes']): string {
  const paces = new Set((writes ?? []).map(({ pace }) => pace));
  const [first] = (Object.keys(PER) as Pace[]).filter((pace) => paces.has(pace));
  return first ? PER[first] : 'change';
}

function saidOfImports(option: HomeOption, edits: readonly WayEdits[]): string {
  const imports = option.kind === 'keep' ? { added: 0, upwards: 0 } : countedOf(option, edits)?.imports;
  if (!imports) return '–';
  return `${imports.added}${imports.upwards > 0 ? `, ${imports.upwards} from a folder above` : ''}`;
}

/** How many files a way edits: what was counted, `null` for an estimate; leaving it where it is edits none. */
function countedOf({ kind }: HomeOption, edits: readonly WayEdits[] | undefined): WayEdits | null {
  if (kind === 'keep') return { way: kind, files: 0, lines: 0, imports: { added: 0, upwards: 0 }, complete: true };
  return edits?.find(({ way, complete }) => way === kind && complete) ?? null;
}

interface BarProps {
  value: number;
  most: number;
  best: boolean;
  /** For what can be counted from edits; null where it is estimated. */
  counted?: WayEdits | null | undefined;
}

function Bar({ value, most, best, counted }: BarProps) {
  const shown = counted?.files ?? value;
  return (
    <span className={styles.measure}>
      <i
        style={{ width: Math.max(2, Math.round((90 * shown) / most)), background: best ? 'var(--ink)' : 'var(--bar)' }}
      />
      {counted === null && <span className="quiet">about</span>}
      {shown}
      {counted && counted.lines > 0 && <span className="quiet">{counted.lines} lines</span>}
    </span>
  );
}
