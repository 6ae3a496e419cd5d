import { BLOCK_CLAUSES, newDraft } from './block-clauses.ts';
import { readClauses } from './clauses.ts';
import { BLOCK_LINE, BREAK_LINE, HEADER_KEYWORDS, withoutComment } from './read.ts';
import { STATION_CLAUSES } from './station-clauses.ts';
import { readStationLine } from './station-line.ts';

/** A stretch of a line and its meaning to the reader; columns count from 0. */
export interface Span {
  from: number;
  to: number;
  kind: 'heading' | 'said' | 'comment';
}

/** Splits a line into what the reader understands of it: heading, clauses, comment. Text in no span is not understood. */
export function spansOf(line: string): Span[] {
  const text = withoutComment(line);
  const spans: Span[] = [];
  const said = (from: number, to: number) => spans.push({ from, to, kind: 'said' });
  const heading = BREAK_LINE.test(text.trimEnd()) ? text.trimEnd() : (BLOCK_LINE.exec(text)?.[0] ?? null);
  if (heading !== null && !/^\s/.test(text)) {
    const to = BREAK_LINE.test(heading) ? heading.length : heading.indexOf(':') + 1;
    spans.push({ from: 0, to, kind: 'heading' });
    const isHead = HEADER_KEYWORDS.includes(
      text
        .slice(0, to - 1)
        .trim()
        .toLowerCase(),
    );
    if (!isHead) readClauses(text, to, 1, BLOCK_CLAUSES, newDraft(), false, said);
  } else if (/^\s+\S/.test(text)) {
    const indent = /^\s*/.exec(text)?.[0].length ?? 0;
    readStationLine(text.trimEnd(), indent, 1, 'x', said);
  } else if (text.trim() !== '') readClauses(text, 0, 1, BLOCK_CLAUSES, newDraft(), false, said);
  if (text.length < line.length) spans.push({ from: text.length, to: line.length, kind: 'comment' });
  return spans;
}

const words = (clauses: readonly { keyword: string }[]) =>
  [...new Set(clauses.map((c) => c.keyword))].filter((k) => /\p{L}{2}/u.test(k));

/** The words that begin what a block line, or a station's, can say. */
export const KEYWORDS = { block: words(BLOCK_CLAUSES), station: words(STATION_CLAUSES) };
