import { kgIn } from '../class/index.ts';
import type { Library } from '../moves/index.ts';
import type { Chunk } from './chunks.ts';
import { Finder, type Found } from './found.ts';
import { type Span, saidIn } from './items.ts';
import { DAYS, isRemark, type Named, plainNamed } from './names.ts';
import { type Drafted, isWhole, OF_CLASS, type PartDraft } from './parts.ts';
import { routineIn } from './routine.ts';
import { bodySaid, type Facts } from './said.ts';
import { saidWords } from './say.ts';
import { Titles } from './titles.ts';
import type { Choices } from './types.ts';

/** Whether a clock time is one of a day with classes. */
const isHour = (clock: string) => {
  const hour = Number(clock.split(':')[0]);
  return hour >= 5 && hour <= 23;
};
const EASIER_HEAD = /^(?:easier|easy|options?|low impact|modif\w*|regressions?|reg|alternatives?|beginners)$/i;
const HARDER_HEAD = /^(?:adv|advanced|harder|hard|progressions?|prog)$/i;
const NOTE_HEAD =
  /^(?:set[- ]?up|you(?:'ll| will)? need|need|notes?|nb|ps|bring|kit|equipment|music|playlist|remember|todo|to do|focus|theme|reminders?|cues?|tips?|coaching points?)$/i;
const PARTNERS =
  /\bA (.+?),? (?:while|and|whilst) B (?!rests\b)(.+?)(?:[,.;]? *(?:then )?(?:swap|switch|change)\b.*)?$/i;
const OWN_TIME = /\b(?:for )?(?:an?|one|\d+) ?(?:mins?|minutes?|secs?|seconds?|s)\b/i;
/** Moves of a part with a time of their own. */
const ownTimes = ({ moves }: PartDraft) => moves.filter((m) => m.says.workMs ?? m.says.bareMs).length;

/** Words for what is done in a warm-up or a cool-down that name no move. */
const GENERIC =
  /^(?:(?:gentle|light|easy|dynamic|general|full body|some) )*(?:mobility|mob|movement|cardio|stretch(?:es|ing)?|mobilisation)(?: work)?$/i;

/** Tabatas of several moves each that stand in one list: one each, with the break between them. */
function tabatasApart(draft: PartDraft): PartDraft[] {
  const { groups, moves, says } = draft;
  const isApart =
    says.kind === 'tabata' &&
    groups.length > 1 &&
    groups.every((n) => n > 1) &&
    groups.reduce((a, b) => a + b, 0) === moves.length;
  if (!isApart) return [draft];
  const { betweenMs = 0, tabatas: _, ...rest } = says;
  return groups.map((n, k) => {
    const from = groups.slice(0, k).reduce((a, b) => a + b, 0);
    const isLast = k === groups.length - 1;
    return {
      ...draft,
      says: rest,
      moves: moves.slice(from, from + n),
      groups: [],
      breakMs: isLast ? draft.breakMs : betweenMs,
    };
  });
}

/** Puts the chunks of a text together into parts of a class. */
export function draft(text: string, chunks: readonly Chunk[], library: Library, choices: Choices = {}): Drafted {
  return new Drafter(text, library, choices).all(chunks);
}
class Drafter extends Titles {
  private readonly finder: Finder;

  constructor(text: string, library: Library, choices: Choices) {
    super(text, library);
    this.finder = new Finder(text, library, choices);
  }

  all(chunks: readonly Chunk[]): Drafted {
    const found = chunks.map((chunk) => this.finder.find(chunk));
    const heads = new Map<string, number>();
    for (const { title } of found)
      if (title !== null) heads.set(title.toLowerCase(), (heads.get(title.toLowerCase()) ?? 0) + 1);
    this.hasHeads =
      found.filter((f) => f.title !== null && f.moves.length > 1 && f.says.role === undefined && f.chunk.first).length >
      1;
    found.forEach((f, k) => {
      // The same head over again is a label of each line, not a part.
      if (f.title !== null && f.says.role === undefined && (heads.get(f.title.toLowerCase()) ?? 0) > 1) f.title = null;
      this.take(f, found, k);
    });
    return { ...this.out, drafts: this.out.drafts.flatMap(tabatasApart) };
  }

  private take(found: Found, all: readonly Found[], k: number): void {
    const { chunk, says, moves } = found;
    this.headTitle(found);
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
    else if (says.again && this.now) this.again(found);
    else if (this.isPartners(chunk)) this.partners(chunk);
    else if (headed(EASIER_HEAD) && this.lastMove()) this.ways(found, 'easier');
    else if (headed(HARDER_HEAD) && this.lastMove()) this.ways(found, 'harder');
    else if (headed(NOTE_HEAD)) {
      Object.assign(this.out.body, bodySaid(says));
      this.note(chunk);
    } else if (isTitle && moves.length > 0) this.titled(found);
    else if (moves.length === 0 || this.isNote(found, all, k)) this.withoutMoves(found, all, k);
    else this.withMoves(found, all, k);
  }

  /** What stands before a chunk on its line: bullet and label. */
  private lead = (chunk: Chunk) => chunk.from - (this.text.lastIndexOf('\n', chunk.from - 1) + 1);

  /** A reading of each thing said, and of each move. */
  private tell({ mentions, moves, chunk }: Found): void {
    for (const m of mentions)
      this.out.readings.push({
        from: m.from,
        to: m.to,
        role: m.role,
        sure: 'said',
        // Worked out where it is asked for.
        get words() {
          return saidWords(m.says, m.words);
        },
      });
    if (chunk.textFrom > chunk.from || chunk.label !== null)
      this.out.readings.push({
        from: chunk.from - (chunk.first ? this.lead(chunk) : 0),
        to: chunk.textFrom,
        role: 'order',
        sure: 'said',
        words: 'place in the list',
      });
    for (const { from, to, words } of moves.flatMap((m) => m.options))
      this.out.readings.push({ from, to, role: 'option', sure: 'taken', words: `or ${words}` });
  }

  /** "Chair class, 12 people, nobody stands.": what is called a class at the head of a line is its title. */
  private headTitle({ moves, chunk }: Found): void {
    const [first] = moves;
    const isKind = /^(?:hiit|boot ?camp|met ?con|wod)$/i.test(first?.name ?? '');
    if (
      (!isKind && (moves.length !== 1 || chunk.last)) ||
      first?.known !== 'unknown' ||
      this.out.title !== null ||
      this.now !== null
    )
      return;
    if (!isKind && !/\b(?:class|session|workout|hour)$/i.test(first.name)) return;
    this.out.title = first.typed;
    this.out.readings.push({ from: first.from, to: first.to, role: 'title', sure: 'said', words: 'title' });
    this.bodyOfTitle(first);
    moves.shift();
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
    // Said before anything is done, it holds for the class.
    if (early) {
      Object.assign(this.out.body, bodySaid(says));
      delete says.stays;
      delete says.hands;
    }
    if (moves.every((m) => m.known !== 'known')) this.out.level ??= says.level ?? null;
  }

  /** The part at hand once more. */
  private again({ chunk, says }: Found): void {
    const now = this.now;
    if (!now) return;
    const copy = {
      ...now,
      moves: now.moves.map((m) => ({ ...m })),
      notes: [this.slice(chunk).trim()],
      says: { ...now.says, ...bodySaid(says) },
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
    // "All seated" by itself: of the part it stands in; behind them all, of the class.
    if (now && ofBlock.every((key) => key === 'stays' || key === 'hands')) {
      if (k === all.length - 1) Object.assign(this.out.body, bodySaid(says));
      else Object.assign(now.says, bodySaid(says));
      return;
    }
    if (now && says.same && says.round === undefined) {
      if (now.says.rounds === undefined && now.says.times === undefined) now.says.rounds = 2;
      delete says.same;
      if (ofBlock.length === 1) return;
    }
    if (now && says.same && says.round !== undefined) {
      now.says.rounds = Math.max(now.says.rounds ?? 1, says.round);
      return;
    }
    if (this.betweenAll(found) || this.isBreak(found, all, k)) return;
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
    this.apply(part, says);
    if (found.rounds.length > 0) part.rounds = found.rounds;
    if (moves.length > 0) this.note(chunk);
  }

  private withMoves(found: Found, all: readonly Found[], k: number): void {
    const { chunk, says } = found;
    const part = this.partFor(found, all, k);
    this.putTitle(part, found);
    this.apply(part, says);
    if (found.rounds.length > 0) part.rounds = found.rounds;
    if (part.says.kind === 'beats') {
      part.routine ??= routineIn('');
      if (this.routine(chunk)) return;
    }
    const moves = found.moves;
    const [only] = moves;
    const isSmall = part.role === 'warmUp' || part.role === 'coolDown';
    const lengthMs = says.bareMs ?? only?.says.bareMs;
    if (isSmall && moves.length === 1 && only && this.isEmpty(part) && GENERIC.test(only.name) && lengthMs) {
      part.says.bareMs = lengthMs;
      part.notes.push(only.name);
      return;
    }
    // "jog + mobility 6 min": the length of the part, behind the last of its moves.
    const last = moves.at(-1);
    const ofPart = last?.says.bareMs ?? 0;
    if (isSmall && last && moves.length > 1 && ofPart >= 120_000 && ownTimes({ ...part, moves: [...moves] }) === 1) {
      part.says.bareMs = ofPart;
      delete last.says.bareMs;
    }
    // "4 sets of 10 bench press, 90 s rest": the rest of these sets.
    if (
      only &&
      moves.length === 1 &&
      only.says.sets !== undefined &&
      says.restMs !== undefined &&
      says.workMs === undefined
    )
      only.says = { ...only.says, restMs: says.restMs };
    if (this.namesWeights(moves, found, part)) return;
    for (const m of moves) this.add(part, m);
    if (chunk.label !== null && part.says.kind === 'tabata') this.group(part, chunk.label, moves.length);
    else if (chunk.label !== null && /^(?:[A-Z]|\d[a-d])/.test(chunk.label))
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
      (isWhole(found) ||
        says.role !== undefined ||
        (says.kind !== undefined && says.kind !== 'tabata' && says.turn === undefined))
    )
      part.inline = true;
    if (chunk.isStation) part.says.atStations = true;
    if (chunk.isMinute && part.says.kind === undefined && part.says.workMs === undefined && ownTimes(part) === 0) {
      part.says.kind = 'emom';
      part.minutes = true;
    }
    part.place = { from: Math.min(part.place.from, chunk.from), to: Math.max(part.place.to, chunk.to) };
  }

  /** "Heavy 15 for the rows": a weight for moves that are there already. */
  private namesWeights(moves: readonly Named[], { says, chunk }: Found, part: PartDraft): boolean {
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
    const kg = kgIn(Number(m[2]), unit);
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
    const of: Partial<Facts> = !m[1] ? { kg: [kg] } : /^light/i.test(m[1]) ? { lightKg: kg } : { heavyKg: kg };
    for (const x of hit) x.says = { ...x.says, ...of };
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
