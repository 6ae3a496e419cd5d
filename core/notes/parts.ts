import { type Body, type Plan, STAYS_WORDS } from '../class/index.ts';
import type { Library } from '../moves/index.ts';
import type { Chunk } from './chunks.ts';
import { type Found, namedKind } from './found.ts';
import { merged, type Span } from './items.ts';
import { isRemark, type Named } from './names.ts';
import type { Routine } from './routine.ts';
import type { Facts } from './said.ts';
import type { Reading } from './types.ts';

/** A block as the notes tell it, before its format is settled. */
export interface PartDraft {
  role: Facts['role'] | null;
  title: string | null;
  says: Partial<Facts>;
  moves: Named[];
  /** Moves to a label: those of A, of B, or of one superset. */
  groups: number[];
  routine: Routine | null;
  breakMs: number;
  notes: string[];
  /** What was said of the times of single rounds. */
  rounds: Partial<Facts>[];
  place: Span;
  /** Settings came after its moves. */
  tail: boolean;
  /** It is one round of several with moves of their own. */
  byRound: boolean;
  /** Its moves stand on the line of its heading. */
  inline: boolean;
  again: boolean;
  /** Its moves are numbered as minutes. */
  minutes: boolean;
}

/** What the notes say of the class itself, and its parts. */
export interface Drafted {
  title: string | null;
  start: string | null;
  slotMs: number | null;
  heads: number | null;
  level: Plan['level'] | null;
  body: Body;
  notes: string[];
  drafts: PartDraft[];
  readings: Reading[];
  left: (Span & { text: string })[];
}

export const EMPTY = (place: Span): PartDraft => ({
  role: null,
  title: null,
  says: {},
  moves: [],
  groups: [],
  routine: null,
  breakMs: 0,
  notes: [],
  rounds: [],
  place,
  tail: false,
  byRound: false,
  inline: false,
  again: false,
  minutes: false,
});

export const LIST_HEAD =
  /^(?:of|with|in|for|to|at)\b|^(?:rounds?|sets?|circuits?) of$|^(?:the )?(?:kb|db|bb|holds?|exercises|moves|list|circuit|stations|workout|do|this|with|routine|order|class|work|lap|all|as follows|go|plan)$/i;

const SEATED_CLASS =
  /^(?:all )?(?:seated|chairs?)$|\b(?:seated|chair)(?:[- ]based)? (?:\w+ )?(?:class|hour|session|workout|circuit|fitness|aerobics|exercise)\b/i;

/** Said of the class or found in passing: no reason to begin a block. */
export const OF_CLASS = new Set<keyof Facts>(['start', 'slotMs', 'heads', 'level']);

export const hasLength = ({ says }: PartDraft) => says.bareMs !== undefined || says.workMs !== undefined;

/** The time that is said of a move. */
const timeSaid = ({ says }: Named) => says.workMs ?? says.bareMs;

/** Whether what is said opens a part: how it is timed, or its format. */
export const opens = (says: Partial<Facts>) =>
  says.kind !== undefined ||
  says.byRound !== undefined ||
  (says.workMs !== undefined && (says.restMs !== undefined || says.each === true)) ||
  says.rounds !== undefined;

/** Formats that two pieces of one part may name: "5 rounds for time", "complex" in windows, EMOM and its minutes. */
export function compatible(a: Partial<Facts>, b: Partial<Facts>): boolean {
  if (a.kind === b.kind)
    return (
      b.turn !== undefined ||
      (b.totalMs === undefined &&
        b.tabatas === undefined &&
        a.kind !== 'tabata' &&
        b.capMs === undefined &&
        a.kind !== 'holds')
    );
  return b.kind === 'windows' && a.workMs !== undefined && a.kind === undefined;
}

/** A list on one line, with how often it is gone round. */
export const isWhole = ({ says, chunk, moves }: Pick<Found, 'says' | 'chunk' | 'moves'>): boolean =>
  chunk.first &&
  chunk.label === null &&
  moves.length > 1 &&
  moves.slice(0, -1).every((m) => m.says.times === undefined) &&
  ((says.times ?? says.rounds ?? moves.at(-1)?.says.times) !== undefined ||
    // "3 x 10 swings, 10 press ups"
    (moves[0]?.says.sets !== undefined && moves.slice(1).every((m) => m.says.sets === undefined)));

/** The parts of a class as they come, and the one that what is said next belongs to. */
export class Parts {
  protected readonly out: Drafted = {
    title: null,
    start: null,
    slotMs: null,
    heads: null,
    body: {},
    level: null,
    notes: [],
    drafts: [],
    readings: [],
    left: [],
  };
  protected now: PartDraft | null = null;
  /** Several lists of one line each have a head: what stands at the first is no name of the class. */
  protected hasHeads = false;
  private readonly labels = new Map<PartDraft, string[]>();
  /** Said in the title, of the part that follows. */
  protected pending: Partial<Facts> = {};

  constructor(
    protected readonly text: string,
    protected readonly library: Library,
  ) {}

  protected slice = (span: Span) => this.text.slice(span.from, span.to);

  /** A new part, unless the one at hand is still empty. */
  protected begin(place: Span): PartDraft {
    const made = { ...EMPTY({ from: place.from, to: place.to }), says: this.pending };
    this.pending = {};
    this.now = made;
    this.out.drafts.push(made);
    return made;
  }

  protected isEmpty(d: PartDraft): boolean {
    return d.moves.length === 0 && d.routine === null;
  }

  /** The part that what is said in a chunk belongs to. */
  protected partFor({ says, chunk, moves, title }: Found, all: readonly Found[], k: number): PartDraft {
    const now = this.now;
    if (!now)
      return says.round !== undefined ? this.forRound(this.begin(chunk), says, chunk, moves) : this.begin(chunk);
    const isSection =
      chunk.label !== null &&
      /^[A-Z]$/.test(chunk.label) &&
      (says.kind !== undefined ||
        says.rounds !== undefined ||
        says.role !== undefined ||
        says.sets !== undefined ||
        says.times !== undefined ||
        moves.some((m) => m.says.sets !== undefined));
    if (isSection && !this.isEmpty(now)) return this.begin(chunk);
    if (says.round !== undefined && says.role === undefined) return this.forRound(now, says, chunk, moves);
    if (says.turn !== undefined && now.says.kind === 'emom') return now;
    const isSuperset =
      says.superset && now.says.superset && (says.times ?? says.rounds) === (now.says.times ?? now.says.rounds);
    // One with its rest behind it is whole; the next is another.
    if (isSuperset) return now.tail && moves.length === 0 ? this.begin(chunk) : now;
    if (says.role !== undefined)
      return this.isEmpty(now) && now.role === null && now.says.kind === undefined && !hasLength(now)
        ? now
        : this.begin(chunk);
    if (this.isEmpty(now)) {
      // What begins with "then" is another part.
      if (!chunk.first && now.role !== null && /^(?:and )?then /i.test(this.slice(chunk))) return this.begin(chunk);
      // A length alone was a part of its own: "5 min warm up", then the rest.
      const alone =
        (now.role === 'warmUp' || now.role === 'coolDown') &&
        hasLength(now) &&
        (opens(says) ||
          (moves.length > 0 &&
            chunk.first &&
            (title !== null ||
              moves.some((m) => m.says.sets !== undefined || m.reps !== null) ||
              !this.mainFollows(all, k))));
      const otherKind =
        says.kind !== undefined &&
        now.says.kind !== undefined &&
        says.kind !== now.says.kind &&
        !compatible(now.says, says);
      return alone || otherKind ? this.begin(chunk) : now;
    }
    // A part said whole on one line is whole.
    const isSmall = now.role !== null && now.role !== 'main';
    if (
      now.inline &&
      chunk.first &&
      (moves.length > 0 || (isSmall && opens(says) && this.hasMovesAfter(all, k))) &&
      says.kind === undefined
    )
      return this.begin(chunk);
    if (
      says.kind === 'tabata' &&
      now.says.kind === 'tabata' &&
      moves.length > 0 &&
      says.tabatas === undefined &&
      (chunk.first || /^tabata ?\d/i.test(this.slice(chunk)))
    )
      return now;
    const isTail =
      moves.length === 0 && says.kind === 'amrap' && now.says.kind === undefined && !this.hasMovesAfter(all, k);
    if (says.kind !== undefined && !compatible(now.says, says) && !isTail) return this.begin(chunk);
    if (title !== null && moves.length > 0 && !LIST_HEAD.test(title) && says.turn === undefined)
      return this.begin(chunk);
    if (moves.length === 0) {
      const again = says.workMs !== undefined && now.says.workMs !== undefined && this.hasMovesAfter(all, k);
      const anew = chunk.blankBefore && opens(says) && this.hasMovesAfter(all, k);
      return again || anew ? this.begin(chunk) : now;
    }
    const alikeSets =
      moves.length === 1 && now.moves.every((m) => m.says.sets !== undefined) && moves[0]?.says.sets !== undefined;
    if (
      !chunk.first &&
      /^(?:and )?then /i.test(this.slice(chunk)) &&
      !alikeSets &&
      moves.length > 0 &&
      (opens(says) || says.times !== undefined || says.sets !== undefined)
    )
      return this.begin(chunk);
    if (isWhole({ says, chunk, moves })) return this.begin(chunk);
    if (now.tail && chunk.first && (chunk.blankBefore || opens(says))) return this.begin(chunk);
    if (
      chunk.first &&
      moves.length > 1 &&
      opens(says) &&
      (now.says.workMs !== undefined || now.says.kind !== undefined)
    )
      return this.begin(chunk);
    return now;
  }

  /** Whether another part is headed or timed further down: moves in this place belong to the one at hand. */
  protected mainFollows(all: readonly Found[], k: number): boolean {
    return all
      .slice(k + 1)
      .some((f) => f.says.role === 'main' || f.says.role === 'finisher' || opens(f.says) || f.says.kind !== undefined);
  }

  protected forRound(now: PartDraft, says: Partial<Facts>, chunk: Chunk, moves: readonly Named[]): PartDraft {
    const number = says.round ?? 1;
    if (moves.length === 0) {
      now.rounds[number - 1] = { ...says };
      if (number > 1) for (const key of ['workMs', 'restMs'] as const) delete says[key];
      return now;
    }
    const part = number === 1 && this.isEmpty(now) ? now : this.begin(chunk);
    part.byRound = true;
    return part;
  }

  protected hasMovesAfter(all: readonly Found[], k: number): boolean {
    for (const f of all.slice(k + 1)) {
      if (f.says.role !== undefined || f.says.kind !== undefined || f.title !== null) return false;
      if (f.moves.some((m) => m.known !== 'unknown')) return true;
      if (opens(f.says)) return false;
    }
    return false;
  }

  /** "90 s between" behind two parts of the same kind stands between them. */
  protected betweenParts(part: PartDraft, says: Partial<Facts>): boolean {
    if (
      says.betweenMs === undefined ||
      Object.keys(says).some((key) => !['betweenMs', 'betweenOf', 'betweenEach', 'restAfter'].includes(key)) ||
      says.betweenOf === 'moves'
    )
      return false;
    const alike: PartDraft[] = [];
    for (const before of this.out.drafts.slice(0, -1).reverse()) {
      if (
        before.role !== part.role ||
        before.says.kind !== part.says.kind ||
        before.moves.length === 0 ||
        before.breakMs > 0 ||
        before.says.betweenMs !== undefined
      )
        break;
      alike.push(before);
    }
    const rounds = part.byRound && says.betweenOf === 'rounds';
    if (
      alike.length === 0 ||
      (says.betweenOf === 'rounds' && !rounds) ||
      (says.betweenOf === 'groups' && part.groups.length > 1)
    )
      return false;
    for (const before of alike) before.breakMs = says.betweenMs;
    return true;
  }

  /** "2 min between parts" stands between all of them. */
  protected betweenAll({ says, chunk }: Found): boolean {
    const ms = says.betweenMs ?? says.restMs;
    if (ms === undefined || !/between (?:the |all )?(?:parts|blocks|sections)\b/i.test(this.slice(chunk))) return false;
    for (const before of this.out.drafts.slice(0, -1)) before.breakMs = ms;
    return this.out.drafts.length > 1;
  }

  /** Times said behind several parts count for all of them that say none. */
  protected timesForAll(part: PartDraft, says: Partial<Facts>): void {
    if (says.workMs === undefined) return;
    for (const before of this.out.drafts.slice(0, -1).reverse()) {
      if (
        before.role !== part.role ||
        before.says.kind !== part.says.kind ||
        before.says.workMs !== undefined ||
        before.moves.length === 0 ||
        before.moves.some((m) => m.says.workMs !== undefined || m.reps !== null)
      )
        return;
      before.says.workMs = says.workMs;
      if (says.restMs !== undefined) before.says.restMs = says.restMs;
    }
  }

  /** A pause on a line of its own: between rounds, or before the next part. */
  protected isBreak({ says, chunk, title }: Found, all: readonly Found[], k: number): boolean {
    const now = this.now;
    if (!now || this.isEmpty(now) || title !== null) return false;
    const { restMs, betweenMs, betweenOf, water: _, ...others } = says;
    const ms = betweenMs ?? restMs;
    if (ms === undefined || Object.keys(others).length > 0 || (betweenMs !== undefined && betweenOf !== null))
      return false;
    if (/between/i.test(this.slice(chunk))) return false;
    const last = now.moves.at(-1);
    const follows = all[k + 1];
    const timed = (m: Named | undefined) => m !== undefined && timeSaid(m) !== undefined;
    // A rest on a line behind each timed move is that move's.
    const ofMove =
      timed(last) &&
      now.says.restMs === undefined &&
      betweenMs === undefined &&
      ((follows !== undefined &&
        timed(follows.moves[0]) &&
        follows.title === null &&
        follows.moves[0]?.says.restMs === undefined &&
        last?.says.restMs === undefined) ||
        now.moves.slice(0, -1).some((m) => m.says.restMs !== undefined));
    if (ofMove && last) {
      last.says = { ...last.says, restMs: ms };
      return true;
    }
    const next = all.slice(k + 1).find((f) => f.moves.length > 0 || opens(f.says) || f.says.role !== undefined);
    const rounds = now.says.rounds ?? now.says.times ?? now.says.sets ?? 1;
    const more = this.furtherRounds(all, k) || rounds > 1;
    const restSaid = now.says.restMs !== undefined;
    if (betweenMs === undefined && !restSaid && ms < 60_000) return false;
    // "20/10 x 8 squats", a rest, and the same of another move.
    const [whole] = follows?.moves ?? [];
    const isPaired =
      (last?.says.restMs !== undefined && whole?.says.workMs !== undefined && whole.says.restMs !== undefined) ||
      (whole?.says.times !== undefined && (whole.says.restMs ?? follows?.says.restMs) !== undefined);
    const opensNext =
      next !== undefined &&
      next.says.role !== 'coolDown' &&
      next.says.kind !== 'holds' &&
      (next.says.kind !== undefined ||
        (opens(next.says) && (next.moves.length > 0 || this.hasMovesAfter(all, all.indexOf(next)))) ||
        next.says.role !== undefined ||
        isPaired ||
        next.title !== null ||
        next.chunk.blankBefore);
    if (betweenMs === undefined && !restSaid && (ms < 60_000 || !more) && !opensNext) return false;
    const isInner =
      !isPaired && !restSaid && rounds > 1 && now.says.betweenMs === undefined && now.says.workMs === undefined;
    if (ms === now.says.restMs) return true;
    if (isInner) Object.assign(now.says, { betweenMs: ms, betweenOf: 'rounds' });
    else if (opensNext || (!more && next !== undefined)) {
      now.breakMs = ms;
      // What stands behind it without a heading of its own goes on as before.
      if (isPaired) this.begin(follows?.chunk ?? chunk);
      else if (!opensNext && follows === next && next && next.moves.length > 0 && now.says.workMs !== undefined)
        this.begin(next.chunk).says = { ...now.says };
    } else if (more && now.says.betweenMs === undefined)
      Object.assign(now.says, { betweenMs: ms, betweenOf: 'rounds' });
    else if (!restSaid) now.says.restMs = ms;
    else now.breakMs = ms;
    return true;
  }

  protected furtherRounds(all: readonly Found[], k: number): boolean {
    return all
      .slice(k + 1, k + 3)
      .some((f) => f.moves.length === 0 && f.says.role === undefined && (f.says.rounds ?? f.says.times ?? 1) > 1);
  }

  protected group(part: PartDraft, label: string, moves: number): void {
    const at = this.labels.get(part)?.indexOf(label) ?? -1;
    if (at >= 0) part.groups[at] = (part.groups[at] ?? 0) + moves;
    else {
      this.labels.set(part, [...(this.labels.get(part) ?? []), label]);
      part.groups.push(moves);
    }
  }

  /** Adds a move; the other side of the one before it makes one of both. */
  protected add(part: PartDraft, m: Named): void {
    const time = timeSaid(m);
    if (
      /^(?:rest|break|recover|recovery)$/i.test(m.name) &&
      part.says.kind !== 'emom' &&
      part.says.kind !== 'amrap' &&
      time !== undefined &&
      part.moves.length > 0
    ) {
      const before = part.moves.at(-1);
      if (before) before.says = { ...before.says, restMs: time };
      return;
    }
    const last = part.moves.at(-1);
    const sameName = last && last.name.toLowerCase() === m.name.toLowerCase();
    const sameTime = last && timeSaid(last) === time;
    if (sameName && sameTime && last.side !== null && m.side !== null && last.side !== m.side) {
      last.sides = 'each';
      last.to = m.to;
      last.says = { ...last.says, chain: last.side };
      last.side = null;
      return;
    }
    part.moves.push(m);
  }

  /** A class that is called seated is. */
  protected bodyOfTitle({ from, to }: Span): void {
    if (this.out.body.stays || !SEATED_CLASS.test(this.out.title ?? '')) return;
    this.out.body.stays = 'seated';
    this.out.readings.push({ from, to, role: 'people', sure: 'taken', words: STAYS_WORDS.seated });
  }

  protected putTitle(part: PartDraft, { title, says, chunk, titleSpan }: Found): void {
    if (title === null) return;
    const bare = title.replace(/^(?:then|and)\s+/i, '').trim();
    if (titleSpan && !LIST_HEAD.test(bare)) {
      if (isRemark(title)) part.notes.push(this.slice(titleSpan));
      else {
        part.title ??= bare;
        this.out.readings.push({ ...titleSpan, role: 'heading', sure: 'taken', words: 'what this part is called' });
        if (
          this.out.title === null &&
          !this.hasHeads &&
          this.out.drafts.length === 1 &&
          chunk.line === 0 &&
          says.role === undefined &&
          says.round === undefined &&
          !/^(?:circuit|block|part|set|section|round|group|pair) ?\w$/i.test(bare) &&
          namedKind(bare, this.library) !== 'known'
        ) {
          this.out.title = bare;
          this.bodyOfTitle(titleSpan);
        }
      }
    }
    if (says.role !== undefined) part.role = says.role;
  }

  protected apply(part: PartDraft, says: Partial<Facts>): void {
    if (says.role !== undefined) part.role = says.role;
    const { bareMs, ...rest } = says;
    // What is said last of how often counts.
    if (rest.times !== undefined) delete part.says.rounds;
    if (rest.rounds !== undefined) delete part.says.times;
    Object.assign(part.says, merged(part.says, rest));
    if (bareMs !== undefined) {
      if (part.says.bareMs === undefined) part.says.bareMs = bareMs;
      else if (part.says.workMs === undefined) part.says.workMs = bareMs;
    }
  }
}
