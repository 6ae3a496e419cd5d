import { mentionAt, small } from './facts.ts';
import type { Facts, Mention } from './said.ts';

/** A stretch of the text. */
export interface Span {
  from: number;
  to: number;
}

/** How an item is joined to the one before it. */
export type Joint = 'comma' | 'slash' | 'plus' | 'and' | 'then' | 'dash' | 'number' | 'start';

/** What stands between two separators: words, what is said in them, and what stands in brackets. */
export interface Item extends Span {
  joint: Joint;
  words: Span[];
  mentions: Mention[];
  brackets: Bracket[];
}

export interface Bracket extends Span {
  items: Item[];
}

const WORD = /90\/90|w\/|[^\s,;:()[\]|\t+&/]+/uy;

const JOINTS: readonly [RegExp, Joint][] = [
  [/[,;\t|]+|\u2192|=>|->/y, 'comma'],
  [/(?<=\s)\/(?=\s)|\/(?=\s)|(?<=\s)\/|(?<=\p{L})\/(?=\p{L}|\d)/uy, 'slash'],
  [/[+&]/y, 'plus'],
  [/[-\u2013\u2014](?=\s|$)/y, 'dash'],
  [/(?:and )?(?:then|followed by|into|finishing with)(?=\s)/iy, 'then'],
  [/and(?=\s)/iy, 'and'],
];

/** The items of a stretch of a line; `colon` counts those before its first colon. */
export function itemsOf(
  text: string,
  start: number,
  end: number,
  offset: number,
): { items: Item[]; colon: number | null } {
  const numbers = numbering(text.slice(start, end)).map((n) => ({ from: n.from + start, to: n.to + start }));
  const low = small(text).slice(0, end);
  const items: Item[] = [];
  let colon: number | null = null;
  let joint: Joint = 'start';
  let item: Item | null = null;
  const close = (next: Joint) => {
    if (item && (item.words.length > 0 || item.mentions.length > 0 || item.brackets.length > 0)) items.push(item);
    else if (item === null && next === 'and') return;
    item = null;
    joint = next;
  };
  const open = (from: number, to: number): Item => {
    item ??= { from: offset + from, to: offset + to, joint, words: [], mentions: [], brackets: [] };
    item.to = offset + to;
    return item;
  };
  for (let at = start; at < end; ) {
    const c = text[at] ?? '';
    // A face that somebody draws.
    const face = /^[:;]-?[()DPp/|](?=\s|$)/.exec(text.slice(at, at + 4));
    if (face) {
      at += face[0].length;
      continue;
    }
    const number = numbers.find((n) => n.from === at);
    if (number) {
      close('number');
      open(number.from, number.to).mentions.push({
        from: offset + number.from,
        to: offset + number.to,
        role: 'order',
        words: text.slice(number.from, number.to),
        says: {},
      });
      at = number.to;
      continue;
    }
    if (/\s/.test(c) && c !== '\t') {
      at += 1;
      continue;
    }
    if (c === '(' || c === '[') {
      const shut = text.indexOf(c === '(' ? ')' : ']', at);
      const to = shut < 0 || shut >= end ? end : shut;
      const inside = itemsOf(text, at + 1, to, offset).items;
      const isList = isOpening(item) && inside.filter((i) => i.words.length > 0).length > 1;
      if (isList) {
        close('start');
        items.push(...inside);
      } else if (inside.length > 0)
        open(at, to + 1).brackets.push({ from: offset + at + 1, to: offset + to, items: inside });
      at = to + 1;
      continue;
    }
    const isWordStart = at === start || !/[\p{L}\d]/u.test(text[at - 1] ?? '');
    const mention = isWordStart ? mentionAt(low, at, isOpening(item)) : null;
    const next = numbers.find((n) => n.from > at);
    // The number of a Tabata belongs to it.
    const most = mention?.says.kind === 'tabata' ? end : Math.min(end, next?.from ?? end);
    if (mention && mention.to <= most) {
      // What joins two moves joins them also where it stands beside a number.
      open(at, mention.to).mentions.push({
        ...mention,
        words: text.slice(at, mention.to),
        from: offset + mention.from,
        to: offset + mention.to,
      });
      at = mention.to;
      continue;
    }
    if (
      c === ':' &&
      items.length > 0 &&
      item &&
      /^(?:options?|easier|mod|low impact|harder|adv)$/i.test(text.slice((item as Item).from - offset, at))
    ) {
      at += 1;
      continue;
    }
    if (c === ':') {
      close('start');
      colon ??= items.length;
      at += 1;
      continue;
    }
    const found = jointAt(text, at, isWordStart);
    if (found) {
      close(found.joint);
      at = found.to;
      continue;
    }
    WORD.lastIndex = at;
    const word = WORD.exec(text)?.[0] ?? c;
    const to = Math.min(end, at + word.length);
    const now: Item | null = item;
    if (/^\d{1,3}$/.test(word) && now && beginsWithNumber(text, now, offset) && /^ *\p{L}/u.test(text.slice(to)))
      close('number');
    const bare = word.replace(/[.!?\u2026]+$/, '');
    if (bare !== '') open(at, at + bare.length).words.push({ from: offset + at, to: offset + at + bare.length });
    at = Math.max(to, at + 1);
    if (/(?:\.{2,}|\u2026)$/.test(word)) close('comma');
  }
  close('start');
  return { items, colon: colon === 0 ? null : colon };
}

const isOpening = (item: Item | null) => item === null || item.words.length === 0;

/** "4 pull ups 8 press ups": an item that begins with a number and has words ends before the next number. */
function beginsWithNumber(text: string, item: Item, offset: number): boolean {
  const [first, ...more] = item.words;
  return first !== undefined && more.length > 0 && /^\d{1,3}$/.test(text.slice(first.from - offset, first.to - offset));
}

function jointAt(text: string, at: number, isWordStart: boolean): { joint: Joint; to: number } | null {
  for (const [pattern, joint] of JOINTS) {
    if ((joint === 'then' || joint === 'and') && !isWordStart) continue;
    pattern.lastIndex = at;
    const m = pattern.exec(text);
    if (m && m[0] !== '') return { joint, to: at + m[0].length };
  }
  return null;
}

/** The numbers of a list that stands in a row: "1 squat 2 press up 3 dips", "1a squat 1b row"; none where they do not count from one. */
export function numbering(text: string): Span[] {
  const span = (m: RegExpMatchArray) => ({ from: m.index ?? 0, to: (m.index ?? 0) + m[0].length });
  const paired = [...text.matchAll(/(?<=^|[\s(,])\(?(\d)([a-d])[.):]*\s+(?=\p{L})/gu)];
  if (paired.length >= (paired[0]?.[2] === 'a' ? 2 : 1)) return paired.map(span);
  const named = /(?<=^|[\s(,-])(?:min|minute|station|stn|ex)\.? ?(\d{1,2})[:.)=-]*\s+(?=[\p{L}\d])/giu;
  const dotted = /(?<=^|[\s(,])\(?(\d{1,2})[.)]+\s+(?=[\p{L}\d])/gu;
  const bare = /(?<=^|[\s(,])\(?(\d{1,2})(?:[.):]+\s*|\s+-\s+|\s+)(?=\p{L})/gu;
  for (const pattern of [named, dotted, bare]) {
    const found = [...text.matchAll(pattern)];
    const begin = found.findIndex((m) => m[1] === '1');
    const row = begin < 0 ? [] : found.slice(begin);
    if (row.length >= 3 && row.every((m, k) => Number(m[1]) === k + 1)) return row.map(span);
  }
  return [];
}

/** All that is said in some items, without their brackets; what stands later counts. */
export function saidIn(items: readonly Item[]): Partial<Facts> {
  return items.flatMap((i) => i.mentions).reduce<Partial<Facts>>((all, m) => merged(all, m.says), {});
}

/** What is said with something more; a rest that is said after work and rest are is a break. */
export function merged(before: Partial<Facts>, more: Partial<Facts>): Partial<Facts> {
  const { restMs, ...others } = more;
  const isBreak =
    restMs !== undefined &&
    more.workMs === undefined &&
    before.workMs !== undefined &&
    before.restMs !== undefined &&
    before.betweenMs === undefined &&
    restMs > before.restMs;
  return isBreak ? { ...before, ...others, betweenMs: restMs, betweenOf: null } : { ...before, ...more };
}

/** The words of an item as they stand in the text, joined. */
export function wordsOf(text: string, item: Item): string {
  return item.words
    .map((w) => text.slice(w.from, w.to))
    .join(' ')
    .trim();
}
