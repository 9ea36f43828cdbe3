/** The few lines of code that prove something: the name marked where it arrives or is used, underlined where it leaves. */
import { useFileQuery } from '../app/api';
import { useProject } from '../app/useProject';
import styles from './Excerpt.module.css';

export interface ExcerptMark {
  line: number;
  column: number;
  length: number;
  /** Marks this name, the first one from the column on, whatever the length. */
  name?: string;
  what: 'arrives' | 'used' | 'leaves';
}

interface ExcerptProps {
  file: string;
  marks: readonly ExcerptMark[];
  /** Called with `path:line:name` when a line is to be seen in its file. */
  onOpen(at: string): void;
  bare?: boolean;
  /** How many characters of a line there is room for; a longer one is cut so that its first mark is seen. */
  room?: number;
}

export function Excerpt({ file, marks, onOpen, bare = false, room = Infinity }: ExcerptProps) {
  const { id } = useProject();
  const { data, isError } = useFileQuery({ id, path: file });
  const lines = data?.text.split('\n') ?? [];
  const numbers = [...new Set(marks.map((mark) => mark.line))].sort((a, b) => a - b);
  return (
    <figure className={bare ? styles.bare : styles.excerpt}>
      <figcaption>
        <button type="button" className="plain" onClick={() => onOpen(`${file}:${numbers[0] ?? 1}`)}>
          {file}
        </button>
      </figcaption>
      <div className={styles.code}>
        {isError && <p className="quiet">The file is no longer there.</p>}
        {numbers.map((number) => {
          const text = lines[number - 1] ?? '';
          return (
            <div key={number} className={styles.line}>
              <button
                type="button"
                className={styles.number}
                title={`Show line ${number} in its file`}
                onClick={() => onOpen(`${file}:${number}`)}
              >
                {number}
              </button>
              <code>
                {markedLine(
                  text,
                  marks.filter((mark) => mark.line === number),
                  room,
                )}
              </code>
            </div>
          );
        })}
      </div>
    </figure>
  );
}

function onName(mark: ExcerptMark, text: string): ExcerptMark {
  const found = mark.name ? text.indexOf(mark.name, mark.column - 1) : -1;
  return found === -1 || !mark.name ? mark : { ...mark, column: found + 1, length: mark.name.length };
}

/** A line with its marks as spans; indentation beyond a little is cut, so that the code starts near the left. */
function markedLine(text: string, marks: readonly ExcerptMark[], room: number) {
  // Where lines may wrap there is no room for indentation; elsewhere a little of it shows what stands inside what.
  const indent = Math.max(0, (/^\s*/.exec(text)?.[0].length ?? 0) - (room === Infinity ? 0 : 2));
  const sorted = marks.map((mark) => onName(mark, text)).sort((a, b) => a.column - b.column);
  const parts = [];
  const first = sorted[0];
  const ends = first ? first.column - 1 + first.length : 0;
  let at = indent;
  if (first && ends - indent > room) {
    at = Math.min(first.column - 1, ends - room + 2);
    parts.push('…');
  }
  for (const mark of sorted) {
    const from = mark.column - 1;
    const to = Math.min(text.length, from + Math.max(1, mark.length));
    if (from < at) continue;
    parts.push(text.slice(at, from));
    parts.push(
      <mark key={from} className={mark.what === 'leaves' ? styles.leaves : styles.name}>
        {text.slice(from, to)}
      </mark>,
    );
    at = to;
  }
  parts.push(text.slice(at));
  return parts;
}
