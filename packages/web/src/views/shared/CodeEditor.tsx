/** A file's text, read-only: the line and the name marked, what values do in its margin, every known name a way on. */
import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
import { Compartment, EditorState, Prec, type Extension } from '@codemirror/state';
import {
  Decoration,
  EditorView,
  GutterMarker,
  ViewPlugin,
  gutter,
  keymap,
  lineNumbers,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { tags } from '@lezer/highlight';
import type { Finding, MarginEntry } from '@vectura/core';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import type { FileAnswer } from '../../api/api';
import { useProject } from '../../project/useProject';
import { componentAt } from '../../project/fileNames';
import { questionFor } from '../../project/question';
import { GROUP_OF } from '../../parts/carriers';
import { languageFor } from '../../parts/language';
import { byLine, marginWords, sayMargin, shapeOf } from '../../parts/marginWords';
import styles from './CodeEditor.module.css';

interface CodeEditorProps {
  file: FileAnswer;
  line: number;
  name: string;
  /** Room for words in the margin. */
  wide?: boolean;
  onClose(): void;
  /** Told of the line the caret is on. */
  onLine?: (line: number) => void;
}

export function CodeEditor({ file, line, name, wide = false, onClose, onLine }: CodeEditorProps) {
  const { id, document } = useProject();
  const navigate = useNavigate();
  const host = useRef<HTMLDivElement>(null);
  const callbacks = useRef({ onClose, onLine });
  useEffect(() => {
    callbacks.current = { onClose, onLine };
  });

  useEffect(() => {
    if (!host.current) return;
    const follow = (component: string, asked: string): void => {
      void navigate(`/p/${id}/trail?value=${encodeURIComponent(questionFor(document, component, asked))}`);
    };
    const language = new Compartment();
    const findings = document.findings.filter((finding) => finding.file === file.path);
    const state = EditorState.create({
      doc: file.text,
      extensions: [
        language.of([]),
        syntaxHighlighting(HIGHLIGHT),
        margin(file.margin, findings, wide),
        lineNumbers(),
        EditorState.readOnly.of(true),
        EditorView.contentAttributes.of({ 'aria-label': file.path, 'aria-readonly': 'true', tabindex: '0' }),
        askable(file, line, name),
        ways(file, follow, () => callbacks.current.onClose()),
        EditorView.updateListener.of((update) => {
          if (!update.selectionSet) return;
          callbacks.current.onLine?.(update.state.doc.lineAt(update.state.selection.main.head).number);
        }),
      ],
    });
    const view = new EditorView({ state, parent: host.current });
    void languageFor(file.path).then((found) => {
      if (view.dom.isConnected) view.dispatch({ effects: language.reconfigure(found) });
    });
    const shown = state.doc.line(Math.max(1, Math.min(line, state.doc.lines)));
    const column = name ? Math.max(0, shown.text.indexOf(name)) : 0;
    view.dispatch({
      selection: { anchor: shown.from + column },
      effects: EditorView.scrollIntoView(shown.from, { y: 'center' }),
    });
    return () => view.destroy();
  }, [file, document, id, line, name, wide, navigate]);

  return <div ref={host} className={styles.editor} />;
}

/** A name is followed by a click, or with Enter where the caret stands. */
function ways(file: FileAnswer, follow: (component: string, name: string) => void, close: () => void): Extension {
  const at = (view: EditorView, position: number): boolean => {
    const word = view.state.wordAt(position);
    if (!word) return false;
    const line = view.state.doc.lineAt(position).number;
    const asked = componentAt(file, line, view.state.sliceDoc(word.from, word.to));
    if (!asked) return false;
    follow(asked.component, asked.name);
    return true;
  };
  return [
    EditorView.domEventHandlers({
      click: (event, view) => {
        const position = view.posAtCoords({ x: event.clientX, y: event.clientY });
        return position !== null && at(view, position);
      },
    }),
    Prec.high(
      keymap.of([
        { key: 'Enter', run: (view) => at(view, view.state.selection.main.head) },
        {
          key: 'Escape',
          run: () => {
            close();
            return true;
          },
        },
        ...caret(),
      ]),
    ),
  ];
}

/** The caret goes by the arrow keys; nothing else of an editor is wanted in a text that is only read. */
function caret() {
  const to = (step: (view: EditorView, head: number) => number) => (view: EditorView) => {
    const anchor = step(view, view.state.selection.main.head);
    view.dispatch({ selection: { anchor }, scrollIntoView: true });
    return true;
  };
  const vertically = (forward: boolean) => to((view) => view.moveVertically(view.state.selection.main, forward).head);
  const byWord = (forward: boolean) => to((view) => view.moveByGroup(view.state.selection.main, forward).head);
  return [
    { key: 'ArrowDown', run: vertically(true) },
    { key: 'ArrowUp', run: vertically(false) },
    { key: 'ArrowRight', run: byWord(true) },
    { key: 'ArrowLeft', run: byWord(false) },
  ];
}

class MarginMark extends GutterMarker {
  constructor(
    private readonly entries: readonly MarginEntry[],
    private readonly findings: readonly Finding[],
    private readonly wide: boolean,
  ) {
    super();
  }

  override toDOM(): HTMLElement {
    const box = document.createElement('span');
    box.className = styles.mark ?? '';
    if (this.findings.length > 0) {
      const tick = document.createElement('i');
      tick.className = styles.tick ?? '';
      box.append(tick);
    }
    const shown = this.wide ? this.entries : this.entries.slice(0, 1);
    for (const entry of shown) {
      const shape = document.createElement('i');
      shape.className = styles[shapeOf(entry)] ?? '';
      const carrier = entry.comes ?? entry.goes[0];
      shape.style.setProperty('--carrier', `var(--${carrier ? GROUP_OF[carrier] : 'down'})`);
      box.append(shape);
      if (this.wide) box.append(marginWords(entry, shown.length === 1));
    }
    box.title = [...this.findings.map((finding) => finding.message), ...this.entries.map(sayMargin)].join('\n');
    return box;
  }
}

function margin(entries: readonly MarginEntry[], findings: readonly Finding[], wide: boolean): Extension {
  const lines = byLine(entries);
  const found = new Map<number, Finding[]>();
  for (const finding of findings) found.set(finding.line, [...(found.get(finding.line) ?? []), finding]);
  return gutter({
    class: wide ? (styles.wide ?? '') : (styles.narrow ?? ''),
    lineMarker: (view, block) => {
      const line = view.state.doc.lineAt(block.from).number;
      const own = lines.get(line) ?? [];
      const notes = found.get(line) ?? [];
      return own.length + notes.length > 0 ? new MarginMark(own, notes, wide) : null;
    },
  });
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
