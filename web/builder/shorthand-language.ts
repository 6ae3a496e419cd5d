import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { linter } from '@codemirror/lint';
import type { Extension } from '@codemirror/state';
import { tags } from '@lezer/highlight';
import { readShorthand } from '../../core/shorthand/index.ts';

const language = StreamLanguage.define<{ block: boolean }>({
  startState: () => ({ block: false }),
  token(stream, state) {
    if (stream.sol()) {
      state.block = !/^\s/.test(stream.string);
      if (state.block && stream.match(/^(?:then\s+)?break\b/i)) return 'keyword';
      if (state.block && stream.match(/^[\p{L}][\p{L} -]*(?=\s*("[^"]*")?\s*:)/u)) return 'heading';
      if (!state.block && stream.match(/^\s+[\p{L}][^,[\]#]*/u)) return 'name';
    }
    if (stream.match(/^#.*/)) return 'comment';
    if (stream.match(/^"(?:[^"\\]|\\.)*"/)) return 'string';
    if (stream.match(/^\[[^\]]*\]/)) return 'string';
    if (stream.match(/^\d+(?::\d{2})*(?:\.\d+)?(?:\s*(?:s|sec|min|m|bpm)\b)?/)) return 'number';
    stream.next();
    return null;
  },
  tokenTable: {},
});

const colours = HighlightStyle.define([
  { tag: tags.heading, fontWeight: '700' },
  { tag: tags.keyword, fontWeight: '700' },
  { tag: tags.number, color: 'var(--tide)', fontWeight: '600' },
  { tag: tags.string, color: 'var(--rope)' },
  { tag: tags.comment, color: 'var(--muted)', fontStyle: 'italic' },
]);

/** The names of moves, offered on station lines. */
function completeMoves(names: readonly string[]) {
  return (context: CompletionContext): CompletionResult | null => {
    const line = context.state.doc.lineAt(context.pos);
    const before = line.text.slice(0, context.pos - line.from);
    const match = /^(\s+)([^,[\]#"]*)$/.exec(before);
    if (!match || (match[2] === '' && !context.explicit)) return null;
    return {
      from: line.from + (match[1]?.length ?? 0),
      options: names.map((label) => ({ label, type: 'text' })),
      validFor: /^[^,[\]#"]*$/,
    };
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
  return [language, syntaxHighlighting(colours), autocompletion({ override: [completeMoves(moveNames)] }), problems];
}
