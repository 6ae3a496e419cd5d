import { moduleOf, type Plan } from '../../class/index.ts';
import type { Library, Move } from '../../moves/index.ts';
import { isWork, type Timeline } from '../../time/index.ts';
import { type Bout, boutsOf, mainBouts } from './work.ts';

/*
 * How hard a class is from second to second: the effort of what is done, from 1 (at rest) to 5 (all out), smoothed as a body lags
 * behind it. An ordinary exponential smoothing that rises by half of what is missing in 30 s and falls by half in 60 s; it is no
 * measurement and no heart rate, and a rule of thumb.
 */

export const HALF_LIFE_S = { up: 30, down: 60 } as const;
const REST = 1;
/** Efforts are whole numbers: the curve is at one from half a step below. */
export const HARD_FROM = 3.5;
const BELOW = 3;
/** So long below three ends a hard stretch, s. */
const RELIEF_S = 60;

export interface Intensity {
  /** The curve at the end of each second of the class, 1 to 5. */
  seconds: Float32Array;
  /** True where part of the work is of moves that are not known; they count as rest, so that what is claimed is the least. */
  atLeast: boolean;
}

const UP = 0.5 ** (1 / HALF_LIFE_S.up);
const DOWN = 0.5 ** (1 / HALF_LIFE_S.down);

/** A format that asks for full effort makes a move harder than it is alone: by one, 5 at most. */
const effortIn = (effort: number, full: boolean) => Math.min(5, full ? effort + 1 : effort);

/** The effort asked for at a stretch of work, from the moves that are known; null where none is. */
export function effortOf(bouts: readonly Pick<Bout, 'move' | 'sure' | 'ms'>[], full: boolean): number | null {
  let [sum, ms] = [0, 0];
  for (const s of bouts)
    if (s.sure && s.move) {
      sum += effortIn(s.move.effort, full) * s.ms;
      ms += s.ms;
    }
  return ms === 0 ? null : sum / ms;
}

/** Hard for the breath: a hold of the trunk is hard and lets the breath be. */
export const isBreathless = ({ effort, area }: Pick<Move, 'effort' | 'area'>): boolean =>
  effort >= 4 && area !== 'core';

/** The effort the main part begins with, at stations that of its whole first round; null where nothing of it is known. */
export function openingEffort(plan: Pick<Plan, 'blocks'>, bouts: readonly Bout[]): number | null {
  const main = mainBouts(plan, bouts);
  const [first] = main;
  const block = first && plan.blocks[first.blockIndex];
  if (!first || !block) return null;
  const opens = main.filter((s) =>
    block.use === 'stations'
      ? s.blockIndex === first.blockIndex && s.interval.round === 1
      : s.interval === first.interval,
  );
  return effortOf(opens, moduleOf(block.format).traits.fullEffort !== null);
}

/** Follows a class second by second. The bouts are those of the class, in its order. */
export function intensityOf(
  plan: Pick<Plan, 'blocks'>,
  timeline: Timeline,
  library: Library,
  bouts: readonly Bout[] = boutsOf(plan, timeline, library),
): Intensity {
  const byInterval = new Map<number, Bout[]>();
  for (const s of bouts) {
    const list = byInterval.get(s.interval.index);
    if (list) list.push(s);
    else byInterval.set(s.interval.index, [s]);
  }
  const seconds = new Float32Array(Math.ceil(timeline.totalMs / 1000));
  let level: number = REST;
  let atLeast = false;
  let k = 0;
  for (const i of timeline.intervals) {
    const block = plan.blocks[i.blockIndex];
    const full = block !== undefined && moduleOf(block.format).traits.fullEffort !== null;
    const asked = isWork(i) ? effortOf(byInterval.get(i.index) ?? [], full) : REST;
    atLeast ||= asked === null;
    const target = asked ?? REST;
    const until = (i.startMs + i.durationMs) / 1000;
    for (; k < until && k < seconds.length; k++) {
      level = target + (level - target) * (target > level ? UP : DOWN);
      seconds[k] = level;
    }
  }
  return { seconds, atLeast };
}

/** Sums of the intensity curve, in seconds of the class. */
export interface Hardness {
  /** At effort four or more. */
  hardS: number;
  /** The longest stretch at three or more without a minute below it, and where it begins. */
  stretchS: number;
  stretchFromS: number;
}

export function hardnessOf({ seconds }: Intensity): Hardness {
  let [hardS, from, lastHigh] = [0, -1, -1];
  const longest = { stretchS: 0, stretchFromS: 0 };
  const close = () => {
    if (from >= 0 && lastHigh + 1 - from > longest.stretchS) {
      longest.stretchS = lastHigh + 1 - from;
      longest.stretchFromS = from;
    }
    from = -1;
  };
  for (let k = 0; k < seconds.length; k++) {
    const x = seconds[k] ?? 0;
    if (x >= HARD_FROM) hardS += 1;
    if (x >= BELOW) {
      if (from < 0) from = k;
      lastHigh = k;
    } else if (from >= 0 && k - lastHigh >= RELIEF_S) close();
  }
  close();
  return { hardS, ...longest };
}

/** The seconds at effort four or more up to each second; entry k counts those before it. */
export function hardBefore({ seconds }: Intensity): Uint32Array {
  const sums = new Uint32Array(seconds.length + 1);
  for (let k = 0; k < seconds.length; k++) sums[k + 1] = (sums[k] ?? 0) + ((seconds[k] ?? 0) >= HARD_FROM ? 1 : 0);
  return sums;
}

/** The curve at a moment of the class, ms from its start. */
export const intensityAt = ({ seconds }: Intensity, ms: number): number => seconds[Math.floor(ms / 1000) - 1] ?? REST;

/** At effort four or more. */
export const isHard = (level: number) => level >= HARD_FROM;
