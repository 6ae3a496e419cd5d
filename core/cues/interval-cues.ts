import type { CueLevel, CueName, Phrase, Plan, Station } from '../plan/index.ts';
import { type Interval, isBreak, isWork, roundsOf, stationAt } from '../timeline/index.ts';
import { weightSaid } from '../values/index.ts';
import { type LevelTable, phrase, sounds, speaks } from './phrases.ts';
import { BETWEEN_MS, placeWishes, type Wish } from './place.ts';
import type { Cue, CueKind, CueNote, SpokenMs, Tone } from './types.ts';
import type { Upcoming } from './upcoming.ts';

/** A voice cue at the start of an interval waits until the boundary tone has sounded. */
const AFTER_TONE_MS = 700;
const TICKS_MS = [3000, 2000, 1000];
const COUNTDOWN_MS = 3000;
const HALF_FROM_MS = 30_000;
const TEN_FROM_MS = 25_000;
const WATER_FROM_MS = 30_000;
const FORM_FROM_MS = 20_000;

export type CuePart = Pick<Plan, 'blocks' | 'cues' | 'cueLevels' | 'phrases' | 'lines'>;

/** Something that comes once in a class, by the interval it falls in; `offsetMs` from that interval's start. */
export interface OnceOnly {
  kind: 'milestone' | 'own' | 'script';
  text: string;
  offsetMs: number;
}

export function toneCue(tone: Tone, atMs: number, intervalIndex: number): Cue {
  return { atMs, kind: tone === 'tick' ? 'countdown' : 'tone', tone, text: null, spokenMs: 0, intervalIndex };
}

/** What is worked out once for all intervals of a sheet. */
export interface Shared {
  levels: readonly LevelTable[];
  /** Spoken lengths by text, and the forms of next up by what they are made from. */
  spoken: Map<string, number>;
  forms: Map<string, readonly string[]>;
  spokenMs: SpokenMs;
}

/** Gathers the cues of one interval, then places what is spoken. */
export class IntervalCues {
  private readonly station: Station | null;
  private readonly tones: Cue[] = [];
  private readonly scripts: Cue[] = [];
  private tonesInOrder = true;
  private readonly wishes: Wish[] = [];
  private countdownFromMs: number | null = null;

  constructor(
    private readonly plan: CuePart,
    private readonly interval: Interval,
    private readonly previous: Interval | undefined,
    private readonly next: Interval | undefined,
    private readonly shared: Shared,
  ) {
    this.station = stationAt(plan, interval);
  }

  private spokenMs(text: string): number {
    const known = this.shared.spoken.get(text);
    if (known !== undefined) return known;
    const ms = this.shared.spokenMs(text);
    this.shared.spoken.set(text, ms);
    return ms;
  }

  private level(name: CueName): CueLevel {
    const own = this.station?.cueLevels?.[name];
    return own ?? this.shared.levels[this.interval.blockIndex]?.[name] ?? 'off';
  }

  boundary(): void {
    const { interval } = this;
    const level = this.level('starts');
    if (level === 'off' || interval.kind === 'countIn') return;
    const works = isWork(interval) || interval.kind === 'open' || interval.kind === 'demo';
    if (!works && !this.previous) return;
    const tone = works ? 'work' : isBreak(interval) ? 'break' : 'rest';
    if (sounds(level)) this.tone(tone, 0);
    const after = sounds(level) ? AFTER_TONE_MS : 0;
    if (speaks(level)) this.wish('tone', [tone === 'work' ? 'go' : tone], after, after, after + 500);
  }

  /** The last three seconds of an interval; where work follows work they sound once. */
  countdowns(): void {
    const { interval, next, plan } = this;
    const level = this.level('countdown');
    if (interval.untilTap || level === 'off') return;
    const beforeWork = plan.cues.countdownBeforeWork && next !== undefined && isWork(next);
    if (!beforeWork && !(plan.cues.countdownBeforeEnd && isWork(interval))) return;
    const end = interval.durationMs;
    if (sounds(level)) {
      for (const lead of TICKS_MS) {
        if (lead >= end) continue;
        this.tone('tick', end - lead);
        this.countdownFromMs ??= end - lead;
      }
    }
    if (level === 'voice' && end > COUNTDOWN_MS) {
      this.wish('countdown', ['countdown'], end - COUNTDOWN_MS, end - COUNTDOWN_MS, end - COUNTDOWN_MS);
    }
  }

  duringWork(upcoming: Upcoming | null, formCue: string | null): void {
    const { interval, station } = this;
    const splits = station?.sides.mode === 'split';
    const halfMs = Math.round(interval.durationMs / 2);
    const phases = this.level('phases');
    for (const p of interval.phases) {
      const switches = splits && p.atMs === halfMs && p.say === 'Switch sides';
      if (!switches && phases === 'off') continue;
      if (sounds(phases)) this.tone('switch', p.atMs);
      const text = switches ? phrase(this.plan, 'switchSides') : p.say;
      if (switches) this.mustSay(text, p.atMs);
      else if (speaks(phases)) this.add('phase', [text], p.atMs, p.atMs, p.atMs + 1500);
    }
    if (interval.untilTap) return;
    if (!splits && interval.durationMs >= HALF_FROM_MS) this.call('half', 'half', 'half', halfMs, 1500);
    if (interval.durationMs >= TEN_FROM_MS)
      this.call('tenSeconds', 'tenSeconds', 'tenSeconds', interval.durationMs - 10_000, 500);
    if (formCue !== null && speaks(this.level('formCues')) && interval.durationMs >= FORM_FROM_MS)
      this.add('form', [formCue], 4000, 2500, interval.durationMs - 4000);
    if (upcoming && upcoming.work.stationIndex !== interval.stationIndex) this.nextInWork(upcoming);
  }

  /** Where work follows work there is no gap to say the next in: it is said just before the countdown. */
  private nextInWork(upcoming: Upcoming): void {
    if (!speaks(this.level('nextUp'))) return;
    const forms = this.nextForms(upcoming);
    const first = forms[0];
    if (!first) return;
    const end = this.interval.durationMs - (this.countdownFromMs === null ? 0 : COUNTDOWN_MS);
    const wanted = end - this.spokenMs(first) - BETWEEN_MS;
    this.add('nextUp', forms, wanted, this.interval.durationMs / 2, end);
  }

  duringGap(upcoming: Upcoming | null): void {
    if (!upcoming) return;
    const { interval } = this;
    const round = this.level('rounds') === 'off' ? null : roundCall(this.plan, upcoming);
    const forms = this.level('nextUp') === 'off' ? [] : this.nextForms(upcoming);
    const endMs = this.countdownFromMs ?? interval.durationMs;
    const roundMs = round === null ? 0 : this.spokenMs(round) + BETWEEN_MS;
    const nextMs = forms[0] === undefined ? 0 : this.spokenMs(forms[0]);
    // The round is called first where there is room for both; else what comes next has the gap.
    const both = AFTER_TONE_MS + roundMs + nextMs <= endMs;
    const nextAt = AFTER_TONE_MS + (both ? roundMs : 0);
    if (round !== null) this.spoken('rounds', 'round', [round], AFTER_TONE_MS, endMs);
    if (forms.length > 0) this.spoken('nextUp', 'nextUp', forms, nextAt, endMs);
    if (speaks(this.level('options'))) this.options(upcoming, nextAt + nextMs + BETWEEN_MS, endMs);
    if (isBreak(interval) && interval.durationMs >= WATER_FROM_MS && this.level('water') !== 'off')
      this.spoken('water', 'water', [phrase(this.plan, 'water')], nextAt + nextMs + BETWEEN_MS, endMs);
  }

  /** The way just below and the one just above the base, in the first round of a station. */
  private options({ work }: Upcoming, atMs: number, endMs: number): void {
    const station = stationAt(this.plan, work);
    if (!station || (work.round ?? 1) > 1) return;
    const easier = station.lowImpact ?? station.easier?.at(-1);
    const [harder] = station.harder ?? [];
    const below = easier === undefined ? [] : [`Easier: ${easier}`];
    const above = harder === undefined ? [] : [`Harder: ${harder}`];
    const forms = [...new Set([[...below, ...above].join('. '), ...below, ...above])].filter((f) => f !== '');
    if (forms.length > 0) this.add('options', forms, atMs, AFTER_TONE_MS, endMs);
  }

  /** The weight to take up where it is another than in the work before; empty where it is the same or not said. */
  private newWeight(station: Station, before: Interval | null): string {
    if (station.weightKg === undefined) return '';
    const last = before ? stationAt(this.plan, before) : null;
    if (!last || last.weightKg === undefined || last.weightKg === station.weightKg) return '';
    return phrase(this.plan, 'changeWeights', { weight: weightSaid(station.weightKg) });
  }

  /** Next up from its fullest form to its shortest: kit goes first, then the weight, then the lead-in. */
  private nextForms({ work, before }: Upcoming): readonly string[] {
    const station = stationAt(this.plan, work);
    if (!station) return [];
    const rotates = this.plan.blocks[work.blockIndex]?.use === 'stations' && before?.blockIndex === work.blockIndex;
    const name = station.sayAs ?? station.move;
    const kit = station.kit?.length ? station.kit.join(', ') : '';
    const weight = this.newWeight(station, before);
    const key = `${rotates ? 1 : 0}|${work.side ?? ''}|${name}|${kit}|${weight}`;
    const known = this.shared.forms.get(key);
    if (known) return known;
    const move = work.side ? `${name}, ${work.side} side` : name;
    const said = phrase(this.plan, rotates ? 'nextUpRotate' : 'nextUp', { move });
    const full = [said, ...(kit ? [kit] : []), ...(weight ? [weight] : [])].join('. ');
    const short = [said, ...(weight ? [weight] : [])].join('. ');
    const forms = [...new Set([full, short, said, move])];
    this.shared.forms.set(key, forms);
    return forms;
  }

  once({ kind, text, offsetMs }: OnceOnly): void {
    if (kind === 'script')
      this.scripts.push({
        atMs: this.interval.startMs + offsetMs,
        kind,
        tone: null,
        text,
        spokenMs: 0,
        intervalIndex: this.interval.index,
      });
    else this.add(kind, [text], offsetMs, Math.max(AFTER_TONE_MS, offsetMs - 10_000), offsetMs + 10_000);
  }

  /** Half way and ten seconds: a chime, words, or both. */
  private call(name: CueName, kind: CueKind, which: Phrase, atMs: number, slackMs: number): void {
    const level = this.level(name);
    if (sounds(level)) this.tone('chime', atMs);
    if (speaks(level)) this.wish(kind, [which], atMs, atMs - slackMs, atMs + slackMs);
  }

  private spoken(name: CueName, kind: CueKind, forms: readonly string[], atMs: number, endMs: number): void {
    const level = this.level(name);
    if (sounds(level)) this.tone('chime', Math.min(atMs, Math.max(AFTER_TONE_MS, endMs - 500)));
    if (speaks(level)) this.add(kind, forms, atMs, AFTER_TONE_MS, endMs);
  }

  private wish(kind: CueKind, which: readonly Phrase[], wanted: number, earliest: number, latest: number): void {
    this.add(
      kind,
      which.map((w) => phrase(this.plan, w)),
      wanted,
      earliest,
      latest,
    );
  }

  private add(kind: CueKind, texts: readonly string[], wantedMs: number, earliestMs: number, latestMs: number): void {
    const forms = texts.map((text) => ({ text, ms: this.spokenMs(text) }));
    this.wishes.push({ kind, forms, wantedMs, earliestMs, latestMs, must: false });
  }

  /** A side switch is never moved and dropped only where the words do not end before the interval does. */
  private mustSay(text: string, wantedMs: number): void {
    const ms = this.spokenMs(text);
    const must = wantedMs + ms <= this.interval.durationMs;
    this.wishes.push({
      kind: 'sideSwitch',
      forms: [{ text, ms }],
      wantedMs,
      earliestMs: wantedMs,
      latestMs: wantedMs,
      must,
    });
  }

  private tone(tone: Tone, offsetMs: number): void {
    const last = this.tones[this.tones.length - 1];
    if (last && last.atMs > this.interval.startMs + offsetMs) this.tonesInOrder = false;
    this.tones.push(toneCue(tone, this.interval.startMs + offsetMs, this.interval.index));
  }

  /** Places what is spoken and hands everything over by time; ticks that a side switch covers give way to it. */
  finish(cues: Cue[], notes: CueNote[]): void {
    const { interval } = this;
    if (this.wishes.length === 0 && this.scripts.length === 0 && interval.phases.length === 0) {
      // Most intervals have tones alone, and those in their order.
      if (!this.tonesInOrder) this.tones.sort((a, b) => a.atMs - b.atMs);
      for (const t of this.tones) cues.push(t);
      return;
    }
    const taken =
      this.countdownFromMs === null
        ? []
        : [{ fromMs: this.countdownFromMs, toMs: interval.durationMs, kind: 'countdown' as const }];
    const placed = placeWishes(this.wishes, taken, interval, WORD[interval.kind]);
    const from = this.countdownFromMs;
    const covering =
      from === null || interval.phases.length === 0
        ? []
        : placed.cues.filter(
            (c) => (c.kind === 'sideSwitch' || c.kind === 'phase') && c.atMs - interval.startMs + c.spokenMs > from,
          );
    const covered = (tick: Cue) =>
      tick.kind === 'countdown' && covering.some((c) => tick.atMs >= c.atMs - 70 && tick.atMs < c.atMs + c.spokenMs);
    const own: Cue[] = [];
    for (const t of this.tones) {
      if (covering.length > 0 && covered(t)) {
        const reason = 'the side switch or phase is said over it';
        notes.push({
          intervalIndex: interval.index,
          kind: 'countdown',
          text: 'tick',
          what: 'dropped',
          byMs: 0,
          reason,
        });
      } else own.push(t);
    }
    for (const c of placed.cues) own.push(c);
    for (const c of this.scripts) own.push(c);
    // Cues stay inside their interval: sorted one by one they are sorted as a whole.
    own.sort((a, b) => a.atMs - b.atMs);
    for (const c of own) cues.push(c);
    for (const n of placed.notes) notes.push(n);
  }
}

const WORD: Record<Interval['kind'], string> = {
  work: 'work',
  rest: 'rest',
  roundBreak: 'break',
  groupBreak: 'break',
  blockBreak: 'break',
  countIn: 'count-in',
  demo: 'demo',
  open: 'open time',
};

/** "Round 2 of 3", "Last round" or "Last one", or null when the gap leads to no new round. */
function roundCall(plan: CuePart, { work, before, isLast }: Upcoming): string | null {
  if (isLast && before) return phrase(plan, 'lastOne');
  const block = plan.blocks[work.blockIndex];
  const rounds = block ? roundsOf(block.format) : null;
  if (work.round === null || rounds === null || rounds === 1) return null;
  if (before && before.blockIndex === work.blockIndex && before.round === work.round) return null;
  return work.round === rounds ? phrase(plan, 'lastRound') : phrase(plan, 'round', { n: work.round, rounds });
}
