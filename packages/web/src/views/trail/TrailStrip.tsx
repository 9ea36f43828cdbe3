/** The strip and, beside each of its stops, the component, the name it has there, and the lines that prove it. */
import type { Finding, Stop, Trail } from '@vectura/core';
import { useElementSize } from '@mantine/hooks';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef } from 'react';
import { COLOUR, DASH, EFFECT, GROUP_OF, HOW } from '../../parts/carriers';
import { Mark } from '../../parts/Mark';
import { StopRow } from './StopRow';
import {
  branchesOf,
  gapsAt,
  stepFor,
  linesBelow,
  stripPath,
  stripPoints,
  topsOf,
  type StripPoint,
  type WayEntry,
} from './trailModel';
import { fileBeside, linesAt, proofOf } from './proof';
import styles from './TrailStrip.module.css';

const LINE = 18;
/** The name of a further file, above its lines. */
const BESIDE = 22;
const CHARACTER = 7.25;
/** How wide a letter of the small words beside the strip is, on average. */
const LETTER = 6;
const BRANCH = 20;
const TIGHT = 46;
/** A page narrower than this, in pixels, is short of room. */
const NARROW = 720;

interface TrailStripProps {
  way: WayEntry;
  /** All ways, of which some part from this one. */
  ways: readonly WayEntry[];
  tight: boolean;
  /** How many lines to show around each. */
  around: number;
  at: number;
  /** The stops whose branches are unfolded. */
  unfolded: ReadonlySet<number>;
  /** What could not be followed, by component. */
  gaps: ReadonlyMap<string, Finding[]>;
  onStop(index: number): void;
  onCode(at: string): void;
  onWay(way: WayEntry): void;
  onUnfold(index: number): void;
}

/** In pixels: what a letter of a name takes, the most that names take, and the least that is left for the lines of code. */
const NAME_LETTER = 7.4;
const MOST_WHO = 380;
const LEAST_CODE = 320;

export function TrailStrip(props: TrailStripProps) {
  const { way, ways, tight, around, at, unfolded, onStop, onCode, onWay, onUnfold } = props;
  const { stops, direction } = way.trail;
  const scroller = useRef<HTMLDivElement>(null);
  const { ref: page, width: pageWidth } = useElementSize<HTMLOListElement>();
  const branches = useMemo(() => branchesOf(ways, way), [ways, way]);

  const heights = stops.map((stop, index) => {
    const others = branches.get(index)?.length ?? 0;
    const fold = others === 0 || (tight && !unfolded.has(index)) ? 0 : BRANCH;
    const list = unfolded.has(index) ? others * BRANCH : 0;
    const more = tight ? 0 : linesBelow(stop, index === stops.length - 1 ? way.trail : null) * BRANCH;
    const beside = fileBeside(stop);
    const further = beside === null ? 0 : BESIDE + linesAt(stop, around, beside).length * LINE;
    const code = tight ? 0 : 42 + linesAt(stop, around).length * LINE + further;
    return (tight ? TIGHT : Math.max(100, code)) + fold + list + more;
  });
  const tops = topsOf(heights);
  const whole = tops.at(-1) ?? 0;
  // On a narrow page the lines of code need the room: the strip keeps to itself, without words.
  const narrow = pageWidth > 0 && pageWidth < NARROW;
  const step = stepFor(stops.length, narrow);
  const bare = stripPoints(tops.slice(0, -1), direction, step, tight ? 16 : 22);
  const strip = narrow
    ? 28 + step * (stops.length - 1)
    : Math.max(20 + step * (stops.length - 1) + (tight ? 20 : 40), 150);
  const words = stops.map((_, index) => {
    const next = stops[index + 1];
    return next && step >= 8 && !narrow ? howOf(next, direction) : '';
  });
  // Words that fit on neither side of their line move the whole strip to the right.
  const pad = Math.max(
    0,
    ...bare.map(({ x }, index) =>
      fitsRight(x, strip, words[index] ?? '') ? 0 : (words[index] ?? '').length * LETTER - x - 4,
    ),
  );
  const points = bare.map(({ x, y }) => ({ x: x + pad, y }));
  const width = strip + pad;
  const lengthOf = ({ component, name }: (typeof stops)[number]): number => {
    const letters = (component ?? '').length;
    // In tight rows the two stand side by side.
    return tight ? letters + name.length + 2 : Math.max(letters, name.length);
  };
  const longest = Math.max(0, ...stops.map(lengthOf));
  // Long names take the room that the lines of code can spare.
  const spare = pageWidth - width - LEAST_CODE;
  const who = narrow ? 130 : Math.max(190, Math.min(longest * NAME_LETTER + 16, spare, MOST_WHO));
  // What is left beside the strip and the names, in characters of the code's face.
  const room = Math.max(24, Math.floor((pageWidth - width - who - 70) / CHARACTER));

  const view = useVirtualizer({
    count: stops.length,
    getScrollElement: () => scroller.current,
    estimateSize: (index) => heights[index] ?? TIGHT,
    overscan: 4,
  });
  const signature = heights.join();
  useEffect(() => view.measure(), [view, signature]);
  useEffect(() => {
    view.scrollToIndex(at, { align: 'auto' });
  }, [view, at]);

  const items = view.getVirtualItems();
  return (
    <div ref={scroller} className={styles.page}>
      <ol
        ref={page}
        className={styles.stops}
        style={
          {
            height: whole,
            '--strip': `${width}px`,
            '--who': `${who}px`,
            '--carrier': direction === 'up' ? 'var(--up)' : 'var(--down)',
          } as React.CSSProperties
        }
      >
        <svg className={styles.strip} width={width} height={whole} aria-hidden>
          {step >= 8 &&
            points.map(({ x }, index) => <line key={index} x1={x} x2={x} y1={0} y2={whole} stroke="var(--hairline)" />)}
          {items.map(({ index }) => (
            <Hop key={index} stop={stops[index]} from={points[index - 1]} to={points[index]} />
          ))}
          {items.map(({ index }) => (
            <StopMark key={index} stop={stops[index]} next={stops[index + 1]} at={points[index]} />
          ))}
        </svg>
        {items.map(({ index }) => {
          const stop = stops[index];
          const point = points[index];
          if (!stop || !point) return null;
          return (
            <StopRow
              key={index}
              index={index}
              count={stops.length}
              stop={stop}
              top={tops[index] ?? 0}
              height={heights[index] ?? TIGHT}
              chosen={index === at}
              tight={tight}
              narrow={narrow}
              around={around}
              room={room}
              how={words[index] ?? ''}
              howPlace={{ ...besides(point.x, width, pad, words[index] ?? ''), top: tight ? 23 : 50 }}
              marks={proofOf(stop, tight ? 2 : undefined)}
              beside={tight ? null : fileBeside(stop)}
              branches={branches.get(index) ?? []}
              joins={direction === 'up'}
              unfolded={unfolded.has(index)}
              gaps={gapsAt(stop, props.gaps)}
              cut={index === stops.length - 1 ? way.trail.cut : undefined}
              onStop={onStop}
              onCode={onCode}
              onWay={onWay}
              onUnfold={onUnfold}
            />
          );
        })}
      </ol>
    </div>
  );
}

function Hop({ stop, from, to }: { stop: Stop | undefined; from: StripPoint | undefined; to: StripPoint | undefined }) {
  if (!from || !to || !stop?.carrier) return null;
  const group = GROUP_OF[stop.carrier];
  return (
    <path d={stripPath(from, to)} fill="none" stroke={COLOUR[group]} strokeWidth={2} strokeDasharray={DASH[group]} />
  );
}

interface StopMarkProps {
  stop: Stop | undefined;
  next: Stop | undefined;
  at: StripPoint | undefined;
}

function StopMark({ stop, next, at }: StopMarkProps) {
  if (!stop || !at) return null;
  const carrier = stop.carrier ?? next?.carrier;
  const colour = carrier ? COLOUR[GROUP_OF[carrier]] : COLOUR.down;
  return (
    <g>
      {stop.cycle && (
        // It comes round to where it has been: a loop of its own line.
        <path
          d={`M${at.x} ${at.y} c18 -14 18 14 2 6`}
          fill="none"
          stroke={colour}
          strokeWidth={1.6}
          strokeDasharray="2 2"
        />
      )}
      <Mark roles={[stop.role]} frozen={stop.effect === 'frozen'} x={at.x} y={at.y} colour={colour} />
    </g>
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
