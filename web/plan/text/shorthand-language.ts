import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { linter } from '@codemirror/lint';
import type { Extension, Range } from '@codemirror/state';
import { Decoration, type DecorationSet, EditorView, ViewPlugin, type ViewUpdate } from '@codemirror/view';
import { KEYWORDS, readShorthand, spansOf } from '../../../core/class/index.ts';

const LOOKS = { heading: 'cm-heading', said: 'cm-said', comment: 'cm-comment' };

/** Every line in view as the reader takes it; words it does not understand stay plain. */
const spans = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;
    constructor(view: EditorView) {
      this.decorations = marked(view);
    }
    update(u: ViewUpdate) {
      if (u.docChanged || u.viewportChanged) this.decorations = marked(u.view);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

function marked(view: EditorView): DecorationSet {
  const found: Range<Decoration>[] = [];
  for (const { from, to } of view.visibleRanges)
    for (let at = from; at <= to; ) {
      const line = view.state.doc.lineAt(at);
      for (const span of spansOf(line.text).sort((a, b) => a.from - b.from))
        if (span.to > span.from)
          found.push(Decoration.mark({ class: LOOKS[span.kind] }).range(line.from + span.from, line.from + span.to));
      at = line.to + 1;
    }
  return Decoration.set(found, true);
}

const colours = EditorView.theme({
  '.cm-heading': { fontWeight: '700' },
  '.cm-said': { color: 'var(--tide)', fontWeight: '600' },
  '.cm-comment': { color: 'var(--muted)', fontStyle: 'italic' },
});

/** The names of moves where a station line begins, and behind them, as on a block line, what can be said. */
function complete(names: readonly string[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const offer = (from: number, options: readonly string[]): CompletionResult => ({
      from: line.from + from,
      options: options.map((label) => ({ label, type: 'text' })),
      validFor: /^[^,[\]#"]*$/,
    });
    const name = /^(\s+)([^,[\]#"]*)$/.exec(before);
    if (name) return name[2] === '' && !context.explicit ? null : offer(name[1]?.length ?? 0, names);
    const word = /[:,]\s*(\p{L}[\p{L} ]*)$/u.exec(before);
    if (!word) return null;
    return offer(before.length - (word[1]?.length ?? 0), /^\s/.test(before) ? KEYWORDS.station : KEYWORDS.block);
  };
}

const problems = linter(
  (view) => {
    const { doc } = view.state;
    return readShorthand(doc.toString()).problems.map((p) => {
      const line = doc.line(Math.min(p.line, doc.lines));
      const from = Math.min(line.to, line.from + p.column - 1);
      const { suggestion } = p;
      return {
        from,
        to: Math.min(line.to, from + p.length),
        severity: 'error' as const,
        message: suggestion ? `${p.message}. Is it \u201c${suggestion}\u201d?` : p.message,
        ...(suggestion
          ? {
              actions: [
                {
                  name: `Write ${suggestion}`,
                  apply: (v: typeof view, a: number, b: number) =>
                    v.dispatch({ changes: { from: a, to: b, insert: suggestion } }),
                },
              ],
            }
          : {}),
      };
    });
  },
  { delay: 200 },
);

/** Everything the shorthand editor knows of the language: colours, completion, problems with their fixes. */
export function shorthandSupport(moveNames: readonly string[]): Extension[] {
  return [spans, colours, autocompletion({ override: [complete(moveNames)] }), problems];
}
