import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { lintKeymap } from '@codemirror/lint';
import { Annotation, Compartment, EditorState, Transaction } from '@codemirror/state';
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import type { Plan } from '../../../core/class/index.ts';
import { readShorthand, type ShorthandProblem, same, writeShorthand } from '../../../core/class/index.ts';
import { keyOf, type Move, withUsualSides } from '../../../core/moves/index.ts';
import { keepText, local, NOTES_PLACE, useLibrary } from '../../base/index.ts';
import { useBuilder } from '../editing/index.ts';
import { RoundSheet } from '../sheet/index.ts';
import { shorthandSupport } from './shorthand-language.ts';
import { writtenInto } from './text-merge.ts';

/** Marks a change of the text that came from the plan, not from the hand. */
const External = Annotation.define<boolean>();

const look = EditorView.theme({
  '&': { height: '100%', fontSize: '15px', backgroundColor: 'var(--card)', color: 'var(--ink)' },
  '.cm-content': { fontFamily: 'var(--font-sans)', padding: '12px 0', caretColor: 'var(--ink)' },
  '.cm-gutters': { backgroundColor: 'var(--paper)', color: 'var(--muted)', border: 'none' },
  '.cm-cursor': { borderLeftColor: 'var(--ink)' },
  '.cm-tooltip': { backgroundColor: 'var(--card)', color: 'var(--ink)', borderColor: 'var(--line-strong)' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': { backgroundColor: 'var(--ink)', color: 'var(--paper)' },
  '.cm-selectionBackground, &.cm-focused .cm-selectionBackground': {
    backgroundColor: 'color-mix(in srgb, var(--tide) 30%, transparent) !important',
  },
});

/** The class as shorthand beside its sheets: what is typed is read at once, and what is not understood is marked and left. */
export function TextView({ plan, moves }: { plan: Plan; moves: readonly Move[] }) {
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const [language] = useState(() => new Compartment());
  const [problems, setProblems] = useState<ShorthandProblem[]>([]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor is made once and then kept in step below
  useEffect(() => {
    if (!host.current) return;
    let names = namesIn(plan);
    /** What was typed is shared between its sides as in the sheet, when it is left. */
    const settle = () => {
      const { plan: current, edit } = useBuilder.getState();
      const { library } = useLibrary.getState();
      if (!current) return;
      const before = names;
      names = namesIn(current);
      const next = withUsualSides(current, library, (s) => !before.has(keyOf(s.move)));
      if (!same(next, current)) edit(() => next);
    };
    const read = (text: string) => {
      keepComments(plan.id, text);
      const { plan: current, edit } = useBuilder.getState();
      if (!current) return;
      const result = readShorthand(text, current);
      setProblems(result.problems);
      edit(() => result.plan, 'text');
    };
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: textOf(plan, keptText(plan.id)),
        extensions: [
          lineNumbers(),
          history(),
          drawSelection(),
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap, ...lintKeymap, indentWithTab]),
          language.of([]),
          look,
          EditorView.contentAttributes.of({ 'aria-label': 'Class in shorthand', tabindex: '0' }),
          EditorView.domEventHandlers({ blur: settle }),
          EditorView.updateListener.of((u) => {
            if (u.docChanged && !u.transactions.some((t) => t.annotation(External))) read(u.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    editor.focus();
    return () => {
      settle();
      editor.destroy();
    };
  }, []);

  // The library may come when something is typed already, or change meanwhile: what stands in the text stays.
  useEffect(() => {
    view.current?.dispatch({ effects: language.reconfigure(shorthandSupport(moves.map((m) => m.name))) });
  }, [moves, language]);

  // A change made elsewhere (an undo, the sheet beside) is written into the text; one that came from it is there already.
  useEffect(() => {
    const editor = view.current;
    if (!editor) return;
    const text = editor.state.doc.toString();
    const next = textOf(plan, text);
    if (next === text) return;
    setProblems([]);
    editor.dispatch({
      changes: changeBetween(text, next),
      annotations: [External.of(true), Transaction.addToHistory.of(false)],
    });
  }, [plan]);

  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(380px,42%)_1fr]">
      <div className="flex min-h-[50dvh] flex-col border-r lg:min-h-0">
        <div ref={host} className="min-h-0 flex-1 overflow-hidden" />
        <ToNotes id={plan.id} text={() => view.current?.state.doc.toString() ?? ''} asked={problems.length > 0} />
        <Problems problems={problems} onShow={(p) => show(view.current, p)} />
      </div>
      <div className="px-4 py-3 lg:min-h-0 lg:overflow-y-auto">
        {plan.blocks.length === 0 && (
          <p className="max-w-prose text-muted">
            Write a block, such as “main: 3 rounds, 40/20”, and its stations below it, indented.
          </p>
        )}
        {plan.blocks.map((block, k) => (
          <div key={block.id} className="mb-4">
            <h3 className="digits text-lead">{block.title}</h3>
            <RoundSheet block={block} following={plan.blocks.slice(k + 1)} />
          </div>
        ))}
      </div>
    </div>
  );
}

const namesIn = (plan: Plan) => new Set(plan.blocks.flatMap((b) => b.stations.map((s) => keyOf(s.move))));

/** What is not understood here may be notes: they are read in a place of their own, and put into the class. */
function ToNotes({ id, text, asked }: { id: string; text: () => string; asked: boolean }) {
  const navigate = useNavigate();
  return (
    <p className="flex flex-wrap items-center gap-3 border-t bg-card px-3 py-1.5">
      {asked && <span className="text-small">Not all of this is the strict form.</span>}
      <button
        type="button"
        className="min-h-8 underline"
        onClick={() => navigate(NOTES_PLACE, { state: { notes: { text: asked ? text() : '', into: id } } })}
      >
        {asked ? 'Read it as notes' : 'Paste your notes'}
      </button>
    </p>
  );
}

/** The text of a class: one that says the class already, or else that text with what is another written into it. */
function textOf(plan: Plan, text: string | null): string {
  if (text === null) return writeShorthand(plan);
  return same(readShorthand(text, plan).plan, plan) ? text : writtenInto(text, writeShorthand(plan));
}

/** The one stretch in which two texts differ, as an edit of the first. */
function changeBetween(text: string, next: string): { from: number; to: number; insert: string } {
  const most = Math.min(text.length, next.length);
  let from = 0;
  while (from < most && text[from] === next[from]) from++;
  let tail = 0;
  while (tail < most - from && text[text.length - 1 - tail] === next[next.length - 1 - tail]) tail++;
  return { from, to: text.length - tail, insert: next.slice(from, next.length - tail) };
}

/*
 * The text as it was typed, comments and all, stays in this browser beside the class.
 */
const textKey = (id: string) => `odd-round.text.${id}`;

const keptText = (id: string): string | null => local.getItem(textKey(id));

function keepComments(id: string, text: string): void {
  keepText(local, textKey(id), text.includes('#') ? text : null);
}

function show(editor: EditorView | null, p: ShorthandProblem): void {
  if (!editor) return;
  const line = editor.state.doc.line(Math.min(p.line, editor.state.doc.lines));
  const from = Math.min(line.to, line.from + p.column - 1);
  editor.dispatch({ selection: { anchor: from, head: Math.min(line.to, from + p.length) }, scrollIntoView: true });
  editor.focus();
}

function Problems({ problems, onShow }: { problems: ShorthandProblem[]; onShow: (p: ShorthandProblem) => void }) {
  if (problems.length === 0) return null;
  return (
    <ul className="max-h-40 overflow-y-auto border-t-2 border-live bg-card" aria-label="Not understood">
      {problems.map((p) => (
        <li key={`${p.line}:${p.column}:${p.message}`}>
          <button type="button" className="w-full px-3 py-1.5 text-left hover:bg-ink/10" onClick={() => onShow(p)}>
            <span className="digits text-muted">
              {p.line}:{p.column}
            </span>{' '}
            {p.message}
            {p.suggestion && <span className="text-muted">. Is it “{p.suggestion}”?</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}
