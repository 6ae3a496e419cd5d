import type { CueKind, CueLevel, CueName, Phrase, Plan, Station } from '../../class/index.ts';
import { moduleOf, phasesIn } from '../../class/index.ts';
import {
  groupsFor,
  type Interval,
  isWork,
  type Place,
  placesOf,
  stationAt,
  stationIn,
  stationOf,
} from '../../time/index.ts';
import { IntervalCues } from './interval-cues.ts';
import { type LevelTable, levelTables, phrase, sounds, speaks } from './phrases.ts';
import type { CueRequest } from './place.ts';
import type { SpokenMs } from './types.ts';

/** A voice cue at the start of an interval waits until the boundary tone has sounded. */
export const AFTER_TONE_MS = 700;
const NO_TONE_MS = 100;

export type CuePart = Pick<Plan, 'blocks' | 'cues' | 'cueLevels' | 'phrases' | 'lines'> & Partial<Pick<Plan, 'heads'>>;

/** When a request wants to be said, ms from the start of its interval. */
export type When = Pick<CueRequest, 'wantedMs' | 'earliestMs' | 'latestMs' | 'loose'>;

/** The context of all cues of a list of intervals, and the place they are collected. */
export class ClassCues {
  readonly perInterval: readonly IntervalCues[];
  readonly places: ReadonlyMap<number, Place>;
  private readonly levels: readonly LevelTable[];
  private readonly spoken = new Map<string, number>();
  private readonly stations: (Station | null)[] = [];

  constructor(
    readonly plan: CuePart,
    readonly intervals: readonly Interval[],
    private readonly spokenMs: SpokenMs,
  ) {
    this.levels = levelTables(plan);
    this.places = placesOf(plan, intervals);
    this.perInterval = intervals.map((i) => new IntervalCues(i));
  }

  /** The interval at a place in the list, if there is one. */
  at(k: number): Interval | null {
    return this.intervals[k] ?? null;
  }

  /** The station of an interval, looked up once. */
  station(k: number): Station | null {
    const known = this.stations[k];
    if (known !== undefined) return known;
    const interval = this.at(k);
    const station = interval && stationAt(this.plan, interval);
    if (interval) this.stations[k] = station;
    return station;
  }

  /** The level of a kind of cue in an interval: the station's, the block's or the class's. */
  level(k: number, name: CueName): CueLevel {
    const block = this.intervals[k]?.blockIndex ?? -1;
    return this.station(k)?.cueLevels?.[name] ?? this.levels[block]?.[name] ?? 'off';
  }

  speaks = (k: number, name: CueName) => speaks(this.level(k, name));
  sounds = (k: number, name: CueName) => sounds(this.level(k, name));

  /** The spoken length of some words, asked for once. */
  ms(text: string): number {
    const known = this.spoken.get(text);
    if (known !== undefined) return known;
    const ms = this.spokenMs(text);
    this.spoken.set(text, ms);
    return ms;
  }

  /** A request to say one of some forms of words, each once. */
  request(kind: CueKind, texts: readonly string[], when: When, more: Partial<CueRequest> = {}): CueRequest {
    const each = texts.length > 1 ? [...new Set(texts)] : texts;
    const forms = each.map((text) => ({ text, ms: this.ms(text) }));
    return { kind, forms, ...when, ...more };
  }

  say(k: number, kind: CueKind, texts: readonly string[], when: When, more: Partial<CueRequest> = {}): void {
    this.perInterval[k]?.requests.push(this.request(kind, texts, when, more));
  }

  phrase = (which: Phrase, words?: Record<string, string | number>) => phrase(this.plan, which, words);

  /** From when words may be said in an interval. */
  opensMs(k: number): number {
    return this.perInterval[k]?.opensWithTone ? AFTER_TONE_MS : NO_TONE_MS;
  }

  /** Groups are spread over the stations of an interval's block: no one move is everybody's. */
  isSpread(k: number): boolean {
    const interval = this.at(k);
    return interval?.stationIndex != null && this.plan.blocks[interval.blockIndex]?.use === 'stations';
  }

  /** The stations of a spread block at which there is a group in an interval; all where nobody knows how many come. */
  occupied(k: number): Station[] {
    const interval = this.at(k);
    const block = interval && this.plan.blocks[interval.blockIndex];
    if (!block || interval.stationIndex === null) return [];
    const n = block.stations.length;
    const from = interval.stationIndex;
    const groups = groupsFor(n, this.plan.heads ?? n).filter((g) => g.size > 0);
    const taken = new Set(groups.map((g) => stationOf(g.index, from, n)));
    return block.stations.flatMap((_, s) => (taken.has(s) ? (stationIn(this.plan, interval, s) ?? []) : []));
  }

  /** The phases of a station in an interval, whichever station the timeline names. */
  phasesAt(station: Station, interval: Interval) {
    return phasesIn(station, interval.round, interval.durationMs);
  }

  /** The beat of an interval's block in ms; null where it is not counted in beats. */
  beatMs(k: number): number | null {
    const block = this.plan.blocks[this.intervals[k]?.blockIndex ?? -1];
    const bpm = block ? moduleOf(block.format).traits.bpm(block.format) : null;
    return bpm === null ? null : 60_000 / bpm;
  }

  /** The index of the set before an interval; -1 where there is none. */
  workBefore(k: number): number {
    for (let j = k - 1; j >= 0; j--) if (this.isSet(j)) return j;
    return -1;
  }

  isSet(k: number): boolean {
    const interval = this.intervals[k];
    return interval !== undefined && isWork(interval);
  }
}
