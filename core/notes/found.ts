import type { Library, Reading as NameReading } from '../moves/index.ts';
import { Body, isPair } from './body.ts';
import type { Chunk } from './chunks.ts';
import { type Item, merged, type Span, saidIn, wordsOf } from './items.ts';
import { DAY_ALONE, isRemark, kindOf, type Named, namedBy } from './names.ts';
import type { Facts, Mention } from './said.ts';
import type { Choices } from './types.ts';

/** Words beside the name of a part or a format are no move: "Yoga-ish cool down", "add on game - 30 s each". */
export function isHeadingOf(item: Item, name: Named, next: Item | undefined): boolean {
  const of = item.mentions.find((m) => m.says.role !== undefined || m.says.kind !== undefined);
  if (!of || name.known === 'known') return false;
  return (of.says.role !== undefined && name.from < of.from) || (name.known === 'unknown' && next?.joint === 'dash');
}

/** Words at the head of a line that has numbers for what follows, or a list: "Hiit 30/15, 2 rounds", "kb flow - 6 swings, 6 cleans". */
export function isLineHead(chunk: Chunk, item: Item, name: Named, rest: readonly Item[], hasMore: boolean): boolean {
  if (name.known === 'known' || name.reps !== null || chunk.label !== null || chunk.isBullet || !chunk.first)
    return false;
  const others = rest.filter((i) => i.words.length > 0).length;
  if (rest[0]?.joint === 'dash' && others >= 2) return true;
  const ofAll = [...item.mentions, ...item.brackets.flatMap((b) => b.items.flatMap((i) => i.mentions))];
  const timed = ofAll.some((m) => (isPair(m) || m.says.atStations || m.says.heads !== undefined) && m.from > name.from);
  // "Morning mobility, 8 moves x 40s" above a list.
  const settings =
    hasMore && rest.some((i) => i.mentions.some((m) => isPair(m) || m.says.each || m.says.stations !== undefined));
  return (timed || settings) && others === 0 && chunk.last && chunk.line === 0;
}

/** What is known of a name; one that may mean several moves of the library names one of them. */
export function namedKind(name: string, library: Library): NameReading['kind'] {
  return kindOf(library.read(name));
}

/** What one chunk comes to, before it is known where it belongs. */
export interface Found {
  chunk: Chunk;
  says: Partial<Facts>;
  moves: Named[];
  title: string | null;
  titleSpan: Span | null;
  mentions: Mention[];
  unread: Span[];
  /** What is said of several rounds, one after the other. */
  rounds: Partial<Facts>[];
}

/** What a move goes on with: "hang clean and press" is one. */
const GOES_ON = /^(?:press|jerk|twist|reach|tap|kick|rotat(?:e|ion)|pulse|shrug)$/i;

/** Finds what a chunk of a text says and which moves it names, before it is known where it belongs. */
export class Finder {
  constructor(
    private readonly text: string,
    private readonly library: Library,
    private readonly choices: Choices,
  ) {}

  private slice = (span: Span) => this.text.slice(span.from, span.to);

  /** What is said in a chunk, and which moves it names. */
  find(chunk: Chunk): Found {
    const { says, moves, mentions, unread, heading } = this.bodyOf(chunk);
    const headSpan = this.titleOf(chunk.head) ?? heading;
    const words = headSpan ? [this.slice(headSpan)] : [];
    const inHead = chunk.head.flatMap((i) => [i, ...i.brackets.flatMap((b) => b.items)]);
    const all = merged(saidIn(inHead), says);
    const ofRounds = [...inHead, ...chunk.body]
      .filter((i) => i.mentions.some((m) => m.says.round !== undefined))
      .map((i): Partial<Facts> => {
        const { bareMs, ...of } = saidIn([i]);
        return bareMs === undefined ? of : { ...of, workMs: bareMs };
      });
    const rounds = ofRounds.length > 1 ? ofRounds : [];
    if (rounds.length > 0) {
      delete all.round;
      delete all.bareMs;
      delete all.workMs;
      if (rounds.filter((r) => r.restMs !== undefined).length > 1) delete all.restMs;
    }
    const tabatas = [...inHead, ...chunk.body]
      .flatMap((i) => i.mentions)
      .filter((m) => m.says.kind === 'tabata').length;
    if (tabatas > 1) all.tabatas = tabatas;
    // "Two circuits" before "Circuit 1" counts parts, not rounds.
    const ofParts = [...chunk.head, ...chunk.body]
      .flatMap((i) => i.mentions)
      .find((m) => m.says.rounds !== undefined && /circuits$/i.test(m.words));
    if (ofParts && /circuit ?(?:1|one|a)\b/i.test(this.text)) {
      delete all.rounds;
      unread.push(ofParts);
    }
    return {
      chunk,
      says: all,
      moves,
      title: words.length > 0 ? words.join(' ') : null,
      titleSpan: headSpan ?? null,
      mentions: [...inHead.flatMap((i) => i.mentions), ...mentions],
      unread,
      rounds,
    };
  }

  /** The words a head begins with, up to its first setting. */
  private titleOf(head: readonly Item[]): Span | null {
    const first = head.find((i) => i.words.length > 0);
    if (!first) return null;
    const setting = first.mentions.find((m) => !['note', 'heading', 'level'].includes(m.role));
    const heading = first.mentions.find((m) => m.says.role !== undefined);
    const from =
      heading && heading.from < (first.words[0]?.from ?? 0) ? (first.words[0]?.from ?? first.from) : first.from;
    const second = head[head.indexOf(first) + 1];
    // "Mon - legs" is one title.
    const isDay = DAY_ALONE.test(wordsOf(this.text, first)) && second?.joint === 'dash' && second.mentions.length === 0;
    const words = [...first.words.filter((w) => !setting || w.from < setting.from), ...(isDay ? second.words : [])];
    const to = words.at(-1)?.to;
    return to === undefined ? null : { from: setting && setting.from < from ? (words[0]?.from ?? from) : from, to };
  }

  private bodyOf(chunk: Chunk): Body {
    const items = this.apart(this.joined(chunk.body, chunk.label !== null || chunk.isBullet));
    const named = items.map((item) => namedBy(this.text, item, this.library, this.choices));
    const body = new Body(this.text, this.library, items, named);
    items.forEach((item, k) => {
      const name = named[k] ?? null;
      const isHead =
        name !== null &&
        k === 0 &&
        (isHeadingOf(item, name, items[1]) ||
          isLineHead(chunk, item, name, items.slice(1), this.text.indexOf('\n', chunk.to) >= 0));
      if (isHead) body.headed(item);
      else if (body.isAside(item, name)) body.aside(item);
      else if (!body.way(item, name)) body.move(item, name, k === 0);
    });
    return body;
  }

  /** Moves that stand in a row with nothing between them, each of them known: "squats lunges press ups plank". */
  private apart(items: Item[]): Item[] {
    const isFiller = (i: Item) => /^(?:for|of|then|with|at|do)?$/i.test(wordsOf(this.text, i));
    if (items.filter((i) => !isFiller(i)).length !== 1) return items;
    return items.flatMap((item) => {
      if (item.words.length < 3 || namedKind(wordsOf(this.text, item), this.library) === 'known') return [item];
      const cut = this.cut(item.words);
      if (!cut || cut.length < 3) return [item];
      return cut.map(
        (words, k): Item => ({
          ...item,
          joint: k === 0 ? item.joint : 'comma',
          words,
          mentions: k === 0 ? item.mentions : [],
          brackets: k === cut.length - 1 ? item.brackets : [],
        }),
      );
    });
  }

  /** The fewest known names that some words are; null where they are not. */
  private cut(words: readonly Span[]): Span[][] | null {
    const best: ({ runs: Span[][]; cost: number } | null)[] = [{ runs: [], cost: 0 }];
    for (let end = 1; end <= words.length; end++) {
      best[end] = null;
      for (let from = Math.max(0, end - 4); from < end; from++) {
        const before = best[from];
        const run = words.slice(from, end);
        const name = run.map((w) => this.slice(w)).join(' ');
        const now = best[end];
        // A long run is dearer than two short ones: "press ups plank" is two moves here.
        const cost = (before?.cost ?? 0) + (run.length <= 2 ? 1 : run.length - 0.8);
        if (before && (!now || cost < now.cost) && namedKind(this.library.mended(name).name, this.library) === 'known')
          best[end] = { runs: [...before.runs, run], cost };
      }
    }
    return best[words.length]?.runs ?? null;
  }

  /** Items that are one move between them: "clean and press", "sit tall + twist". */
  private joined(items: readonly Item[], isListed: boolean): Item[] {
    const out: Item[] = [];
    const isAlone = items.length === 2 && items.every((i) => i.mentions.length === 0);
    for (const item of items) {
      const last = out.at(-1);
      const isPlace =
        item.joint === 'dash' &&
        isListed &&
        last !== undefined &&
        last.words.length > 0 &&
        item.words.length > 0 &&
        last.mentions.length === 0 &&
        item.mentions.length === 0 &&
        namedKind(wordsOf(this.text, last), this.library) !== 'known' &&
        !isRemark(wordsOf(this.text, item));
      const touches = item.joint === 'and' || item.joint === 'plus' || item.joint === 'slash';
      if (
        (last && touches && item.words.length > 0 && last.words.length > 0 && this.isOne(last, item, isAlone)) ||
        (isPlace && last)
      ) {
        const whole: Item = {
          ...last,
          to: item.to,
          words: [...last.words, this.joiner(last, item), ...item.words],
          mentions: [...last.mentions, ...item.mentions],
          brackets: [...last.brackets, ...item.brackets],
        };
        out[out.length - 1] = whole;
      } else out.push(item);
    }
    return out;
  }

  /** What stands between two items, without the spaces. */
  private joiner(a: Item, b: Item): Span {
    const from = a.words.at(-1)?.to ?? a.to;
    const between = this.text.slice(from, b.words[0]?.from ?? b.from);
    const start = from + (between.length - between.trimStart().length);
    return { from: start, to: start + between.trim().length };
  }

  private isOne(a: Item, b: Item, isAlone: boolean): boolean {
    if (
      a.mentions.some((m) => m.from >= (a.words.at(-1)?.from ?? 0)) ||
      b.mentions.some((m) => m.from < (b.words[0]?.from ?? 0))
    )
      return false;
    const [left, right] = [wordsOf(this.text, a), wordsOf(this.text, b)];
    if (/^\d/.test(right)) return false;
    // Without spaces a slash may belong to the name; between two known moves it does not.
    if (b.joint === 'slash' && this.text[a.to] !== '/') return false;
    const read = (name: string) => namedKind(this.library.mended(name).name, this.library);
    if ((b.joint === 'and' || (b.joint === 'plus' && isAlone)) && read(`${left} and ${right}`) === 'known') return true;
    if (b.joint === 'and' && GOES_ON.test(right) && !/[^s]s$/i.test(left)) return true;
    const [l, r] = [read(left), read(right)];
    return (
      !(l === 'known' && r !== 'unknown') &&
      !(r === 'known' && l !== 'unknown') &&
      !(l === 'guessed' && r === 'guessed')
    );
  }
}
