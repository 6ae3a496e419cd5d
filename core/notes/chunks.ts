import { mentionAt, small } from './facts.ts';
import type { Facts, Mention } from './said.ts';
import { type Column, cellSays, cellsOf, columnsOf, isRule } from './tables.ts';

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

/** A sentence, or a line of a list; what stands before its colon is its head. */
export interface Chunk extends Span {
  line: number;
  /** Number of its place in a list, or its letter: 1, 2, A, A1. */
  label: string | null;
  isBullet: boolean;
  /** It is numbered as a station, by that word. */
  isStation: boolean;
  blankBefore: boolean;
  /** The first of its line. */
  first: boolean;
  /** It ends its line. */
  last: boolean;
  /** Where its text begins behind bullet and label. */
  textFrom: number;
  head: Item[];
  body: Item[];
  hasColon: boolean;
  ends: string;
}

interface Line extends Span {
  text: string;
  number: number;
  blankBefore: boolean;
}

const BULLET = /^[ \t]*(?:(?:[-*\u2022\u2013\u2014\u00b7>\u25aa\u25cf\u25cb\u2610\u2713\u25a1]|\[[ x]?\])[ \t]+)+/i;
const NUMBERED =
  /^[ \t]*\(?(\d{1,2})(?:[.)]+[ \t]*(?=[^\d\s])|[.)]+[ \t]+|:[ \t]+|[ \t]+[-\u2013\u2014][ \t]+|[ \t]*[-\u2013\u2014][ \t]*(?=\p{L}))/u;
const STATION =
  /^[ \t]*(?:station|stn|st|exercise|ex|move|minute|min)[ \t]*\.?[ \t]*(\d{1,2})(?:[ \t]*[:.)\-\u2013=][ \t]*|[ \t]+(?=\S))/i;
const LETTERED =
  /^[ \t]*\(?([A-HP]\d?|\d[a-d])(?:[.):]+[ \t]*|[ \t]+[-\u2013\u2014:][ \t]*|(?<=\d|\d[a-d])[ \t]+)(?=\S)/;

/** The chunks of a text, in order. */
export function chunksOf(text: string): Chunk[] {
  let before: string | null = null;
  let columns: Column[] | null = null;
  const lines = linesOf(text);
  const counted = countedLines(lines);
  return lines.flatMap((line) => {
    if (isRule(line.text)) return [];
    const head = columnsOf(line.text);
    columns = head ?? (cellsOf(line.text) ? columns : null);
    if (head) return [];
    const row = columns && rowOf(line, columns);
    if (row) return [row];
    const chunks = remembered(line, before, counted.has(line.number));
    before = chunks[0]?.label ?? before;
    return chunks;
  });
}

function linesOf(text: string): Line[] {
  const lines: Line[] = [];
  let from = 0;
  let blankBefore = false;
  text.split('\n').forEach((raw, number) => {
    if (raw.trim() === '') blankBefore = true;
    else {
      lines.push({ from, to: from + raw.replace(/\r$/, '').length, text: raw.replace(/\r$/, ''), number, blankBefore });
      blankBefore = false;
    }
    from += raw.length + 1;
  });
  return lines;
}

/** A row of a table: a move, and what its columns say of it. */
function rowOf(line: Line, columns: readonly Column[]): Chunk | null {
  const cells = cellsOf(line.text);
  const at = columns.indexOf('name');
  const name = cells?.[at];
  if (!cells || !name || cells.length > columns.length) return null;
  const { items } = itemsOf(line.text, name.from, name.to, line.from);
  const [item] = items;
  if (!item) return null;
  cells.forEach((cell, k) => {
    const text = line.text.slice(cell.from, cell.to);
    const column = columns[k];
    if (k === at || column === undefined) return;
    const mention = cellSays(text, column);
    const place = { from: line.from + cell.from, to: line.from + cell.to };
    if (mention) item.mentions.push({ ...mention, ...place });
    else item.brackets.push({ ...place, items: itemsOf(line.text, cell.from, cell.to, line.from).items });
  });
  return {
    from: line.from,
    to: line.to,
    line: line.number,
    label: null,
    isBullet: true,
    isStation: false,
    blankBefore: line.blankBefore,
    first: true,
    textFrom: line.from + name.from,
    last: true,
    head: [],
    body: [item],
    hasColon: false,
    ends: '',
  };
}

/** Whether a label goes on from the one before it, or begins a list. */
function follows(label: string, before: string | null): boolean {
  if (/^\d+$/.test(label))
    return label === '1' || label === '0' || (before !== null && Number(label) === Number(before) + 1);
  const [letter = 'A', digit] = label;
  if (digit !== undefined) return true;
  return letter === 'A' || (before !== null && before.charCodeAt(0) === letter.charCodeAt(0) - 1);
}

/** Lines that are numbered from one on without a dot: "1 rower", "2 bike", "3 ropes". */
function countedLines(lines: readonly Line[]): Set<number> {
  const counted = new Set<number>();
  for (let k = 0; k < lines.length; k++) {
    const run: number[] = [];
    while (
      lines[k + run.length] &&
      new RegExp(`^\\s*${run.length + 1}\\s+\\p{L}`, 'u').test(lines[k + run.length]?.text ?? '')
    )
      run.push(lines[k + run.length]?.number ?? 0);
    if (run.length >= 3) for (const number of run) counted.add(number);
  }
  return counted;
}

/** Lines that were read before: while a text is typed all but one of them are the same. */
const LINES = new Map<string, Chunk[]>();
const MOST_LINES = 2000;

function remembered(line: Line, before: string | null, isCounted: boolean): Chunk[] {
  const key = `${before}|${isCounted}|${line.text}`;
  let chunks = LINES.get(key);
  if (!chunks) {
    chunks = chunksOfLine({ ...line, from: 0, to: line.to - line.from }, before, isCounted);
    if (LINES.size > MOST_LINES) LINES.clear();
    LINES.set(key, chunks);
  }
  return chunks.map((chunk, k) => ({
    ...moved(chunk, line.from),
    line: line.number,
    textFrom: chunk.textFrom + line.from,
    blankBefore: line.blankBefore && k === 0,
    head: chunk.head.map((i) => movedItem(i, line.from)),
    body: chunk.body.map((i) => movedItem(i, line.from)),
  }));
}

const moved = <T extends Span>(span: T, by: number): T => ({ ...span, from: span.from + by, to: span.to + by });
const movedItem = (item: Item, by: number): Item => ({
  ...moved(item, by),
  words: item.words.map((w) => moved(w, by)),
  mentions: item.mentions.map((m) => moved(m, by)),
  brackets: item.brackets.map((b) => ({ ...moved(b, by), items: b.items.map((i) => movedItem(i, by)) })),
});

function chunksOfLine(line: Line, before: string | null, isCounted: boolean): Chunk[] {
  let at = BULLET.exec(line.text)?.[0].length ?? 0;
  const isBullet = at > 0;
  const rest = line.text.slice(at);
  const station = STATION.exec(rest);
  const numbered =
    station ?? NUMBERED.exec(rest) ?? LETTERED.exec(rest) ?? (isCounted ? /^\s*(\d{1,2})\s+/.exec(rest) : null);
  let label: string | null = null;
  const isList = numbered?.[1] !== undefined && (station !== null || follows(numbered[1], before));
  if (numbered?.[1] !== undefined && isList) {
    label = numbered[1];
    at += numbered[0].length;
  }
  // "Sled? no: sandbags" means the second.
  at += /^[^.!?]{1,30}\? ?no\b[\s,:\u2013-]*(?=\S)/i.exec(line.text.slice(at))?.[0].length ?? 0;
  const sentences = sentencesOf(line.text, at);
  return sentences.flatMap(([from, to], k): Chunk[] => {
    const lettered = /^([A-H])[ \t]+(?=\p{L})/u.exec(line.text.slice(from, to));
    const inRow = lettered?.[1] !== undefined && hasLetters(line.text, sentences, lettered[1]);
    const start = inRow && lettered ? from + lettered[0].length : from;
    const { items, colon } = itemsOf(line.text, start, to, line.from);
    if (items.length === 0) return [];
    return [
      {
        from: line.from + from,
        to: line.from + to,
        line: line.number,
        label: inRow ? (lettered?.[1] ?? null) : k === 0 ? label : null,
        isBullet,
        isStation: k === 0 && station !== null && /^\s*st/i.test(rest),
        blankBefore: line.blankBefore && k === 0,
        first: k === 0,
        textFrom: line.from + start,
        last: k === sentences.length - 1,
        head: colon === null ? [] : items.slice(0, colon),
        body: colon === null ? items : items.slice(colon),
        hasColon: colon !== null,
        ends: /[.!?;]+$/.exec(line.text.slice(from, to).trimEnd())?.[0] ?? '',
      },
    ];
  });
}

/** Whether the sentences of a line go by letters: A and B at least. */
function hasLetters(text: string, sentences: readonly [number, number][], letter: string): boolean {
  const other = letter === 'A' ? 'B' : 'A';
  return sentences.some(([from, to]) => new RegExp(`^${other}[ \\t]+\\p{L}`, 'u').test(text.slice(from, to)));
}

/** What comes then has numbers of its own. */
const THEN = /^\s(?:and )?then (?=\d{1,2} ?(?:x|\u00d7|rounds?|sets|mins?|minutes)\b)/i;
const ABBREVIATED = /\b(?:mins?|secs?|approx|e\.g|i\.e|vs|incl|max|no)\.$/i;

/** Where the sentences of a line lie. */
function sentencesOf(text: string, start: number): [number, number][] {
  const sentences: [number, number][] = [];
  let from = start;
  let depth = 0;
  for (let k = start; k < text.length; k++) {
    const c = text[k] ?? '';
    if (c === '(') depth += 1;
    else if (c === ')') depth = Math.max(0, depth - 1);
    else if (depth === 0 && /\s/.test(c) && THEN.test(text.slice(k))) {
      sentences.push([from, k]);
      from = k + 1;
    } else if (/[.!?;]/.test(c) && (depth === 0 || !text.includes(')', k))) {
      let end = k + 1;
      while (/[.!?;]/.test(text[end] ?? '')) end += 1;
      const next = /^\s+(\S)/.exec(text.slice(end))?.[1];
      const isEnd = end >= text.length || next !== undefined;
      const goesOn =
        c === '.' &&
        (end - k > 1 ||
          (next !== undefined && /\p{Ll}/u.test(next) && ABBREVIATED.test(text.slice(from, end))) ||
          /^\s*\(?\d{1,2}\.$/.test(text.slice(from, end)));
      if (isEnd && !goesOn) {
        sentences.push([from, end]);
        from = end + (/^\s*/.exec(text.slice(end))?.[0].length ?? 0);
      }
      k = end - 1;
    }
  }
  if (text.slice(from).trim() !== '') sentences.push([from, text.length]);
  return sentences;
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
function itemsOf(text: string, start: number, end: number, offset: number): { items: Item[]; colon: number | null } {
  const numbers = numbering(text.slice(start, end)).map((n) => ({ from: n.from + start, to: n.to + start }));
  const low = small(text);
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
    if (mention && mention.to <= end) {
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
function numbering(text: string): Span[] {
  const span = (m: RegExpMatchArray) => ({ from: m.index ?? 0, to: (m.index ?? 0) + m[0].length });
  const paired = [...text.matchAll(/(?<=^|[\s(,])\(?(\d)([a-d])[.):]*\s+(?=\p{L})/gu)];
  if (paired.length >= (paired[0]?.[2] === 'a' ? 2 : 1)) return paired.map(span);
  const found = [...text.matchAll(/(?<=^|[\s(,])\(?(\d{1,2})(?:[.):]+\s*|\s+-\s+|\s+)(?=\p{L})/gu)];
  const begin = found.findIndex((m) => m[1] === '1');
  if (begin < 0) return [];
  const row = found.slice(begin);
  const isRow = row.length >= 3 && row.every((m, k) => Number(m[1]) === k + 1);
  return isRow ? row.map(span) : [];
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
