/** One stop of a trail: who, the name it has there, its lines of code; what parts from the way there, what may be missed. */
import type { Finding, Stop } from '@vectura/core';
import { DOES } from '../../parts/carriers';
import { Excerpt, type ExcerptMark } from '../shared/Excerpt';
import { ValueLink } from '../shared/ValueLink';
import { proofOf } from './proof';
import { MOST_COMPUTED, type WayEntry } from './trailModel';
import styles from './TrailStrip.module.css';

interface StopRowProps {
  index: number;
  count: number;
  stop: Stop;
  top: number;
  height: number;
  chosen: boolean;
  tight: boolean;
  narrow: boolean;
  around: number;
  room: number;
  how: string;
  howPlace: React.CSSProperties;
  marks: ExcerptMark[];
  /** A further file that says what becomes of the value here. */
  beside: string | null;
  branches: readonly WayEntry[];
  /** Other ways join here rather than part. */
  joins: boolean;
  unfolded: boolean;
  gaps: readonly Finding[];
  /** Why the trail is not followed further than this stop. */
  cut: string | undefined;
  onStop(index: number): void;
  onCode(at: string): void;
  onWay(way: WayEntry): void;
  onUnfold(index: number): void;
}

export function StopRow(props: StopRowProps) {
  const { index, stop, chosen, tight, branches, unfolded, gaps } = props;
  const others = branches.length;
  const folded = others > 0 && (
    <button
      type="button"
      className={`linked ${styles.branch}`}
      aria-expanded={unfolded}
      title={`${others} more ${others === 1 ? 'way' : 'ways'} ${props.joins ? 'joins' : 'parts'} here`}
      onClick={(event) => {
        event.stopPropagation();
        props.onUnfold(index);
      }}
    >
      {props.narrow ? `+${others}` : `${others} more ${others === 1 ? 'way' : 'ways'} ${props.joins ? 'in' : 'on'}`}
    </button>
  );
  return (
    <li
      className={chosen ? styles.chosen : styles.stop}
      style={{ top: props.top, height: props.height }}
      onClick={(event) => {
        // A link leads away: the stop is not to call it back.
        if (!(event.target instanceof Element && event.target.closest('a'))) props.onStop(index);
      }}
      aria-current={chosen}
      aria-posinset={index + 1}
      aria-setsize={props.count}
    >
      {props.how && (
        <span className={styles.how} style={props.howPlace}>
          {props.how}
        </span>
      )}
      <div className={styles.who}>
        <div className={tight ? styles.beside : undefined}>
          <b title={stop.component ?? stop.cell ?? ''}>{stop.component ?? stop.cell}</b>
          <div className="code">
            {stop.id ? (
              <ValueLink component={stop.id} name={stop.name}>
                {stop.name}
              </ValueLink>
            ) : (
              stop.name
            )}
          </div>
        </div>
        <div className="quiet">
          {DOES[stop.role]}
          {stop.cycle && ', and round again'}
          {tight && stop.computes && `, computes ${stop.computes.map(({ name }) => name).join(', ')}`}
          {tight && others > 0 && ' · '}
          {tight && folded}
        </div>
        {stop.through && !tight && (
          <div className={styles.through} title={stop.through.join(', ')}>
            through {stop.through.join(', ')}
          </div>
        )}
        {!tight && folded}
        {unfolded &&
          branches.map((way) => (
            <button
              key={way.key}
              type="button"
              className={`linked ${styles.other}`}
              title={`Follow the way ${props.joins ? 'from' : 'to'} ${way.component} instead`}
              onClick={(event) => {
                event.stopPropagation();
                props.onWay(way);
              }}
            >
              {props.joins ? 'from' : 'to'} {way.component}
            </button>
          ))}
      </div>
      <div className={styles.proof}>
        <Excerpt
          file={stop.file}
          marks={props.marks}
          around={tight ? 0 : props.around}
          onOpen={props.onCode}
          bare
          nameless={tight}
          room={props.room}
        />
        {props.beside !== null && (
          <Excerpt
            file={props.beside}
            marks={proofOf(stop, undefined, props.beside)}
            around={props.around}
            onOpen={props.onCode}
            bare
            room={props.room}
          />
        )}
        {!tight && <Computed stop={stop} />}
        {props.cut && !tight && <p className={styles.gap}>Not followed further: {props.cut}.</p>}
        {gaps.length > 0 && !tight && (
          <p className={styles.gap} title={gaps.map((gap) => gap.message).join('\n')}>
            May go on unseen: {gaps[0]?.message}
          </p>
        )}
        {props.cut && tight && (
          <i className={styles.gapTick} title={`Not followed further: ${props.cut}.`}>
            ?
          </i>
        )}
        {gaps.length > 0 && tight && (
          <i className={styles.gapTick} title={`May go on unseen: ${gaps[0]?.message ?? ''}`}>
            ?
          </i>
        )}
      </div>
    </li>
  );
}

/** What is computed from the value here is a value of its own, to be followed from here. */
function Computed({ stop }: { stop: Stop }) {
  const computes = stop.computes ?? [];
  const left = computes.length - MOST_COMPUTED;
  return computes.slice(0, MOST_COMPUTED).map(({ name, component, value }, index) => (
    <p key={value} className={styles.computed}>
      goes into{' '}
      <ValueLink component={value.slice(0, value.length - name.length - 1)} name={name}>
        {name}
      </ValueLink>{' '}
      of {component}, computed here
      {index === MOST_COMPUTED - 1 && left > 0 && `, and into ${left} more`}
    </p>
  ));
}
