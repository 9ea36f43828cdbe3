/** Who reads the value and who changes it, each a way that can be singled out; and what else to ask. */
import type { TrailDocument } from '@vectura/core';
import { counted } from '../../parts/counted';
import { Autocomplete } from '@mantine/core';
import { Fragment, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useProject } from '../../project/useProject';
import type { WayEntry } from './trailModel';
import styles from './WaysPanel.module.css';

const MOST_WAYS = 14;

interface WaysPanelProps {
  document: TrailDocument;
  down: readonly WayEntry[];
  up: readonly WayEntry[];
  chosen: WayEntry | undefined;
  onChoose(way: WayEntry): void;
  /** The component whose ways alone are shown, by its id. */
  to: string | null;
  onTo(component: string | null): void;
  sheetLink: string | null;
  homesLink: string | null;
  /** The component it was asked about why the value does not get there. */
  why: string | null;
  onWhy(to: string): void;
}

export function WaysPanel(props: WaysPanelProps) {
  const { document, down, up, chosen, onChoose, to, onTo, sheetLink, homesLink, why, onWhy } = props;
  const end = chosen?.trail.direction === 'down' ? chosen.trail.stops.at(-1) : chosen?.trail.stops[0];
  const own = down.filter((way) => !way.computed);
  const computed = down.filter((way) => way.computed);
  const [open, setOpen] = useState(false);
  const unfolded = open || chosen?.computed === true;
  const named = new Set([...down, ...up].map((way) => way.component));
  const changed = new Set(up.map((way) => way.component));
  const atHome = document.readers.filter((reader) => !named.has(reader.component ?? ''));
  return (
    <div className={styles.panel}>
      <h2>Who reads it</h2>
      <Ways ways={own} chosen={chosen} onChoose={onChoose} note={hopsOf} />
      {atHome.map((reader) => (
        <p key={`${reader.component}.${reader.name}`} className={styles.still}>
          <b>
            <Breakable name={reader.component ?? ''} />
          </b>
          <span>at home</span>
        </p>
      ))}
      {computed.length > 0 && (
        <>
          <button
            type="button"
            className={styles.way}
            aria-expanded={unfolded}
            title="Ways of what is computed from the value, which is a value of its own"
            onClick={() => setOpen(!unfolded)}
          >
            <span>{unfolded ? '−' : '+'} computed from it</span>
            <span>{computed.length}</span>
          </button>
          {unfolded && (
            <div className={styles.folded}>
              <Ways ways={computed} chosen={chosen} onChoose={onChoose} note={hopsOf} />
            </div>
          )}
        </>
      )}
      {down.length + atHome.length === 0 && <p className={styles.none}>Nobody that could be followed.</p>}
      <h2>Who changes it</h2>
      <Ways ways={up} chosen={chosen} onChoose={onChoose} note={({ hops }) => `up ${hops}`} />
      {document.writers
        .filter((writer) => !changed.has(writer.component ?? ''))
        .map((writer) => (
          <p key={`${writer.component}.${writer.name}`} className={styles.still}>
            <b>
              <Breakable name={writer.component ?? ''} />
            </b>
            <span title={writer.trigger}>{writer.trigger ?? ''}</span>
          </p>
        ))}
      {up.length + document.writers.length === 0 && <p className={styles.none}>Nobody: it stays as it is.</p>}
      {document.left ? (
        <p className={styles.none}>
          The shortest way to each is listed; there are {document.left} more.
          {end?.id && to === null && (
            <>
              {' '}
              <button type="button" className="linked" onClick={() => onTo(end.id ?? null)}>
                More of those to {end.component}
              </button>
            </>
          )}
        </p>
      ) : null}
      {to !== null && (
        <p className={styles.none}>
          These are the ways to {to.slice(to.lastIndexOf('#') + 1)}.{' '}
          <button type="button" className="linked" onClick={() => onTo(null)}>
            Show all
          </button>
        </p>
      )}
      {document.cut && <p className={styles.none}>Not followed everywhere: {document.cut}.</p>}
      <h2>Ask</h2>
      <AskWhy why={why} onWhy={onWhy} />
      {homesLink && (
        <Link className={styles.ask} to={homesLink}>
          Where else could it live?
        </Link>
      )}
      {sheetLink && (
        <Link className={styles.ask} to={sheetLink}>
          Where is it on the sheet?
        </Link>
      )}
    </div>
  );
}

/** A name that breaks between its words, where it has to. */
function Breakable({ name }: { name: string }) {
  return name.split(/(?=[A-Z][a-z])/).map((word, index) => (
    <Fragment key={index}>
      {index > 0 && <wbr />}
      {word}
    </Fragment>
  ));
}

function hopsOf({ hops }: WayEntry): string {
  return counted(hops, 'hop');
}

/** The first few ways, and the chosen one; the others where they are asked for. */
function Ways({
  ways,
  chosen,
  note,
  onChoose,
}: {
  ways: readonly WayEntry[];
  chosen: WayEntry | undefined;
  note(way: WayEntry): string;
  onChoose(way: WayEntry): void;
}) {
  const [all, setAll] = useState(false);
  const shown = all ? ways : ways.filter((way, index) => index < MOST_WAYS || way === chosen);
  return (
    <>
      {shown.map((way) => (
        <Way key={way.key} way={way} chosen={way === chosen} onChoose={onChoose} note={note(way)} />
      ))}
      {shown.length < ways.length && (
        <button type="button" className={styles.way} onClick={() => setAll(true)}>
          <span>and {ways.length - shown.length} more</span>
        </button>
      )}
    </>
  );
}

function Way({
  way,
  chosen,
  note,
  onChoose,
}: {
  way: WayEntry;
  chosen: boolean;
  note: string;
  onChoose(way: WayEntry): void;
}) {
  return (
    <button
      type="button"
      className={chosen ? styles.chosen : styles.way}
      aria-pressed={chosen}
      onClick={() => onChoose(way)}
    >
      <span>
        <Breakable name={way.component} />
      </span>
      <span>{note}</span>
    </button>
  );
}

/** “Why does it not reach …”: the component is typed, or picked from those that bear a name like it. */
function AskWhy({ why, onWhy }: { why: string | null; onWhy(to: string): void }) {
  const { document } = useProject();
  const [typed, setTyped] = useState('');
  const counts = useMemo(() => {
    const found = new Map<string, number>();
    for (const { name } of document.components) found.set(name, (found.get(name) ?? 0) + 1);
    return found;
  }, [document]);
  const names = useMemo(
    () => document.components.map(({ name, id }) => (counts.get(name) === 1 ? name : id)).sort(),
    [document, counts],
  );
  return (
    <Autocomplete
      id="why-to"
      className={styles.why}
      label="Why does it not reach"
      placeholder={why ? why.slice(why.lastIndexOf('#') + 1) : 'a component'}
      data={names}
      limit={12}
      value={typed}
      onChange={setTyped}
      onOptionSubmit={(to) => {
        onWhy(to);
        setTyped('');
      }}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' || typed === '' || !names.includes(typed)) return;
        onWhy(typed);
        setTyped('');
      }}
    />
  );
}
