import type { Plan } from '../../class/index.ts';
import { parseClock } from '../../class/index.ts';
import { compile } from './compile.ts';
import { type Interval, isBreak, isWork, type Timeline } from './types.ts';

/** Sums over some intervals; all in ms. Work + rest + break + open = total. */
export interface Totals {
  totalMs: number;
  workMs: number;
  restMs: number;
  /** Round, group and block breaks, with what there is to get ready after a wait. */
  breakMs: number;
  /** Talk, water, set-up and demo. */
  openMs: number;
  intervals: number;
  /** True when any length is an estimate. */
  about: boolean;
}

export interface BlockTotals extends Totals {
  blockIndex: number;
  startMs: number;
  /** The block with the break after it, in ms. */
  withBreakMs: number;
}

export interface PlanTotals extends Totals {
  blocks: BlockTotals[];
  /** Slot less total, in ms: spare when positive, over when negative; null without a slot. */
  spareMs: number | null;
  /** Clock time of the start in ms after midnight; null when the slot has none. */
  startClockMs: number | null;
}

function sum(intervals: readonly Interval[]): Totals {
  const t: Totals = { totalMs: 0, workMs: 0, restMs: 0, breakMs: 0, openMs: 0, intervals: 0, about: false };
  for (const i of intervals) {
    t.totalMs += i.durationMs;
    t.intervals += 1;
    t.about ||= i.about;
    if (isWork(i)) t.workMs += i.durationMs;
    else if (i.kind === 'rest') t.restMs += i.durationMs;
    else if (isBreak(i) || i.kind === 'countIn') t.breakMs += i.durationMs;
    else t.openMs += i.durationMs;
  }
  return t;
}

/** The break after a block and the get ready after it, or after a block that waits: to the class, not to the block. */
const isAfter = (i: Interval) => i.kind === 'blockBreak' || (i.kind === 'countIn' && i.round === null);

/** The totals of a plan, whole and by block; the break after a block counts to the plan, not to the block. */
export function totals(plan: Plan, timeline: Timeline = compile(plan)): PlanTotals {
  const byBlock: Interval[][] = plan.blocks.map(() => []);
  for (const i of timeline.intervals) byBlock[i.blockIndex]?.push(i);
  let startMs = 0;
  const blocks = byBlock.map((list, blockIndex) => {
    const own = sum(list.filter((i) => !isAfter(i)));
    const withBreakMs = list.reduce((total, i) => total + i.durationMs, 0);
    const block = { ...own, blockIndex, startMs, withBreakMs };
    startMs += withBreakMs;
    return block;
  });
  return {
    ...sum(timeline.intervals),
    blocks,
    spareMs: plan.slot.lengthMs === null ? null : plan.slot.lengthMs - timeline.totalMs,
    startClockMs: plan.slot.start === null ? null : parseClock(plan.slot.start),
  };
}

/** Work against rest (breaks left out) as "2 : 1", to one decimal; "no rest" or "no work" where one is missing. */
export function workToRest(t: Pick<Totals, 'workMs' | 'restMs'>): string {
  if (t.workMs === 0) return 'no work';
  if (t.restMs === 0) return 'no rest';
  const [a, b] = t.workMs >= t.restMs ? [t.workMs / t.restMs, 1] : [1, t.restMs / t.workMs];
  const show = (n: number) => String(Math.round(n * 10) / 10);
  return `${show(a)} : ${show(b)}`;
}
