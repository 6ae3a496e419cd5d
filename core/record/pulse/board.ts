import { type HeartOf, type MaxFormula, maxOf, ZONES, zoneOf } from './zones.ts';

/** A heart rate as a strap told it. */
export interface Told {
  strap: string;
  atMs: number;
  bpm: number;
}

/** Whose strap it is, and what is known of that heart. */
export interface Wearer extends HeartOf {
  strap: string;
  /** One of the club's people, by id, or a squad. */
  person?: string | undefined;
  squad?: string | undefined;
  /** What is shown for it: a name, a number. */
  name: string;
  /** They have said that their numbers may be on the wall. */
  onWall: boolean;
}

/** The name of a strap that is nobody's. */
export const strapName = (strap: string) => (/^\d+$/.test(strap) ? `strap ${strap}` : strap);

/** The state of a strap: heard, not heard for a while, or stuck at one value for too long. */
export type StrapState = 'ok' | 'silent' | 'stuck';

export interface Standing {
  wearer: Wearer;
  state: StrapState;
  /** Null where the strap is not to be believed. */
  bpm: number | null;
  /** Of the highest rate, 0 to 1 and above. */
  share: number | null;
  zone: number | null;
}

/** A strap that says nothing for so long is out of touch, ms. */
export const SILENT_AFTER_MS = 6000;
/** One that says the same for so long sticks, ms: hearts do not. */
export const STUCK_AFTER_MS = 30_000;

interface Line {
  lastMs: number;
  bpm: number;
  /** Since when it says the same. */
  sameSinceMs: number;
  /** What has come since the window was opened: Σ bpm × ms, ms, the most, and ms in each zone. */
  weighted: number;
  heardMs: number;
  most: number;
  zonesMs: number[];
}

/** The heart rates of a strap over a window of time. */
export interface Window {
  strap: string;
  mean: number;
  max: number;
  /** ms in zones 1 to 5. */
  zonesMs: readonly number[];
}

/** The heart rates of a class as they come: who is in which zone now, and sums over windows of time. */
export class PulseBoard {
  private readonly lines = new Map<string, Line>();
  private wearers: ReadonlyMap<string, Wearer> = new Map();

  constructor(private formula: MaxFormula = 'tanaka') {}

  /** Says whose straps there are; one that is not named shows by its own name. */
  know(wearers: readonly Wearer[], formula: MaxFormula): void {
    this.wearers = new Map(wearers.map((w) => [w.strap, w]));
    this.formula = formula;
  }

  /** Takes in what straps told; between two tellings a heart is taken to have beaten as it did at the later, for `SILENT_AFTER_MS` at most. */
  hear(told: readonly Told[]): void {
    for (const { strap, atMs, bpm } of told) {
      const line = this.lines.get(strap);
      if (!line) {
        this.lines.set(strap, {
          lastMs: atMs,
          bpm,
          sameSinceMs: atMs,
          weighted: 0,
          heardMs: 0,
          most: 0,
          zonesMs: ZONES.map(() => 0),
        });
        continue;
      }
      if (atMs <= line.lastMs) continue;
      const ms = Math.min(atMs - line.lastMs, SILENT_AFTER_MS);
      if (bpm !== line.bpm) line.sameSinceMs = atMs;
      const isStuck = atMs - line.sameSinceMs >= STUCK_AFTER_MS;
      if (!isStuck) {
        line.weighted += bpm * ms;
        line.heardMs += ms;
        line.most = Math.max(line.most, bpm);
        const zone = zoneOf(bpm / this.maxOf(strap));
        if (zone > 0) line.zonesMs[zone - 1] = (line.zonesMs[zone - 1] ?? 0) + ms;
      }
      line.lastMs = atMs;
      line.bpm = bpm;
    }
  }

  /** How all stand at a moment, in the order of their straps' names. */
  at(nowMs: number): Standing[] {
    return [...this.lines]
      .map(([strap, line]): Standing => {
        const wearer = this.wearerOf(strap);
        const state: StrapState =
          nowMs - line.lastMs > SILENT_AFTER_MS
            ? 'silent'
            : line.lastMs - line.sameSinceMs >= STUCK_AFTER_MS
              ? 'stuck'
              : 'ok';
        if (state !== 'ok') return { wearer, state, bpm: null, share: null, zone: null };
        const share = line.bpm / this.maxOf(strap);
        return { wearer, state, bpm: line.bpm, share, zone: zoneOf(share) };
      })
      .sort((a, b) => a.wearer.strap.localeCompare(b.wearer.strap, undefined, { numeric: true }));
  }

  /** What was heard since the last time this was asked; straps that told nothing are left out. */
  takeWindow(): Window[] {
    return [...this.lines].flatMap(([strap, line]) => {
      const { weighted, heardMs, most, zonesMs } = line;
      Object.assign(line, { weighted: 0, heardMs: 0, most: 0, zonesMs: ZONES.map(() => 0) });
      if (heardMs === 0) return [];
      return [{ strap, mean: Math.round(weighted / heardMs), max: most, zonesMs: zonesMs.map(Math.round) }];
    });
  }

  wearerOf(strap: string): Wearer {
    return this.wearers.get(strap) ?? { strap, name: strapName(strap), onWall: false };
  }

  private maxOf(strap: string): number {
    return maxOf(this.wearerOf(strap), this.formula).bpm;
  }
}

/** The number of people in each zone from 0 to 5, and of those unknown now. */
export function zoneCounts(standings: readonly Standing[]): { zones: number[]; unknown: number } {
  const zones = [0, 0, 0, 0, 0, 0];
  for (const { zone } of standings) if (zone !== null) zones[zone] = (zones[zone] ?? 0) + 1;
  return { zones, unknown: standings.filter((s) => s.zone === null).length };
}

/** Of those who are heard, so many must have come down before it is proposed to go on; and so many of all must be heard. */
export const SETTLED_PART = 0.9;
const HEARD_PART = 0.5;

/** Who is still above a share of their highest rate, and whether to go on: nine of ten of those heard are below it, and half of all are heard. */
export function settling(standings: readonly Standing[], share: number): { above: Standing[]; goOn: boolean } {
  const heard = standings.filter((s) => s.share !== null);
  const above = heard.filter((s) => (s.share ?? 0) >= share);
  const below = heard.length - above.length;
  const goOn =
    heard.length > 0 && heard.length >= HEARD_PART * standings.length && below >= SETTLED_PART * heard.length;
  return { above, goOn };
}
