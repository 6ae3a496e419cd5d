import { firstsOf } from './firsts.ts';
import { endOfNumber, inDigits, NUMBER } from './numbers.ts';
import { OF_BODY } from './rules-body.ts';
import { FORMAT_RULES, OF_THE_CLASS, ORDER, PART_RULES } from './rules-class.ts';
import { OF_ONE_MOVE } from './rules-move.ts';
import { RESTS, TIMES_RULES, WORK } from './rules-time.ts';
import { type Mention, plainSource, type Rule } from './said.ts';

/** One row a way to say a thing. Of several that fit at one place the longest counts. */
const RULES: readonly Rule[] = [
  ...WORK,
  ...RESTS,
  ...TIMES_RULES,
  ...ORDER,
  ...FORMAT_RULES,
  ...PART_RULES,
  ...OF_THE_CLASS,
  ...OF_BODY,
  ...OF_ONE_MOVE,
];

const LETTERS = /[\p{L}\d]/u;

/** A text in small letters and digits, letter for letter: one that would become two stays as it is. */
export function small(text: string): string {
  const low = text.toLowerCase();
  return inDigits(
    low.length === text.length
      ? low
      : Array.from({ length: text.length }, (_, k) =>
          text[k]?.toLowerCase().length === 1 ? text[k]?.toLowerCase() : text[k],
        ).join(''),
  );
}

/** The rules by the character that what they match begins with. */
const BY_FIRST = byFirst();

function byFirst() {
  const all = new Map<string, Rule[]>();
  for (const rule of RULES) {
    const firsts = firstsOf(rule.pattern.source.replaceAll(plainSource(NUMBER), '\\d'));
    if (firsts === null || firsts.has(''))
      throw new Error(`No rule begins with anything: ${rule.pattern.source.slice(0, 60)}`);
    for (const c of firsts) all.set(c, [...(all.get(c) ?? []), rule]);
  }
  return all;
}

/**
 * Makes some rules ready, from a number on; gives the number of the next, null where all are. A pattern is compiled when it is first
 * used, which for all of them takes half a second: whoever waits for notes does it bit by bit.
 */
export function makeReady(from: number, many: number): number | null {
  for (const { pattern } of RULES.slice(from, from + many))
    for (let k = 0; k < 2; k++) {
      pattern.lastIndex = 0;
      pattern.exec('0 ');
    }
  return from + many < RULES.length ? from + many : null;
}

/** The rules that can match at a place of a text. */
const rulesAt = (text: string, at: number): readonly Rule[] => BY_FIRST.get(text[at] ?? '') ?? [];

/** The patterns of all rules, and of those tried at a place of a text. */
export const rulesTried = (text: string, at: number) => ({
  all: RULES.map((rule) => rule.pattern),
  tried: new Set(rulesAt(text, at).map((rule) => rule.pattern)),
});

/**
 * The thing said at a place of a text, the longest of those that fit; null where nothing is.
 * @param text in small letters, as `small` makes it
 * @param opening whether no words stand before it
 */
export function mentionAt(text: string, at: number, opening = true): Mention | null {
  let best: Mention | null = null;
  for (const { role, pattern, read, opens } of rulesAt(text, at)) {
    if (opens && !opening) continue;
    pattern.lastIndex = at;
    const m = pattern.exec(text);
    const whole = m?.[0].trimEnd() ?? '';
    if (!m || whole.length <= (best ? best.to - best.from : 0)) continue;
    const to = endOfNumber(text, at + whole.length);
    if (LETTERS.test(text[to - 1] ?? '') && LETTERS.test(text[to] ?? '')) continue;
    const says = read(m);
    if (says) best = { from: at, to, role, words: whole, says };
  }
  return best;
}
