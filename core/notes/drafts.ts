import type { Library } from '../moves/index.ts';
import { type Chunk, type Span, saidIn } from './chunks.ts';
import { Finder, type Found } from './found.ts';
import { isRemark, type Named, plainNamed } from './names.ts';
import { type Draft, type Drafted, HOW, OF_CLASS, Parts } from './parts.ts';
import { routineIn } from './routine.ts';
import type { Facts } from './said.ts';
import { saidWords } from './say.ts';
import type { Choices } from './types.ts';

/** Whether a clock time is one of a day with classes. */
const isHour = (clock: string) => {
  const hour = Number(clock.split(':')[0]);
  return hour >= 5 && hour <= 23;
};
const DAYS = /\b(?:mon|tues?|wed(?:nes)?|thu(?:rs)?|fri|sat(?:ur)?|sun)(?:day)?s?\b/i;
const EASIER_HEAD = /^(?:easier|easy|options?|low impact|modif\w*|regressions?|reg|alternatives?|beginners)$/i;
const HARDER_HEAD = /^(?:adv|advanced|harder|hard|progressions?|prog)$/i;
const NOTE_HEAD =
  /^(?:set[- ]?up|you(?:'ll| will)? need|need|notes?|nb|ps|bring|kit|equipment|music|playlist|remember|todo|to do|focus|theme|reminders?|cues?|tips?|coaching points?)$/i;
const PARTNERS = /\bA (.+?),? (?:while|and|whilst) B (.+?)(?:[,.;]? *(?:then )?(?:swap|switch|change)\b.*)?$/i;
const OWN_TIME = /\b(?:for )?(?:an?|one|\d+) ?(?:mins?|minutes?|secs?|seconds?|s)\b/i;
/** Puts the chunks of a text together into parts of a class. */
export function draft(text: string, chunks: readonly Chunk[], library: Library, choices: Choices = {}): Drafted {
  return new Drafter(text, library, choices).all(chunks);
}
class Drafter extends Parts {
  private readonly finder: Finder;

  constructor(text: string, library: Library, choices: Choices) {
    super(text, library);
    this.finder = new Finder(text, library, choices);
  }

  all(chunks: readonly Chunk[]): Drafted {
    const found = chunks.map((chunk) => this.finder.find(chunk));
    const heads = found.map((f) => f.title?.toLowerCase());
    found.forEach((f, k) => {
      // The same head over again is a label of each line, not a part.
      if (f.title !== null && f.says.role === undefined && heads.filter((h) => h === heads[k]).length > 1)
        f.title = null;
      this.take(f, found, k);
    });
    return this.out;
  }

  private take(found: Found, all: readonly Found[], k: number): void {
    const { chunk, says, moves } = found;
    const isTitle = this.isTitle(found, all, k);
    this.ofClass(found, isTitle || (chunk.line === 0 && chunk.last && all.some((f) => f.chunk.line > 0)));
    this.tell(found);
    if (this.now?.routine !== null && this.now?.routine !== undefined && !says.role) {
      if (this.routine(chunk)) return;
    }
    // "30s: squats": a time at the head of one move is its own.
    const [only] = moves;
    if (
      chunk.hasColon &&
      moves.length === 1 &&
      only &&
      found.title === null &&
      says.bareMs !== undefined &&
      !says.role &&
      !says.kind
    ) {
      only.says = { ...only.says, bareMs: says.bareMs };
      delete says.bareMs;
    }
    const words = (found.title ?? '').trim();
    const headed = (pattern: RegExp) => chunk.hasColon && pattern.test(words);
    if (says.correction) this.correct(says);
    else if (says.again && this.now) this.again(chunk);
    else if (this.isPartners(chunk)) this.partners(chunk);
    else if (headed(EASIER_HEAD) && this.lastMove()) this.ways(found, 'easier');
    else if (headed(HARDER_HEAD) && this.lastMove()) this.ways(found, 'harder');
    else if (headed(NOTE_HEAD)) this.note(chunk);
    else if (isTitle && moves.length > 0) this.titled(found);
    else if (moves.length === 0 || this.isNote(found, all, k)) this.withoutMoves(found, all, k);
    else this.withMoves(found, all, k);
  }

  /** What stands before a chunk on its line: bullet and label. */
  private lead = (chunk: Chunk) => chunk.from - (this.text.lastIndexOf('\n', chunk.from - 1) + 1);

  /** A reading of each thing said, and of each move. */
  private tell({ mentions, moves, chunk }: Found): void {
    for (const m of mentions)
      this.out.readings.push({ from: m.from, to: m.to, role: m.role, sure: HOW, words: saidWords(m.says, m.words) });
    if (chunk.textFrom > chunk.from || chunk.label !== null)
      this.out.readings.push({
        from: chunk.from - (chunk.first ? this.lead(chunk) : 0),
        to: chunk.textFrom,
        role: 'order',
        sure: HOW,
        words: 'place in the list',
      });
    for (const { from, to, words } of moves.flatMap((m) => m.options))
      this.out.readings.push({ from, to, role: 'option', sure: 'taken', words: `or ${words}` });
  }

  private ofClass({ says, chunk, mentions, moves }: Found, isHeadline: boolean): void {
    const early = this.out.drafts.length === 0;
    const line = this.text.slice(chunk.from, chunk.to);
    const clock = mentions.find((m) => /^\d{1,2}:(?:00|15|30|45)$/.test(m.words) && isHour(m.words));
    const isClock =
      clock &&
      early &&
      !says.start &&
      (DAYS.test(line) || (says.bareMs ?? 0) >= 900_000 || says.slotMs || /class|start/i.test(line));
    if (isClock) {
      says.start = clock.words.padStart(5, '0');
      delete says.workMs;
      delete says.restMs;
      if (clock.says.bareMs !== undefined && says.bareMs === clock.says.bareMs) delete says.bareMs;
      for (const m of moves) if (m.says.bareMs === clock.says.bareMs) delete m.says.bareMs;
      clock.role = 'slot';
      clock.says = { start: says.start };
    }
    const withLength = moves.find((m) => (m.says.bareMs ?? 0) >= 300_000);
    const isHead = moves.every((m) => m.known !== 'known') && !says.role && !says.kind && says.workMs === undefined;
    const length = says.bareMs ?? withLength?.says.bareMs ?? 0;
    if (says.slotMs !== undefined && this.now?.says.kind === 'emom' && this.now.says.totalMs === undefined) {
      says.totalMs = says.slotMs;
      delete says.slotMs;
    }
    const alone = isHeadline && says.rounds === undefined && says.times === undefined;
    if (
      early &&
      isHead &&
      !says.slotMs &&
      ((length >= 900_000 && (says.start || this.out.start || says.heads)) || (alone && length >= 300_000))
    ) {
      says.slotMs = length;
      delete says.bareMs;
      if (withLength) delete withLength.says.bareMs;
    }
    this.out.start ??= says.start ?? null;
    this.out.slotMs ??= says.slotMs ?? null;
    this.out.heads ??= says.heads ?? null;
    if (moves.every((m) => m.known !== 'known')) this.out.level ??= says.level ?? null;
  }

  /** The part at hand once more. */
  private again(chunk: Chunk): void {
    const now = this.now;
    if (!now) return;
    const copy = {
      ...now,
      moves: now.moves.map((m) => ({ ...m })),
      notes: [this.slice(chunk).trim()],
      says: { ...now.says },
      rounds: [...now.rounds],
      again: true,
    };
    this.out.drafts.push(copy);
    this.now = copy;
    this.out.left.push({ from: chunk.from, to: chunk.to, text: this.slice(chunk).trim() });
  }

  private isPartners = (chunk: Chunk) => PARTNERS.test(this.slice(chunk));

  /** "A works a minute while B holds a wall sit, swap": both do both. */
  private partners(chunk: Chunk): void {
    const [, first = '', second = ''] = PARTNERS.exec(this.slice(chunk)) ?? [];
    const part = this.now && this.isEmpty(this.now) ? this.now : this.begin(chunk);
    const says = saidIn([...chunk.head, ...chunk.body]);
    const time = says.workMs ?? says.bareMs;
    const [a, b] = [first, second].map((words) => words.replace(OWN_TIME, '').replace(/\s+/g, ' ').trim());
    for (const name of [`A ${a} / B ${b}`, `A ${b} / B ${a}`]) part.moves.push(plainNamed(name.slice(0, 80), chunk));
    if (time !== undefined) part.says.workMs = time;
  }

  private lastMove(): Named | undefined {
    return this.now?.moves.at(-1);
  }

  private ways({ moves, chunk }: Found, key: 'easier' | 'harder'): void {
    const last = this.lastMove();
    for (const m of moves) last?.[key].push(m.name);
    if (moves.length === 0) this.note(chunk);
  }

  private note(chunk: Span): void {
    const text = this.slice(chunk).trim();
    if (!/[\p{L}\d]/u.test(text)) return;
    this.out.left.push({ from: chunk.from, to: chunk.to, text });
    (this.now ?? this.out).notes.push(text);
  }

  private correct(says: Partial<Facts>): void {
    const draft = this.now;
    if (!draft) return;
    const { correction: _, bareMs, ...rest } = says;
    Object.assign(draft.says, rest);
    // "No make it 1 min": of the last length that was said.
    if (bareMs !== undefined) {
      if (draft.says.betweenMs !== undefined) draft.says.betweenMs = bareMs;
      else if (draft.says.restMs !== undefined && bareMs < (draft.says.workMs ?? 0)) draft.says.restMs = bareMs;
      else draft.says.workMs = bareMs;
    }
  }

  /** Words that name no move in this place: something said to people. */
  private isNote({ chunk, moves, says }: Found, all: readonly Found[], k: number): boolean {
    const line = this.slice(chunk);
    if (
      moves.length === 1 &&
      /^(?:breathe|relax|shake (?:it )?out|well done|done|enjoy)$/i.test(moves[0]?.name ?? '') &&
      Object.keys(says).length === 0
    )
      return true;
    const known = moves.filter((m) => m.known === 'known').length;
    if (known > 0 && (known * 2 >= moves.length || !isRemark(line))) return false;
    if (chunk.label !== null) return false;
    const whole = moves.map((m) => m.name).join(' ');
    const bodied = Object.keys(says).some((key) => !OF_CLASS.has(key as keyof Facts));
    if (isRemark(whole)) return !(known > 0 && moves.length > 2);
    if (/[!?]/.test(chunk.ends) && !chunk.last && !bodied && known < moves.length) return true;
    // A sentence before the list that names nothing known.
    if (
      moves.length === 1 &&
      moves[0]?.known === 'unknown' &&
      !this.now &&
      chunk.first &&
      !chunk.last &&
      !bodied &&
      whole.split(/\s+/).length > 2
    )
      return true;
    if (moves.length > 1 || chunk.isBullet) return false;
    if (/[!?]$/.test(chunk.ends) && moves[0]?.known === 'unknown' && !bodied && this.now !== null) return true;
    // A line of its own among moves is one of them, known or not.
    const [m] = moves;
    if (m?.known === 'unknown' && this.now && !chunk.first) return !bodied || /^[-\u2013]/.test(line);
    return m?.known === 'unknown' && this.now !== null && !bodied && !this.amongMoves(all, k);
  }

  private amongMoves(all: readonly Found[], k: number): boolean {
    const beside = [all[k - 1], all[k + 1]].filter(
      (f) => f !== undefined && f.moves.length === 1 && f.moves[0]?.known !== 'unknown',
    );
    return beside.length > 0;
  }

  /** The first words of the notes, where they are none of a list. */
  private isTitle({ chunk, moves, says, title }: Found, all: readonly Found[], k: number): boolean {
    const isDay =
      this.out.title !== null && this.now === null && new RegExp(`^${DAYS.source}$`, 'i').test(this.out.title);
    if (
      isDay &&
      moves.length === 1 &&
      moves[0]?.known !== 'known' &&
      (says.heads !== undefined || says.slotMs !== undefined || moves[0]?.says.bareMs !== undefined)
    )
      return true;
    const isSentence =
      !chunk.first &&
      !chunk.last &&
      chunk.ends === '.' &&
      moves.length === 1 &&
      moves[0]?.known === 'unknown' &&
      k <= 2 &&
      this.slice(chunk).split(/\s+/).length <= 3;
    if (isSentence && this.out.title === null && this.now === null && !isRemark(this.slice(chunk)))
      return Object.keys(says).length === 0;
    if (
      this.out.title !== null ||
      this.now !== null ||
      k > 1 ||
      !chunk.first ||
      chunk.label !== null ||
      chunk.isBullet ||
      (chunk.hasColon &&
        !(title !== null && DAYS.test(title) && moves.every((m) => m.known === 'unknown' && m.reps === null)))
    )
      return false;
    void title;
    const ofBlock = Object.keys(says).filter(
      (key) =>
        !OF_CLASS.has(key as keyof Facts) &&
        !(key === 'bareMs' && moves.length > 0) &&
        !(key === 'kind' && says.kind === 'holds' && moves.length > 0) &&
        key !== 'kg',
    );
    const oneLine = all.length === 1;
    if (oneLine || moves.some((m) => m.known === 'known' && m.reps !== null)) return false;
    if (ofBlock.length > 0) return false;
    const line = this.slice(chunk);
    if (
      /^(?:hi|hello|hey|dear|heads up|note|nb|fyi|reminder|remember|ps)\b/i.test(line) ||
      (isRemark(line) && /[?!]$/.test(line))
    )
      return false;
    const words = moves
      .map((m) => m.name)
      .join(' ')
      .split(/\s+/).length;
    if (DAYS.test(line) && words <= 5 && !moves.some((x) => x.known === 'known')) return true;
    if (!chunk.last && words > 3) return false;
    if (DAYS.test(line) || /\bclass\b/i.test(line)) return true;
    if (moves.length > 1 && moves.filter((m) => m.known === 'known').length >= 2) return false;
    const [m] = moves;
    if (moves.some((x) => x.reps !== null || x.after !== null)) return false;
    return (
      moves.some((x) => x.known === 'unknown') ||
      m?.known === 'guessed' ||
      (m?.known === 'known' &&
        all[k + 1]?.chunk.blankBefore === true &&
        moves.length === 1 &&
        !chunk.blankBefore &&
        all.length > 3)
    );
  }

  private titled({ chunk, moves, mentions }: Found): void {
    const cut = mentions.filter(({ says }) =>
      Object.keys(says).every(
        (key) =>
          OF_CLASS.has(key as keyof Facts) || key === 'kg' || (key === 'bareMs' && (says.bareMs ?? 0) >= 300_000),
      ),
    );
    const rest = cut
      .reduceRight((line, m) => line.slice(0, m.from - chunk.from) + line.slice(m.to - chunk.from), this.slice(chunk))
      .replace(/\s*[([]\s*[)\]]/g, '');
    const parts = rest.split(/\s*,\s*/).map((part) => part.replace(/^[\s.:;!\u2013-]+|[\s.:;!\u2013-]+$/g, ''));
    // A part that was all numbers is gone; one that said kit for all is no title.
    const kept = cut.some((m) => m.says.kg) ? parts.slice(0, 1) : parts;
    this.out.title = [...(this.out.title ? [this.out.title] : []), ...kept.filter(Boolean)]
      .join(', ')
      .replace(/\s+/g, ' ');
    const kg = moves.find((m) => m.says.kg)?.says.kg;
    if (kg) this.pending = { kg };
    this.out.readings.push({ from: chunk.from, to: chunk.to, role: 'title', sure: HOW, words: 'title' });
  }

  private withoutMoves(found: Found, all: readonly Found[], k: number): void {
    const { says, chunk, moves, unread } = found;
    const ofBlock = Object.keys({ ...says, ...(found.rounds.length > 0 ? { round: 1 } : {}) }).filter(
      (key) => !OF_CLASS.has(key as keyof Facts),
    );
    const wordy = moves.length > 0 || unread.some((u) => /\p{L}/u.test(this.slice(u)));
    if (ofBlock.length === 0) {
      if (
        this.isTitle(found, all, k) ||
        (this.now === null &&
          this.out.title === null &&
          k === 0 &&
          wordy &&
          chunk.first &&
          chunk.last &&
          all.length > 1 &&
          !isRemark(this.slice(chunk)))
      )
        this.titled(found);
      else if (wordy) this.note(chunk);
      return;
    }
    const now = this.now;
    if (now && says.same && says.round === undefined) {
      if (now.says.rounds === undefined && now.says.times === undefined) now.says.rounds = 2;
      delete says.same;
      if (ofBlock.length === 1) return;
    }
    if (now && says.same && says.round !== undefined) {
      now.says.rounds = Math.max(now.says.rounds ?? 1, says.round);
      return;
    }
    if (this.isBreak(found, all, k)) return;
    const part = this.partFor(found, all, k);
    if (part.moves.length > 0) {
      part.tail = true;
      if (says.restMs !== undefined && says.workMs === undefined) says.restAfter = true;
      this.timesForAll(part, says);
      if (
        says.betweenMs !== undefined &&
        says.workMs !== undefined &&
        part.byRound &&
        this.betweenParts(part, { betweenMs: says.betweenMs, betweenOf: says.betweenOf ?? null })
      ) {
        delete says.betweenMs;
        delete says.betweenOf;
      }
      if (this.betweenParts(part, says)) return;
    }
    this.putTitle(part, found);
    if (says.kind === 'beats' || part.says.kind === 'beats') part.routine ??= routineIn('');
    this.apply(part, says, found.mentions);
    if (found.rounds.length > 0) part.rounds = found.rounds;
    if (moves.length > 0) this.note(chunk);
  }

  private withMoves(found: Found, all: readonly Found[], k: number): void {
    const { chunk, says } = found;
    const part = this.partFor(found, all, k);
    this.putTitle(part, found);
    this.apply(part, says, found.mentions);
    if (found.rounds.length > 0) part.rounds = found.rounds;
    if (part.says.kind === 'beats') {
      part.routine ??= routineIn('');
      if (this.routine(chunk)) return;
    }
    const moves = found.moves;
    if (this.namesWeights(moves, found, part)) return;
    for (const m of moves) this.add(part, m);
    if (chunk.label !== null && /^(?:[A-Z]|\d[a-d])/.test(chunk.label))
      this.group(
        part,
        moves.length > 1 || chunk.label.length === 1
          ? chunk.label
          : /^\d/.test(chunk.label)
            ? chunk.label.slice(0, 1)
            : (chunk.label[0] ?? ''),
        moves.length,
      );
    else if (says.superset || says.kind === 'tabata') part.groups.push(moves.length);
    if (
      chunk.first &&
      (says.role !== undefined || (says.kind !== undefined && says.kind !== 'tabata' && says.turn === undefined))
    )
      part.inline = true;
    if (chunk.isStation) part.says.atStations = true;
    part.place = { from: Math.min(part.place.from, chunk.from), to: Math.max(part.place.to, chunk.to) };
  }

  /** "Heavy 15 for the rows": a weight for moves that are there already. */
  private namesWeights(moves: readonly Named[], { says, chunk }: Found, part: Draft): boolean {
    const text = this.slice(chunk);
    const m =
      /\b(heavy|heavier|light|lighter)? ?(\d{1,3}(?:\.\d)?) ?(kgs?|kilos?|lbs?|pounds?)? (?:for|on) (?:the )?(.+)$/i.exec(
        text,
      );
    if (!m?.[4] || part.moves.length === 0 || moves.length > 3 || says.workMs !== undefined) return false;
    const wanted = m[4]
      .toLowerCase()
      .split(/\s*(?:,|&|\+|\bn\b|\band\b)\s*/)
      .map((w) => w.replace(/[.!]+$/, '').replace(/(?:es|s)$/, ''));
    const unit = m[3] ?? (part.says.kg && /lb/i.test(this.text) ? 'lb' : 'kg');
    const number = Number(m[2]);
    const kg = /^[lp]/i.test(unit) ? number * 0.45359237 : number;
    const hit = part.moves.filter((x) =>
      wanted.some(
        (w) =>
          w !== '' &&
          x.name
            .toLowerCase()
            .split(/\s+/)
            .some(
              (word) =>
                (word === w || word === `${w}s` || word === `${w}es`) &&
                !new RegExp(`${word}[ -]ups?\\b`, 'i').test(x.name),
            ),
      ),
    );
    if (hit.length === 0) return false;
    for (const x of hit) x.says = { ...x.says, ...(m[1] ? { heavyKg: kg } : { kg: [kg] }) } as Partial<Facts>;
    this.out.readings.push({ from: chunk.from, to: chunk.to, role: 'weight', sure: 'taken', words: text.trim() });
    return true;
  }

  private routine(chunk: Chunk): boolean {
    const part = this.now;
    if (!part) return false;
    const made = routineIn(this.slice(chunk), part.routine ?? undefined);
    part.routine = made;
    return true;
  }
}
