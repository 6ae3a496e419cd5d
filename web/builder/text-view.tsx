import { defaultKeymap, history, historyKeymap, indentWithTab } from '@codemirror/commands';
import { lintKeymap } from '@codemirror/lint';
import { Annotation, EditorState } from '@codemirror/state';
import { drawSelection, EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import type { Move } from '../../core/moves/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { readShorthand, type ShorthandProblem, writeShorthand } from '../../core/shorthand/index.ts';
import { RoundSheet } from './round-sheet.tsx';
import { shorthandSupport } from './shorthand-language.ts';
import { useBuilder } from './store.ts';

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
  const written = useRef<Plan | null>(null);
  const [problems, setProblems] = useState<ShorthandProblem[]>([]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the editor is made once and then kept in step below
  useEffect(() => {
    if (!host.current) return;
    const read = (text: string) => {
      const { plan: current } = useBuilder.getState();
      if (!current) return;
      const result = readShorthand(text, current);
      setProblems(result.problems);
      written.current = result.plan;
      useBuilder.getState().edit(() => result.plan);
    };
    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: writeShorthand(plan),
        extensions: [
          lineNumbers(),
          history(),
          drawSelection(),
          EditorView.lineWrapping,
          keymap.of([...defaultKeymap, ...historyKeymap, ...lintKeymap, indentWithTab]),
          shorthandSupport(moves.map((m) => m.name)),
          look,
          EditorView.contentAttributes.of({ 'aria-label': 'Class in shorthand' }),
          EditorView.updateListener.of((u) => {
            if (u.docChanged && !u.transactions.some((t) => t.annotation(External))) read(u.state.doc.toString());
          }),
        ],
      }),
    });
    view.current = editor;
    editor.focus();
    return () => editor.destroy();
  }, [moves]);

  // A change made elsewhere (an undo, the sheet beside) is written into the text; one that came from it is not.
  useEffect(() => {
    const editor = view.current;
    if (!editor || written.current === plan || written.current === null) return;
    written.current = plan;
    editor.dispatch({
      changes: { from: 0, to: editor.state.doc.length, insert: writeShorthand(plan) },
      annotations: External.of(true),
    });
  }, [plan]);

  return (
    <div className="grid min-h-0 flex-1 grid-cols-1 lg:grid-cols-[minmax(380px,42%)_1fr]">
      <div className="flex h-[calc(100dvh-250px)] flex-col border-r">
        <div ref={host} className="min-h-0 flex-1 overflow-hidden" />
        <Problems problems={problems} onShow={(p) => show(view.current, p)} />
      </div>
      <div className="h-[calc(100dvh-250px)] overflow-y-auto px-4 py-3">
        {plan.blocks.length === 0 && (
          <p className="max-w-prose text-muted">
            Write a block, such as “main: 3 rounds, 40/20”, and its stations below it, indented.
          </p>
        )}
        {plan.blocks.map((block, k) => (
          <div key={block.id} className="mb-4">
            <h3 className="digits text-lg">{block.title}</h3>
            <RoundSheet
              block={block}
              following={plan.blocks.slice(k + 1)}
              onEdit={(change) =>
                useBuilder
                  .getState()
                  .edit((p) => ({ ...p, blocks: p.blocks.map((b) => (b.id === block.id ? change(b) : b)) }))
              }
            />
          </div>
        ))}
      </div>
    </div>
  );
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
