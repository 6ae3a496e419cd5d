import { type Item, itemsOf, numbering, type Span } from './items.ts';
import { type Column, cellSays, cellsOf, columnsOf, isRule } from './tables.ts';

/** A sentence, or a line of a list; what stands before its colon is its head. */
export interface Chunk extends Span {
  line: number;
  /** Number of its place in a list, or its letter: 1, 2, A, A1. */
  label: string | null;
  isBullet: boolean;
  /** It is numbered as a station, by that word. */
  isStation: boolean;
  /** It is numbered as a minute. */
  isMinute: boolean;
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
  /^[ \t]*(?:(?:station|stn|st|exercise|ex|move|minute|min)[ \t]*\.?[ \t]*(\d{1,2})(?:[ \t]*[:.)\-\u2013=][ \t]*|[ \t]+(?=\S))|(\d{1,2})(?:st|nd|rd|th) (?:station|exercise|move|min(?:ute)?)[ \t]*[:.)\-\u2013=][ \t]*)/i;

const LETTERED =
  /^[ \t]*\(?([A-HPT]\d?|\d[a-d]|[a-h](?=\)))(?:[.):]+[ \t]*|[ \t]+[-\u2013\u2014:][ \t]*|(?<=\d|\d[a-d])[ \t]+)(?=\S)/;

/** The chunks of a text, in order. */
export function chunksOf(text: string): Chunk[] {
  let before: string | null = null;
  let columns: Column[] | null = null;
  const lines = linesOf(text);
  const counted = countedLines(lines);
  const spans = minuteLines(lines);
  return lines.flatMap((line) => {
    if (isRule(line.text)) return [];
    const minutes = spans.get(line.number);
    if (minutes) return minutes;
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
    isMinute: false,
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

const MINUTES = /^\s*(\d{1,2})(?::00)? ?[-\u2013] ?(\d{1,2})(?::00)?(?: ?mins?)?[ \t:.)|-]+(?=\p{L})/u;

/** Lines that go by the minutes of a clock: "0-1 squats", "1-3 row"; and the words that stand above them. */
function minuteLines(lines: readonly Line[]): Map<number, Chunk[]> {
  const found = new Map<number, Chunk[]>();
  const run = lines.flatMap((line) => {
    const m = MINUTES.exec(line.text);
    return m ? [{ line, from: Number(m[1]), to: Number(m[2]), at: m[0].length }] : [];
  });
  const isRun = run.length > 1 && run.every((r, k) => r.to > r.from && (k === 0 || run[k - 1]?.to === r.from));
  if (!isRun) return found;
  run.forEach(({ line, from, to, at }, k) => {
    const [chunk] = chunksOfLine({ ...line, text: line.text.slice(at), from: line.from + at }, null, false);
    const [item] = chunk?.body ?? [];
    if (!chunk || !item) return;
    const says = { bareMs: (to - from) * 60_000 };
    item.mentions.unshift({
      from: line.from,
      to: line.from + at,
      role: 'work',
      words: line.text.slice(0, at).trim(),
      says,
    });
    found.set(line.number, [{ ...chunk, label: String(k + 1), from: line.from }]);
  });
  const above = lines.find((l) => l.number === (run[0]?.line.number ?? 0) - 1);
  if (above && /^\s*(?:mins?|minutes|time)\b.*\b(?:exercises?|moves?|what)\s*$/i.test(above.text))
    found.set(above.number, []);
  return found;
}

const COUNTED = /^\s*(\d{1,2}|[A-H])\s+\p{L}/u;

/** Lines that are numbered from one or A on without a dot: "1 rower", "2 bike", "3 ropes". */
function countedLines(lines: readonly Line[]): Set<number> {
  const counted = new Set<number>();
  for (let k = 0; k < lines.length; k++) {
    for (const nth of [(n: number) => String(n + 1), (n: number) => String.fromCharCode(65 + n)]) {
      const run: number[] = [];
      for (let line = lines[k]; line && COUNTED.exec(line.text)?.[1] === nth(run.length); line = lines[k + run.length])
        run.push(line.number);
      if (run.length >= 3) for (const number of run) counted.add(number);
    }
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
  const section = SECTION.exec(rest);
  const station = section ? null : STATION.exec(rest);
  const numbered =
    section ??
    station ??
    NUMBERED.exec(rest) ??
    LETTERED.exec(rest) ??
    (isCounted ? /^\s*(\d{1,2}|[A-H])\s+/.exec(rest) : null);
  let label: string | null = null;
  const number = (numbered?.[1] ?? numbered?.[2])?.replace(/^[a-h]$/, (letter) => letter.toUpperCase());
  const isList = number !== undefined && (station !== null || section !== null || follows(number, before));
  if (number !== undefined && isList) {
    // Sections go by letters.
    label = section ? String.fromCharCode(64 + Number(number)) : number;
    at += numbered?.[0].length ?? 0;
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
        isMinute: k === 0 && station !== null && /^\s*(?:min|\d+(?:st|nd|rd|th) min)/i.test(rest),
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
const THEN =
  /^\s(?:[-\u2013,] )?(?:and |then |plus )+(?=(?:an? |the )?\d{1,2} ?-?(?:mins?|minutes?) (?:of )?(?:stretch|cool|wind|core|finisher|amrap|emom|tabata|warm))|^\s(?:[-\u2013,] )?and finish(?:ing)?(?: off)? (?=with\b)|^\s(?:and )?then (?=(?:\d{1,3}|an?|one|two|three|four|five|six|eight|ten|twelve|fifteen|twenty|thirty|forty|fifty|sixty) ?(?:x|\u00d7|rounds?|sets|mins?|minutes?|secs?|seconds|s|on|\/)(?![a-z])|(?:a |an |the )?(?:finisher|tabata|emom|amrap|circuit|cool|warm|main|stretch(?:es|ing)?)\b)/i;

/** The same format once more on a line, or the break between them: "tabata squat / plank, tabata row / dip, 1 min between". */
const AGAIN =
  /^\s(?=(?:tabata|emom|amrap)\b(?! ?\d)|(?:an? |\d{1,3} ?)(?:secs?|s|mins?|minutes?) (?:break|rest|off|in )?(?: ?between)\b)/i;
const FORMAT = /\b(?:tabata|emom|amrap)\b(?! ?\d)/gi;

const ABBREVIATED = /\b(?:mins?|secs?|approx|e\.g|i\.e|vs|incl|max|no)\.$/i;

/** Words that begin another sentence behind "1 min." */
const ANEW = /^\s+(?:tabatas?|emom|amrap|then|circuit|finisher|main|cool|warm|stretch|rest)\b/i;

/** "Part 1 - ", "Block 2: ": parts by number. */
const SECTION = /^[ \t]*(?:part|block|section)[ \t]*(\d)[ \t]*(?:[:.)\-\u2013\u2014]+)[ \t]*/i;

/** "30 s of each then 1 min rest": the rest goes with what stands before it. */
const isRestOfAll = (text: string, from: number, at: number) =>
  /\beach,?$/i.test(text.slice(from, at)) &&
  /^\s(?:and )?then (?:an? )?\S+ ?\w+ (?:rest|break)\b/i.test(text.slice(at));

/** Where the sentences of a line lie. */
function sentencesOf(text: string, start: number): [number, number][] {
  const sentences: [number, number][] = [];
  let from = start;
  let depth = 0;
  const hasSeveral = (text.match(FORMAT) ?? []).length > 1;
  const numbers = numbering(text.slice(start)).map((n) => ({ from: n.from + start, to: n.to + start }));
  for (let k = start; k < text.length; k++) {
    const c = text[k] ?? '';
    const number = numbers.find((n) => n.from === k);
    if (number) {
      k = number.to - 1;
      continue;
    }
    if (c === '(') depth += 1;
    else if (c === ')') depth = Math.max(0, depth - 1);
    else if (
      depth === 0 &&
      /\s/.test(c) &&
      ((THEN.test(text.slice(k)) && !isRestOfAll(text, from, k)) ||
        (hasSeveral && text[k - 1] === ',' && AGAIN.test(text.slice(k))))
    ) {
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
          (next !== undefined &&
            /\p{Ll}/u.test(next) &&
            ABBREVIATED.test(text.slice(from, end)) &&
            !ANEW.test(text.slice(end))) ||
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
