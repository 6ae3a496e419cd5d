import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { EditorState, type Range, RangeSet, StateEffect, StateField } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, keymap, placeholder, WidgetType } from '@codemirror/view';
import { useEffect, useEffectEvent, useRef } from 'react';
import type { NotesRead } from '../../../core/notes/index.ts';
import { lineWords, markOf } from './notes.ts';

interface Props {
  text: string;
  /** The text that was read. */
  heard: string;
  read: NotesRead;
  onText: (text: string) => void;
  /** A text came from the clipboard whole. */
  onPasted: () => void;
  onMake: () => void;
}

const setRead = StateEffect.define<NotesRead>();

/** The pieces of the notes underlined by what they were taken for, and what each line comes to behind it. */
const marks = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(set, tr) {
    const here = set.map(tr.changes);
    const read = tr.effects.findLast((effect) => effect.is(setRead))?.value;
    if (!read) return here;
    const next = marked(tr.state, read);
    // What is marked as before is not drawn anew.
    return RangeSet.eq([here], [next], 0, tr.state.doc.length) ? here : next;
  },
  provide: (field) => EditorView.decorations.from(field),
});

class Words extends WidgetType {
  constructor(
    readonly words: string,
    readonly guessed: boolean,
  ) {
    super();
  }
  override eq(other: Words) {
    return other.words === this.words && other.guessed === this.guessed;
  }
  override toDOM() {
    const span = document.createElement('span');
    span.className = this.guessed ? 'cm-words cm-words-guess' : 'cm-words';
    span.textContent = this.words;
    span.setAttribute('aria-hidden', 'true');
    return span;
  }
}

function marked(state: EditorState, read: NotesRead): DecorationSet {
  const most = state.doc.length;
  const found: Range<Decoration>[] = [];
  const mark = (from: number, to: number, name: string, title?: string) => {
    if (to > from && to <= most)
      found.push(
        Decoration.mark({ class: `cm-note-${name}`, ...(title ? { attributes: { title } } : {}) }).range(from, to),
      );
  };
  for (const reading of read.readings) {
    const name = markOf(reading);
    if (name) mark(reading.from, reading.to, name, reading.words);
  }
  for (const { from, to } of read.left) mark(from, to, 'left', 'kept as a note');
  for (const { at, words, guessed } of lineWords(state.doc.toString(), read))
    if (at <= most)
      found.push(Decoration.widget({ widget: new Words(words, guessed), side: -1 }).range(state.doc.lineAt(at).from));
  return Decoration.set(found, true);
}

const underlined = (colour: string, style = 'solid') => ({
  textDecoration: `underline ${style} ${colour}`,
  textDecorationThickness: style === 'wavy' ? '1.5px' : '2.5px',
  textUnderlineOffset: '5px',
});

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '17px', backgroundColor: 'transparent', color: 'var(--ink)' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { fontFamily: 'var(--font-sans)', padding: '4px 0 24px', caretColor: 'var(--ink)' },
  '.cm-line': { padding: '5px 2px', borderBottom: '1px dotted var(--line)', lineHeight: '1.6' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-placeholder': { color: 'var(--muted)', whiteSpace: 'pre-line' },
  '.cm-note-time': underlined('var(--ink)'),
  '.cm-note-move': underlined('var(--tide)'),
  '.cm-note-beside': underlined('var(--line-strong)'),
  '.cm-note-guess': underlined('var(--live)', 'wavy'),
  '.cm-note-left': { color: 'var(--muted)', fontStyle: 'italic' },
  '.cm-words': { float: 'right', marginLeft: '12px', fontSize: '13px', color: 'var(--muted)', lineHeight: '2' },
  '.cm-words-guess': { color: 'var(--live)' },
  '@media (max-width: 639px)': { '.cm-words': { display: 'none' } },
});

const EXAMPLE = 'For example:\nTuesday legs\n40/20 x 3, 1 min between\ngoblet squat 16kg\nreverse lunge e/s\nplank';

/** The notes as they are typed, each piece underlined by what it was taken for. */
export function NotesEditor({ text, heard, read, onText, onPasted, onMake }: Props) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const told = useEffectEvent(onText);
  const pasted = useEffectEvent(onPasted);
  const make = useEffectEvent(onMake);
  const makes = () => {
    make();
    return true;
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor is made once
  useEffect(() => {
    if (!host.current) return;
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: text,
        selection: { anchor: text.length },
        extensions: [
          keymap.of([{ key: 'Mod-Enter', run: makes }]),
          history(),
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap]),
          placeholder(EXAMPLE),
          marks,
          look,
          EditorView.contentAttributes.of({ 'aria-label': 'Your notes', tabindex: '0', spellcheck: 'false' }),
          EditorView.updateListener.of((u) => {
            if (!u.docChanged) return;
            told(u.state.doc.toString());
            const whole =
              u.transactions.some((t) => t.isUserEvent('input.paste')) && u.startState.doc.toString().trim() === '';
            if (whole) pasted();
          }),
        ],
      }),
    });
    view.current = editor;
    editor.focus();
    return () => editor.destroy();
  }, []);
  useEffect(() => {
    // What was read of another text would be marked in the wrong places; what is there now is read next.
    if (view.current?.state.doc.toString() === heard) view.current.dispatch({ effects: setRead.of(read) });
  }, [heard, read]);
  return <div ref={host} className="min-h-0 flex-1" />;
}
