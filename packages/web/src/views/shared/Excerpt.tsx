/** The few lines of code that prove something: the name marked where it arrives or is used, underlined where it leaves. */
import type { CSSProperties } from 'react';
import { useNavigate } from 'react-router';
import { messageOf, useFileQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import { componentAt } from '../../project/fileNames';
import { questionFor } from '../../project/question';
import { neighbours, segmentsOf, type LineMark } from '../../parts/codeLine';
import { useSyntax } from '../../parts/syntax';
import styles from './Excerpt.module.css';

export interface ExcerptMark extends LineMark {
  line: number;
}

interface ExcerptProps {
  file: string;
  marks: readonly ExcerptMark[];
  /** Called with `path:line:name` when a line is to be seen in its file. */
  onOpen(at: string): void;
  /** Within a trail: no frame of its own, lines are cut rather than wrapped. */
  bare?: boolean;
  /** How many further lines to show before and after each. */
  around?: number;
  /** Leaves the file's name out. */
  nameless?: boolean;
  /** How many characters of a line there is room for; a longer one is cut so that its first mark is seen. */
  room?: number;
}

export function Excerpt({
  file,
  marks,
  onOpen,
  bare = false,
  around = 0,
  nameless = false,
  room = Infinity,
}: ExcerptProps) {
  const { id, document } = useProject();
  const navigate = useNavigate();
  const { data, error } = useFileQuery({ id, path: file });
  const syntax = useSyntax(file, data?.text);
  const lines = data?.text.split('\n') ?? [];
  const told = [...new Set(marks.map((mark) => mark.line))].sort((a, b) => a - b);
  const numbers = [...new Set(told.flatMap((line) => neighbours(line, around)))]
    .filter((line) => around === 0 || line <= lines.length || told.includes(line))
    .sort((a, b) => a - b);
  // Lines that are shown with their neighbours keep their places to each other.
  const indents = numbers.flatMap((line) => {
    const text = lines[line - 1] ?? '';
    return text.trim() === '' ? [] : [/^\s*/.exec(text)?.[0].length ?? 0];
  });
  const indent = around > 0 ? { indent: Math.min(...indents, 40) } : {};
  return (
    <figure className={bare ? styles.bare : styles.excerpt} aria-busy={!data && !error}>
      {!nameless && (
        <figcaption>
          <button type="button" className="plain" onClick={() => onOpen(`${file}:${told[0] ?? 1}`)}>
            {file}
          </button>
        </figcaption>
      )}
      <div className={styles.code} style={{ '--digits': String(numbers.at(-1) ?? 0).length } as CSSProperties}>
        {error && <p className="quiet">{messageOf(error)}</p>}
        {numbers.map((number, index) => {
          const { segments, cut } = segmentsOf({
            text: lines[number - 1] ?? '',
            marks: marks.filter((mark) => mark.line === number),
            pieces: syntax?.[number - 1] ?? [],
            isName: (name) => data !== undefined && componentAt(data, number, name) !== null,
            room,
            ...indent,
          });
          const parted = index > 0 && around > 0 && numbers[index - 1] !== number - 1;
          return (
            <div key={number} className={parted ? styles.parted : styles.line}>
              <button
                type="button"
                className={styles.number}
                title={`Show ${file}, line ${number}`}
                onClick={() => onOpen(`${file}:${number}`)}
              >
                {number}
              </button>
              <code
                onClick={(event) => {
                  const name = event.target instanceof HTMLElement ? event.target.dataset['name'] : undefined;
                  const asked = name && data ? componentAt(data, number, name) : null;
                  if (!asked) return;
                  event.stopPropagation();
                  void navigate(
                    `/p/${id}/trail?value=${encodeURIComponent(questionFor(document, asked.component, asked.name))}`,
                  );
                }}
              >
                {cut && '…'}
                {segments.map((one, position) => (
                  <span
                    key={position}
                    className={[
                      one.kind ? styles[one.kind] : '',
                      one.mark === null ? '' : one.mark === 'leaves' ? styles.leaves : styles.marked,
                      one.name ? styles.name : '',
                    ]
                      .filter(Boolean)
                      .join(' ')}
                    {...(one.name ? { 'data-name': one.text, title: `Follow ${one.text}` } : {})}
                  >
                    {one.text}
                  </span>
                ))}
              </code>
            </div>
          );
        })}
      </div>
    </figure>
  );
}
