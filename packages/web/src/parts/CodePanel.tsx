/** A whole file beside an answer: read-only, the line and the name marked, every known name a way to its trail. */
import { javascript } from '@codemirror/lang-javascript';
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { Compartment, EditorState, type Extension } from '@codemirror/state';
import { Decoration, EditorView, ViewPlugin, lineNumbers, type DecorationSet, type ViewUpdate } from '@codemirror/view';
import { tags } from '@lezer/highlight';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { messageOf, useFileQuery, type FileAnswer } from '../app/api';
import { useProject } from '../app/useProject';
import { componentAt } from '../model/fileNames';
import { questionFor } from '../model/question';
import styles from './CodePanel.module.css';

/** `path:line` or `path:line:name`, as the address holds it. */
export function parseAt(at: string): { path: string; line: number; name: string } {
  const found = /^(.*?):(\d+)(?::([\w$]+))?$/.exec(at);
  return { path: found?.[1] ?? at, line: Number(found?.[2] ?? 1), name: found?.[3] ?? '' };
}

export function CodePanel({ at, onClose }: { at: string; onClose(): void }) {
  const { id, document } = useProject();
  const navigate = useNavigate();
  const { path, line, name } = parseAt(at);
  const { data, error } = useFileQuery({ id, path });
  const host = useRef<HTMLDivElement>(null);

  useEffect(() => {
    if (!host.current || !data) return;
    const follow = (component: string, asked: string): void => {
      void navigate(`/p/${id}/trail?value=${encodeURIComponent(questionFor(document, component, asked))}`);
    };
    const language = new Compartment();
    const state = EditorState.create({
      doc: data.text,
      extensions: [language.of([]), ...extensions(data, line, name, follow)],
    });
    const view = new EditorView({ state, parent: host.current });
    void languageOf(data.path).then((found) => {
      if (view.dom.isConnected) view.dispatch({ effects: language.reconfigure(found) });
    });
    const shown = state.doc.line(Math.max(1, Math.min(line, state.doc.lines)));
    view.dispatch({ effects: EditorView.scrollIntoView(shown.from, { y: 'center' }) });
    return () => view.destroy();
  }, [data, document, id, line, name, navigate]);

  return (
    <section className={styles.panel} aria-label={`Code of ${path}`}>
      <header>
        <span title={path}>{path}</span>
        <button type="button" className="plain" onClick={onClose}>
          close
        </button>
      </header>
      {error ? <p className={styles.error}>{messageOf(error)}</p> : null}
      <div ref={host} className={styles.editor} />
      <p className={styles.hint}>Click an underlined name to follow it.</p>
    </section>
  );
}

/** The language of a file, fetched where it is no plain script. */
async function languageOf(path: string): Promise<Extension> {
  if (path.endsWith('.vue')) return (await import('@codemirror/lang-vue')).vue();
  if (path.endsWith('.svelte')) {
    const { html } = await import('@codemirror/lang-html');
    const { parser } = javascript({ typescript: true }).language;
    return html({ nestedLanguages: [{ tag: 'script', parser }] });
  }
  return javascript({ jsx: true, typescript: /\.[cm]?tsx?$/.test(path) });
}

function extensions(
  file: FileAnswer,
  line: number,
  name: string,
  follow: (component: string, name: string) => void,
): Extension[] {
  return [
    syntaxHighlighting(HIGHLIGHT),
    lineNumbers(),
    EditorState.readOnly.of(true),
    EditorView.editable.of(false),
    EditorView.contentAttributes.of({ 'aria-label': file.path, tabindex: '0' }),
    askable(file, line, name),
    EditorView.domEventHandlers({
      click: (event, view) => {
        const position = view.posAtCoords({ x: event.clientX, y: event.clientY });
        if (position === null) return false;
        const word = view.state.wordAt(position);
        if (!word) return false;
        const asked = componentAt(
          file,
          view.state.doc.lineAt(position).number,
          view.state.sliceDoc(word.from, word.to),
        );
        if (!asked) return false;
        follow(asked.component, asked.name);
        return true;
      },
    }),
  ];
}

/** Underlines every name that can be followed, and marks the line and the name that were asked for. */
function askable(file: FileAnswer, line: number, name: string): Extension {
  const build = (view: EditorView): DecorationSet => {
    const marks = [];
    for (const { from, to } of view.visibleRanges) {
      const text = view.state.sliceDoc(from, to);
      const first = view.state.doc.lineAt(from);
      const last = view.state.doc.lineAt(to);
      if (line >= first.number && line <= last.number)
        marks.push(Decoration.line({ class: styles.line ?? '' }).range(view.state.doc.line(line).from));
      for (const match of text.matchAll(/[A-Za-z_$][\w$]*/g)) {
        const at = from + match.index;
        const number = view.state.doc.lineAt(at).number;
        if (!componentAt(file, number, match[0])) continue;
        const is = number === line && match[0] === name;
        marks.push(Decoration.mark({ class: is ? styles.asked : styles.askable }).range(at, at + match[0].length));
      }
    }
    return Decoration.set(marks, true);
  };
  return ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      constructor(view: EditorView) {
        this.decorations = build(view);
      }
      update(update: ViewUpdate): void {
        if (update.viewportChanged || update.docChanged) this.decorations = build(update.view);
      }
    },
    { decorations: (plugin) => plugin.decorations },
  );
}

const HIGHLIGHT = HighlightStyle.define([
  {
    tag: [tags.keyword, tags.controlKeyword, tags.definitionKeyword, tags.moduleKeyword],
    color: 'var(--ink)',
    fontWeight: '500',
  },
  { tag: [tags.string, tags.special(tags.string), tags.number, tags.bool, tags.null], color: 'var(--through)' },
  { tag: [tags.comment], color: 'var(--quiet)', fontStyle: 'italic' },
  { tag: [tags.tagName, tags.angleBracket, tags.typeName], color: 'var(--outside)' },
]);
