import { nearest } from './tokens.ts';

/** Something the reader could not follow; line and column count from 1, length is in characters. */
export interface ShorthandProblem {
  line: number;
  column: number;
  length: number;
  message: string;
  suggestion: string | null;
}

/** One way to say one thing: a pattern and what it does. The keyword is what a near miss is corrected to. */
export interface Clause<T> {
  pattern: RegExp;
  keyword: string;
  apply: (target: T, match: RegExpExecArray) => void;
}

/** A clause; the source is matched at one place, ignoring case. */
export function clause<T>(keyword: string, source: string, apply: Clause<T>['apply']): Clause<T> {
  return { keyword, pattern: new RegExp(source, 'iy'), apply };
}

const FILLER = /(?:[\s,;.&+–—-]+|\b(?:and|with|then|of|the|a|per|each time)\b)+/iy;
const WORD = /[^\s,;]+/y;

/**
 * Reads a run of clauses in any order, with or without commas. What fits is applied; a word that does not is one
 * problem, with the nearest keyword as its suggestion, and reading goes on after it unless it is to stop there.
 */
export function readClauses<T>(
  text: string,
  from: number,
  line: number,
  clauses: readonly Clause<T>[],
  target: T,
  stopAtProblem = false,
  onMatch: (from: number, to: number) => void = () => {},
): { problems: ShorthandProblem[]; applied: number } {
  const problems: ShorthandProblem[] = [];
  let at = from;
  let applied = 0;
  while (at < text.length) {
    const match = longest(text, at, clauses);
    if (match) {
      match.clause.apply(target, match.match);
      applied += 1;
      onMatch(at, at + match.match[0].length);
      at += match.match[0].length;
      continue;
    }
    const filler = at === from || /[\s,;.]/.test(text[at] ?? '') || applied > 0 ? stick(FILLER, text, at) : null;
    if (filler) {
      at += filler[0].length;
      continue;
    }
    const word = stick(WORD, text, at)?.[0] ?? text[at] ?? '';
    const letters = word.replace(/[^\p{L}-]/gu, '');
    const near = nearest(letters, clauses.map((c) => c.keyword).filter(Boolean));
    // The word itself, in a place where it says nothing, is no suggestion.
    const suggestion = near === letters.toLowerCase() ? null : near;
    problems.push({
      line,
      column: at + 1,
      length: word.length,
      message: `\u201c${word}\u201d is not understood here`,
      suggestion,
    });
    if (stopAtProblem) break;
    at += Math.max(1, word.length);
  }
  return { problems, applied };
}

function longest<T>(
  text: string,
  at: number,
  clauses: readonly Clause<T>[],
): { clause: Clause<T>; match: RegExpExecArray } | null {
  let best: { clause: Clause<T>; match: RegExpExecArray } | null = null;
  for (const candidate of clauses) {
    const match = stick(candidate.pattern, text, at);
    if (match && match[0].length > 0 && (!best || match[0].length > best.match[0].length))
      best = { clause: candidate, match };
  }
  if (!best) return null;
  // A clause ends at the end of a word, so that "3 rounds" is not read out of "3 roundsman".
  const end = at + best.match[0].length;
  const joined = /[\p{L}\d]/u.test(text[end - 1] ?? '') && /[\p{L}\d]/u.test(text[end] ?? '');
  return joined ? null : best;
}

function stick(pattern: RegExp, text: string, at: number): RegExpExecArray | null {
  pattern.lastIndex = at;
  return pattern.exec(text);
}
