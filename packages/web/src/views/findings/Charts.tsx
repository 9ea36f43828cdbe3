/** Findings and trails in figures: by rule, by folder, over surveys; how far values are carried. */
import type { ReactNode } from 'react';
import { Bar, BarChart, CartesianGrid, Line, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { messageOf, useHistoryQuery, useHopsQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import { shorten } from '../sheet/measures';
import { countBy, topFolder, type Entry } from './findingsModel';
import styles from './Charts.module.css';

const MOST_BARS = 12;
const BAR = 24;
const INK = 'var(--ink)';
const QUIET = { fill: 'var(--quiet)', fontSize: 12 };

interface ChartsProps {
  entries: readonly Entry[];
  /** Narrows the list to what a bar stands for. */
  onRule(rule: string): void;
  onFolder(folder: string): void;
}

export function Charts({ entries, onRule, onFolder }: ChartsProps) {
  const { id } = useProject();
  const { data: lengths, error: uncounted } = useHopsQuery(id);
  const { data: past, error: forgotten } = useHistoryQuery(id);
  const history = past ?? [];
  const hops = (lengths?.hops ?? []).map((count, length) => ({ length, count })).slice(1);
  const trails = hops.reduce((sum, { count }) => sum + count, 0);
  const far = hops.filter(({ length }) => length >= 4).reduce((sum, { count }) => sum + count, 0);
  const surveys = history.map((survey) => ({ ...survey, on: new Date(survey.finishedAt).toLocaleString() }));
  const first = surveys[0];
  const last = surveys.at(-1);
  const change = first && last ? last.findings - first.findings : 0;
  return (
    <div className={styles.charts}>
      <Chart
        title="How many hops values take"
        says={
          uncounted
            ? messageOf(uncounted)
            : lengths
              ? `${trails} trails; ${far === 0 ? 'none takes' : far === 1 ? 'one takes' : `${far} take`} four hops or more.`
              : 'Counting the trails …'
        }
        rows={hops.map(({ length, count }) => [`${length} hops`, count])}
      >
        <ResponsiveContainer width="100%" height={190}>
          <BarChart accessibilityLayer={false} data={hops} margin={{ top: 8, right: 8, bottom: 18, left: 0 }}>
            <CartesianGrid vertical={false} stroke="var(--hairline)" />
            <XAxis
              dataKey="length"
              tick={QUIET}
              tickLine={false}
              stroke="var(--rule)"
              label={{ value: 'hops', position: 'insideBottom', offset: -12, ...QUIET }}
            />
            <YAxis tick={QUIET} tickLine={false} axisLine={false} width={46} allowDecimals={false} />
            <Tooltip content={<BarTooltip unit="trails" label="hops" />} cursor={{ fill: 'var(--selected)' }} />
            <Bar dataKey="count" fill="var(--down)" maxBarSize={26} isAnimationActive={false} />
          </BarChart>
        </ResponsiveContainer>
      </Chart>
      <Chart
        title="Findings over surveys"
        says={
          forgotten
            ? messageOf(forgotten)
            : !past
              ? 'Looking up earlier surveys …'
              : surveys.length < 2
                ? 'One survey so far: read the project again to see what changes.'
                : `${surveys.length} surveys; ${change === 0 ? 'as many findings as at the first' : `${Math.abs(change)} ${change < 0 ? 'fewer' : 'more'} than at the first`}.`
        }
        rows={surveys.map((survey) => [survey.on, survey.findings])}
      >
        <ResponsiveContainer width="100%" height={190}>
          <LineChart accessibilityLayer={false} data={surveys} margin={{ top: 8, right: 12, bottom: 18, left: 0 }}>
            <CartesianGrid vertical={false} stroke="var(--hairline)" />
            <XAxis dataKey="on" tick={QUIET} tickLine={false} stroke="var(--rule)" minTickGap={60} />
            <YAxis tick={QUIET} tickLine={false} axisLine={false} width={46} allowDecimals={false} />
            <Tooltip content={<BarTooltip unit="findings" />} cursor={{ stroke: 'var(--rule)' }} />
            <Line
              dataKey="findings"
              stroke={INK}
              strokeWidth={1.8}
              dot={{ r: 3.5, fill: INK }}
              isAnimationActive={false}
            />
          </LineChart>
        </ResponsiveContainer>
      </Chart>
      <Bars
        title="Findings by rule"
        counts={countBy(entries, (finding) => finding.rule)}
        onPick={onRule}
        all={entries.length}
      />
      <Bars
        title="Findings by folder"
        counts={countBy(entries, (finding) => topFolder(finding.file))}
        onPick={(folder) => onFolder(folder === '(top)' ? '' : folder)}
        all={entries.length}
      />
    </div>
  );
}

function Bars({
  title,
  counts,
  all,
  onPick,
}: {
  title: string;
  counts: { name: string; count: number }[];
  all: number;
  onPick(name: string): void;
}) {
  const shown = counts.slice(0, MOST_BARS);
  const rest = counts.length - shown.length;
  return (
    <Chart
      title={title}
      says={
        all === 0
          ? 'None.'
          : `${all} in ${counts.length} ${title.endsWith('rule') ? 'rules' : 'folders'}${rest > 0 ? `; the ${MOST_BARS} with the most are drawn` : ''}. Press a bar to see them.`
      }
      rows={counts.map(({ name, count }) => [name, count])}
      onRow={onPick}
    >
      <ResponsiveContainer width="100%" height={shown.length * BAR + 12}>
        <BarChart
          accessibilityLayer={false}
          data={shown}
          layout="vertical"
          margin={{ top: 0, right: 40, bottom: 0, left: 0 }}
        >
          <XAxis type="number" hide />
          <YAxis
            type="category"
            dataKey="name"
            width={190}
            tick={{ ...QUIET, fill: INK }}
            tickFormatter={(name: string) => shorten(name, 30)}
            tickLine={false}
            axisLine={false}
            interval={0}
          />
          <Bar
            dataKey="count"
            fill="var(--amber)"
            maxBarSize={12}
            isAnimationActive={false}
            label={{ position: 'right', ...QUIET }}
            onClick={({ name }: { name?: unknown }) => {
              if (typeof name === 'string') onPick(name);
            }}
            style={{ cursor: 'pointer' }}
          />
        </BarChart>
      </ResponsiveContainer>
    </Chart>
  );
}

/** A chart with its figures as a table, for whoever does not see the drawing. */
function Chart({
  title,
  says,
  rows,
  onRow,
  children,
}: {
  title: string;
  says: string;
  rows: [name: string, count: number][];
  onRow?: (name: string) => void;
  children: ReactNode;
}) {
  return (
    <figure className={styles.chart}>
      <figcaption>
        <h2>{title}</h2>
        <p>{says}</p>
      </figcaption>
      <div aria-hidden>{children}</div>
      <details>
        <summary>figures</summary>
        <table>
          <tbody>
            {rows.map(([name, count], index) => (
              <tr key={index}>
                <th scope="row">
                  {onRow ? (
                    <button type="button" className="plain" onClick={() => onRow(name)}>
                      {name}
                    </button>
                  ) : (
                    name
                  )}
                </th>
                <td>{count}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}

interface BarTooltipProps {
  unit: string;
  label?: string;
  active?: boolean;
  payload?: { value?: unknown; payload?: { length?: number; on?: string } }[];
}

function BarTooltip({ unit, label, active, payload }: BarTooltipProps) {
  const [one] = payload ?? [];
  if (!active || !one) return null;
  return (
    <p className={styles.told}>
      {label === 'hops' ? `${one.payload?.length ?? ''} hops: ` : `${one.payload?.on ?? ''}: `}
      <b>{String(one.value)}</b> {unit}
    </p>
  );
}
