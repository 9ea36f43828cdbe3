/** The strip and, beside each of its stops, the component, the name it has there, and the lines that prove it. */
import type { Stop, Trail } from '@vectura/core';
import { useElementSize } from '@mantine/hooks';
import { useEffect, useRef } from 'react';
import { COLOUR, DASH, DOES, EFFECT, GROUP_OF, HOW } from '../../parts/carriers';
import { Excerpt, type ExcerptMark } from '../../parts/Excerpt';
import { Mark } from '../../parts/Mark';
import { ValueLink } from '../../parts/ValueLink';
import { stepFor, stripPath, stripPoints } from './trailModel';
import styles from './TrailStrip.module.css';

const LINE = 18;
const CHARACTER = 7.25;
/** How wide a letter of the small words beside the strip is, on average. */
const LETTER = 6;
/** At most this many lines of proof are shown at a stop; the rest are in the file. */
const MOST_LINES = 4;

interface TrailStripProps {
  trail: Trail;
  at: number;
  onStop(index: number): void;
  onCode(at: string): void;
}

export function TrailStrip({ trail, at, onStop, onCode }: TrailStripProps) {
  const { stops, direction } = trail;
  const tight = stops.length > 9;
  const most = Math.max(
    ...stops.map((stop) => Math.min(MOST_LINES, new Set(proofOf(stop).map((p) => p.line)).size)),
    2,
  );
  const row = tight ? 56 : Math.max(92, 40 + most * LINE);
  const step = stepFor(stops.length);
  const bare = stripPoints(stops, direction, row, step);
  const strip = 20 + step * (stops.length - 1) + (tight ? 20 : 40);
  const words = stops.map((_, index) => {
    const next = stops[index + 1];
    return next ? howOf(next, direction) : '';
  });
  // Words that fit on neither side of their line move the whole strip to the right.
  const pad = Math.max(
    0,
    ...bare.map(({ x }, index) =>
      fitsRight(x, Math.max(strip, 150), words[index] ?? '') ? 0 : (words[index] ?? '').length * LETTER - x - 4,
    ),
  );
  const points = bare.map(({ x, y }) => ({ x: x + pad, y }));
  const width = Math.max(strip, 150) + pad;
  const current = useRef<HTMLLIElement>(null);
  const { ref: page, width: pageWidth } = useElementSize<HTMLOListElement>();
  // What is left beside the strip and the names, in characters of the code's face.
  const room = Math.max(24, Math.floor((pageWidth - width - 260) / CHARACTER));

  useEffect(() => {
    current.current?.scrollIntoView({ block: 'nearest' });
  }, [at]);

  return (
    <ol
      ref={page}
      className={styles.stops}
      style={
        {
          '--strip': `${width}px`,
          '--carrier': direction === 'up' ? 'var(--up)' : 'var(--down)',
        } as React.CSSProperties
      }
    >
      <svg className={styles.strip} width={width} height={row * stops.length} aria-hidden>
        {points.map((point, index) => {
          const x = point.x;
          return <line key={index} x1={x} x2={x} y1={0} y2={row * stops.length} stroke="var(--hairline)" />;
        })}
        {stops.map((stop, index) => {
          const from = points[index - 1];
          const to = points[index];
          if (!from || !to || !stop.carrier) return null;
          const group = GROUP_OF[stop.carrier];
          return (
            <path
              key={index}
              d={stripPath(from, to)}
              fill="none"
              stroke={COLOUR[group]}
              strokeWidth={2}
              strokeDasharray={DASH[group]}
            />
          );
        })}
        {stops.map((stop, index) => {
          const point = points[index];
          const carrier = stop.carrier ?? stops[index + 1]?.carrier;
          if (!point) return null;
          return (
            <Mark
              key={index}
              roles={[stop.role]}
              frozen={stop.effect === 'frozen'}
              x={point.x}
              y={point.y}
              colour={carrier ? COLOUR[GROUP_OF[carrier]] : COLOUR.down}
            />
          );
        })}
      </svg>
      {stops.map((stop, index) => {
        const next = stops[index + 1];
        const point = points[index];
        return (
          <li
            key={`${stop.id ?? ''}${index}`}
            ref={index === at ? current : undefined}
            className={index === at ? styles.chosen : styles.stop}
            style={{ height: row }}
            onClick={() => onStop(index)}
            aria-current={index === at}
          >
            {next && point && (
              <span
                className={styles.how}
                style={{ ...besides(point.x, width, pad, words[index] ?? ''), top: tight ? 26 : 50 }}
              >
                {words[index]}
              </span>
            )}
            <div className={styles.who}>
              <b>{stop.component ?? stop.cell}</b>
              <div className="code">
                {stop.id ? (
                  <ValueLink component={stop.id} name={stop.name}>
                    {stop.name}
                  </ValueLink>
                ) : (
                  stop.name
                )}
              </div>
              {!tight && (
                <div className="quiet">
                  {DOES[stop.role]}
                  {stop.cycle && ', and round again'}
                </div>
              )}
              {stop.through && !tight && (
                <div className={styles.through} title={stop.through.join(', ')}>
                  through {stop.through.join(', ')}
                </div>
              )}
            </div>
            <div className={styles.proof}>
              <Excerpt
                file={stop.file}
                marks={tight ? proofOf(stop).slice(0, 1) : proofOf(stop)}
                onOpen={onCode}
                bare
                room={room}
              />
            </div>
          </li>
        );
      })}
    </ol>
  );
}

/** The words beside a line stand on its right, or on its left where there is no room before the names. */
function besides(x: number, width: number, pad: number, words: string): React.CSSProperties {
  return fitsRight(x - pad, width - pad, words) ? { left: x + 25 } : { right: `calc(100% - ${x + 8}px)` };
}

function fitsRight(x: number, width: number, words: string): boolean {
  return x + 8 + words.length * LETTER <= width;
}

function howOf(next: Stop, direction: Trail['direction']): string {
  const how = next.carrier ? HOW[next.carrier] : '';
  const effect = next.effect ? EFFECT[next.effect] : '';
  const many = direction === 'down' && next.repeat === 'many' ? 'many times' : '';
  return [how, effect, many].filter(Boolean).join(', ');
}

/** The lines shown at a stop: where it arrives, a few where it is used, where it leaves. */
function proofOf(stop: Stop): ExcerptMark[] {
  const own = (stop.proof ?? []).filter((proof) => proof.file === stop.file);
  const arrives = own.filter((proof) => proof.what === 'arrives');
  const leaves = own.filter((proof) => proof.what === 'leaves');
  const used = own.filter((proof) => proof.what === 'used');
  const kept: ExcerptMark[] = [...arrives, ...leaves];
  for (const proof of used) {
    const lines = new Set(kept.map((one) => one.line));
    const room = lines.has(proof.line) || lines.size < MOST_LINES;
    // A use is told by where it begins; the name itself is what is looked for on the line.
    if (room && !kept.some((one) => one.line === proof.line && one.column === proof.column))
      kept.push({ ...proof, name: stop.name.split('.').at(-1) ?? '' });
  }
  return kept;
}
