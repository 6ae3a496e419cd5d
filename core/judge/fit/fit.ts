import {
  type Block,
  type Format,
  keyOfRole,
  type Plan,
  roundsOf,
  settingOf,
  settingsOf,
  sheetSetting,
  withRounds,
  withSetting,
} from '../../class/index.ts';
import { compile, oddRounds } from '../../time/index.ts';

/** A quantity the fitter may vary, from `min` to `max` in steps of `step`; times in ms, stations and rounds as counts. */
export interface Range {
  min: number;
  max: number;
  step: number;
}

export type FitKnob = 'workMs' | 'restMs' | 'roundBreakMs' | 'rounds' | 'stations';

/** A request to fit one block of a class into the slot, the other blocks fixed. */
export interface FitRequest {
  plan: Plan;
  blockIndex: number;
  /** The length to fill, ms. */
  slotMs: number;
  /** How much of the slot may stay unused, ms. */
  spareMs: number;
  vary: Partial<Record<FitKnob, Range>>;
  /** Keep work : rest as it is, within a tenth. */
  keepRatio: boolean;
  limit: number;
}

/** One way that uses the slot. */
export interface Fit {
  block: Block;
  totalMs: number;
  /** Slot less total, ms; negative only for the nearest miss. */
  spareMs: number;
  changes: { knob: FitKnob; from: number; to: number }[];
  /** Distance from what was set: the sum over what changed of its change by share; smaller is nearer. */
  distance: number;
}

export interface FitResult {
  fits: Fit[];
  /** When nothing fits: the candidate nearest to the slot, of several the one nearest to what was set. */
  nearest: Fit | null;
  tried: number;
}

type Values = Record<FitKnob, number>;

const KNOBS: readonly FitKnob[] = ['stations', 'rounds', 'workMs', 'restMs', 'roundBreakMs'];

/**
 * Tries every point of the grid and lists those that end within the slot and use it to within `spareMs`, the nearest
 * to the instructor's numbers first, then the least spare. Candidates that would leave a side a set short, or a warm-up or
 * cool-down below its floor, are left out. Gives null when cancelled by `proceed`.
 */
export function fitSlot(request: FitRequest, proceed: (tried: number) => boolean = () => true): FitResult | null {
  const { plan, blockIndex, slotMs, spareMs } = request;
  const block = plan.blocks[blockIndex];
  if (!block) return { fits: [], nearest: null, tried: 0 };
  const now = valuesOf(block);
  const otherMs = compile(plan).totalMs - compile({ blocks: [block] }).totalMs;
  const size = quickLength(block);
  const isOdd = oddness(block);
  const floorMs = floorOf(block);
  const axes = KNOBS.map((knob) => axisOf(request.vary[knob], now[knob]));
  const best: Candidate[] = [];
  let nearest: Candidate | null = null;
  let tried = 0;
  let go = true;
  forEachPoint(axes, (point) => {
    if (!go) return false;
    tried += 1;
    if (tried % 2048 === 0) go = proceed(tried);
    const values = toValues(point);
    if (request.keepRatio && !sameRatio(now, values)) return true;
    const total = otherMs + size(values);
    if (total - otherMs < floorMs || isOdd(values)) return true;
    const candidate = { values, total, spare: slotMs - total, distance: distance(now, values) };
    if (candidate.spare >= 0 && candidate.spare <= spareMs) keepBest(best, candidate, request.limit);
    else if (
      !nearest ||
      missOf(candidate, spareMs) < missOf(nearest, spareMs) ||
      isNearerMiss(candidate, nearest, spareMs)
    )
      nearest = candidate;
    return true;
  });
  if (!go) return null;
  const finish = (c: Candidate): Fit => finished(block, now, c);
  const fits = best
    .map(finish)
    .filter((f) => oddRounds({ blocks: [f.block] }).length === 0)
    .slice(0, request.limit);
  return { fits, nearest: fits.length > 0 || !nearest ? null : finish(nearest), tried };
}

/** Shortest a warm-up or cool-down may be made when it has no floor of its own, ms. */
const PREPARE_FLOOR_MS = 180_000;

/** The shortest a block may become: its own floor; three minutes for a warm-up or cool-down that is not shorter now. */
function floorOf(block: Block): number {
  if (typeof block.floorMs === 'number') return block.floorMs;
  if (block.role !== 'warmUp' && block.role !== 'coolDown') return 0;
  return Math.min(PREPARE_FLOOR_MS, compile({ blocks: [block] }).totalMs);
}

/** Whether some rounds and stations leave a side a set short; times make no difference, so each pair is looked at once. */
function oddness(block: Block): (v: Values) => boolean {
  const known = new Map<string, boolean>();
  return (v) => {
    const key = `${v.stations}:${v.rounds}`;
    const odd = known.get(key) ?? oddRounds({ blocks: [withValues(block, v)] }).length > 0;
    known.set(key, odd);
    return odd;
  };
}

interface Candidate {
  values: Values;
  total: number;
  spare: number;
  distance: number;
}

function missOf(c: Candidate, spareMs: number): number {
  return c.spare < 0 ? -c.spare : c.spare - spareMs;
}

/** Misses by as much, but lies nearer to what was set. */
const isNearerMiss = (a: Candidate, b: Candidate, spareMs: number) =>
  missOf(a, spareMs) === missOf(b, spareMs) && a.distance < b.distance;

const nearer = (a: Candidate, b: Candidate) => a.distance - b.distance || a.spare - b.spare;

function keepBest(best: Candidate[], candidate: Candidate, limit: number): void {
  const last = best[best.length - 1];
  if (best.length >= limit && last && nearer(candidate, last) >= 0) return;
  let at = best.length;
  while (at > 0 && nearer(candidate, best[at - 1] as Candidate) < 0) at--;
  best.splice(at, 0, candidate);
  if (best.length > limit) best.pop();
}

function axisOf(range: Range | undefined, now: number): number[] {
  if (!range) return [now];
  const values: number[] = [];
  for (let x = range.min; x <= range.max && values.length < 400; x += Math.max(1, range.step)) values.push(x);
  return values.length > 0 ? values : [now];
}

function forEachPoint(axes: readonly number[][], visit: (point: readonly number[]) => boolean): void {
  const point = new Array<number>(axes.length).fill(0);
  const walk = (k: number): boolean => {
    const axis = axes[k];
    if (!axis) return visit(point);
    for (const x of axis) {
      point[k] = x;
      if (!walk(k + 1)) return false;
    }
    return true;
  };
  walk(0);
}

function toValues(point: readonly number[]): Values {
  const [stations = 1, rounds = 1, workMs = 1, restMs = 0, roundBreakMs = 0] = point;
  return { stations, rounds, workMs, restMs, roundBreakMs };
}

/** The times the fitter turns, and the setting each is in a format; null where it has none. */
const SETTINGS = {
  workMs: (f: Format) => sheetSetting(f, 'work'),
  restMs: (f: Format) => keyOfRole(f, 'rest'),
  roundBreakMs: (f: Format) => keyOfRole(f, 'roundBreak') ?? keyOfRole(f, 'groupBreak'),
} as const;
type TimeKnob = keyof typeof SETTINGS;
const TIMES = Object.keys(SETTINGS) as TimeKnob[];

/** The fitter's view of a block. */
export function valuesOf(block: Block): Values {
  const time = (knob: TimeKnob, none: number) => {
    const key = SETTINGS[knob](block.format);
    return key === null ? none : Number(settingOf(block.format, key));
  };
  return {
    stations: block.stations.length,
    rounds: roundsOf(block.format) ?? 1,
    workMs: time('workMs', 1),
    restMs: time('restMs', 0),
    roundBreakMs: time('roundBreakMs', 0),
  };
}

/** The settings of a block that the fitter can vary. */
export function knobsOf(block: Block): FitKnob[] {
  const knobs: FitKnob[] = TIMES.filter((knob) => SETTINGS[knob](block.format) !== null);
  if (roundsOf(block.format) !== null) knobs.push('rounds');
  if (block.stations.length > 1) knobs.push('stations');
  return knobs;
}

/** The format's name of a knob: "hold", "windows"; null for stations. */
export function knobName(block: Block, knob: FitKnob): string | null {
  const key =
    knob === 'stations' ? null : knob === 'rounds' ? keyOfRole(block.format, 'rounds') : SETTINGS[knob](block.format);
  return settingsOf(block.format).find(([k]) => k === key)?.[1].name ?? null;
}

/** The block with the fitter's values; stations are dropped from the end. Own times of stations and rounds stay. */
export function withValues(block: Block, v: Values): Block {
  let format = withRounds(block.format, v.rounds);
  for (const knob of TIMES) {
    const key = SETTINGS[knob](format);
    if (key !== null) format = withSetting(format, key, v[knob]);
  }
  return { ...block, format, stations: block.stations.slice(0, v.stations) };
}

/**
 * Length of the block for some values. It is linear in work, rest and break while stations and rounds stand, as long as
 * none of the three crosses zero, so each pair of those is compiled a few times only and the rest is arithmetic.
 */
function quickLength(block: Block): (v: Values) => number {
  const known = new Map<string, (v: Values) => number>();
  return (v) => {
    const key = `${v.stations}:${v.rounds}:${v.restMs > 0}:${v.roundBreakMs > 0}`;
    let length = known.get(key);
    if (!length) {
      length = linearLength(block, v);
      known.set(key, length);
    }
    return length(v);
  };
}

const PROBE_MS = 60_000;

function linearLength(block: Block, at: Values): (v: Values) => number {
  const total = (v: Values) => compile({ blocks: [withValues(block, v)] }).totalMs;
  const up = (knob: FitKnob, by: number) => ({ ...at, [knob]: at[knob] + by });
  const base = total(at);
  const slope = (knob: FitKnob) => (total(up(knob, PROBE_MS)) - base) / PROBE_MS;
  const linear = {
    workMs: slope('workMs'),
    restMs: at.restMs > 0 ? slope('restMs') : 0,
    roundBreakMs: at.roundBreakMs > 0 ? slope('roundBreakMs') : 0,
  };
  return (v) =>
    base +
    linear.workMs * (v.workMs - at.workMs) +
    linear.restMs * (v.restMs - at.restMs) +
    linear.roundBreakMs * (v.roundBreakMs - at.roundBreakMs);
}

function distance(from: Values, to: Values): number {
  return KNOBS.reduce(
    (sum, k) => sum + Math.abs(to[k] - from[k]) / Math.max(1, from[k], k.endsWith('Ms') ? 10_000 : 2),
    0,
  );
}

function sameRatio(from: Values, to: Values): boolean {
  if (from.restMs === 0 || to.restMs === 0) return from.restMs === to.restMs;
  const [a, b] = [from.workMs / from.restMs, to.workMs / to.restMs];
  return Math.abs(a - b) <= 0.1 * a;
}

function finished(block: Block, now: Values, c: Candidate): Fit {
  return {
    block: withValues(block, c.values),
    totalMs: c.total,
    spareMs: c.spare,
    changes: KNOBS.filter((k) => c.values[k] !== now[k]).map((knob) => ({ knob, from: now[knob], to: c.values[knob] })),
    distance: c.distance,
  };
}
