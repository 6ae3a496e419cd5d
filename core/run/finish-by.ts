import { type Block, formatDuration } from '../plan/index.ts';
import { type Interval, isBreak, isWork, oddRounds, roundsOf, withRounds } from '../timeline/index.ts';
import type { RunCommand } from './events.ts';
import { withReplan } from './live-edits.ts';
import { currentInterval, intervalKey, type RunState } from './state.ts';
import { viewOf } from './view.ts';

type Replan = Extract<RunCommand, { type: 'replan' }>;

/** How short things may become, in ms. */
export interface Floors {
  breakMs: number;
  /** The rest a change needs: from the interval's station to the next; never trimmed below it. */
  restMs: (rest: Interval, state: RunState) => number;
}

export const USUAL_FLOORS: Floors = { breakMs: 20_000, restMs: () => 8000 };

/** A way to end in time, or to use time that is over, with what it costs and when it ends. */
export interface FinishOption {
  words: string;
  command: Replan;
  /** ms since 1970. */
  endAtMs: number;
}

export interface FinishAnswer {
  /** The end as it looks now, ms since 1970. */
  endAtMs: number;
  /** How far it is over (positive) or short of (negative) the time asked. */
  overMs: number;
  /** The smallest cut first. Empty when nothing is needed or nothing fits. */
  options: FinishOption[];
  /** When nothing fits: by how much even the deepest cut is over; else 0. */
  shortByMs: number;
}

interface Cut {
  words: string[];
  rounds: Replan['rounds'];
  drop: Replan['drop'];
  trims: Replan['trims'];
}

const NOTHING: Cut = { words: [], rounds: [], drop: [], trims: [] };

/**
 * What could be done so that the run ends by a time: trim breaks, then rests, then drop rounds (even choices first),
 * then optional stations, and at last the cool-down down to its floor. Every option ends at or before the time. With
 * time to spare it proposes what could be added.
 */
export function finishBy(state: RunState, byMs: number, floors: Floors = USUAL_FLOORS): FinishAnswer {
  const endAtMs = endOf(state);
  const overMs = endAtMs - byMs;
  const answer = { endAtMs, overMs, options: [], shortByMs: 0 };
  if (state.status !== 'running' && state.status !== 'paused') return answer;
  if (overMs <= 0) return { ...answer, options: additions(state, byMs) };
  const tried: Cut[] = [];
  const options: FinishOption[] = [];
  const offer = (cut: Cut) => {
    tried.push(cut);
    const end = endOf(applied(state, cut));
    if (end <= byMs && !options.some((o) => o.endAtMs === end)) options.push(optionOf(cut, byMs, end));
  };
  offer(trimmed(state, NOTHING, byMs, 'breaks', floors));
  offer(trimmed(state, trimmed(state, NOTHING, byMs, 'breaks', floors), byMs, 'rests', floors));
  for (const cut of roundCuts(state)) offer(cut);
  for (const cut of roundCuts(state)) offer(trims(state, cut, byMs, floors));
  const deep = deepest(state);
  for (const cut of deep) offer(trims(state, cut, byMs, floors));
  offer(trimmed(state, trims(state, deep.at(-1) ?? NOTHING, byMs, floors), byMs, 'cool', floors));
  const best = Math.min(...tried.map((c) => endOf(applied(state, c))));
  return { ...answer, options: options.slice(0, 6), shortByMs: options.length > 0 ? 0 : best - byMs };
}

const endOf = (state: RunState) => viewOf(state).projectedEndAtMs ?? state.clockMs;

function applied(state: RunState, cut: Cut): RunState {
  return withReplan(state, cut);
}

function optionOf(cut: Cut, byMs: number, endAtMs: number): FinishOption {
  const { rounds, drop, trims: t } = cut;
  return { words: cut.words.join(', '), command: { type: 'replan', byMs, rounds, drop, trims: t }, endAtMs };
}

/** Breaks and rests trimmed as far as is needed. */
function trims(state: RunState, cut: Cut, byMs: number, floors: Floors): Cut {
  return trimmed(state, trimmed(state, cut, byMs, 'breaks', floors), byMs, 'rests', floors);
}

/**
 * Lowers what is longest first, to one level for all and never below a floor, until the end fits; whole seconds. Gives
 * the cut as it was when nothing is needed.
 */
function trimmed(state: RunState, cut: Cut, byMs: number, what: 'breaks' | 'rests' | 'cool', floors: Floors): Cut {
  const then = applied(state, cut);
  const needed = endOf(then) - byMs;
  if (needed <= 0) return cut;
  const later = then.intervals.slice(then.index + 1).filter((i) => !i.untilTap);
  const [takes, floorOf, word] = TRIMS[what](then, floors);
  const items = later.filter(takes).map((i) => ({ i, floor: Math.min(i.durationMs, floorOf(i)) }));
  const saved = (level: number) =>
    items.reduce((sum, { i, floor }) => sum + Math.max(0, i.durationMs - Math.max(floor, level)), 0);
  let level = Math.max(0, ...items.map(({ i }) => i.durationMs));
  while (level > 0 && saved(level) < needed) level -= 1000;
  const trimsMade = items
    .map(({ i, floor }) => ({
      key: intervalKey(i),
      ms: Math.min(i.durationMs, Math.max(floor, level, 1)),
      was: i.durationMs,
    }))
    .filter((t) => t.ms < t.was);
  if (trimsMade.length === 0) return cut;
  const shortest = Math.min(...trimsMade.map((t) => t.ms));
  return {
    ...cut,
    words: [...cut.words, `${word} down to ${formatDuration(shortest)}`],
    trims: [...cut.trims, ...trimsMade.map(({ key, ms }) => ({ key, ms }))],
  };
}

type Trim = (state: RunState, floors: Floors) => [(i: Interval) => boolean, (i: Interval) => number, string];

const TRIMS: Record<'breaks' | 'rests' | 'cool', Trim> = {
  breaks: (_, floors) => [isBreak, () => floors.breakMs, 'breaks'],
  rests: (state, floors) => [
    (i) => i.kind === 'rest' && state.plan.blocks[i.blockIndex]?.role !== 'coolDown',
    (i) => floors.restMs(i, state),
    'rests',
  ],
  cool: (state) => [
    (i) => isWork(i) && state.plan.blocks[i.blockIndex]?.role === 'coolDown',
    (i) => coolFloor(state, i),
    'cool-down holds',
  ],
};

/** A hold's share of its block's floor; a block without a floor keeps its length. */
function coolFloor(state: RunState, i: Interval): number {
  const floorMs = state.plan.blocks[i.blockIndex]?.floorMs ?? null;
  if (floorMs === null) return i.durationMs;
  const own = state.intervals.filter((x) => x.blockIndex === i.blockIndex && x.kind !== 'blockBreak');
  const total = own.reduce((sum, x) => sum + x.durationMs, 0);
  const work = own.filter(isWork).reduce((sum, x) => sum + x.durationMs, 0);
  const share = work === 0 ? 1 : Math.max(0, floorMs - (total - work)) / work;
  return Math.min(i.durationMs, Math.ceil(i.durationMs * Math.min(1, share)));
}

/** One block with fewer rounds, from one fewer to as few as can be; sides that are even stay even. */
function roundCuts(state: RunState): Cut[] {
  const now = currentInterval(state);
  const at = now?.blockIndex ?? 0;
  const cuts = state.plan.blocks.flatMap((block, k): { cut: Cut; fewer: number }[] => {
    const rounds = roundsOf(block.format);
    const over = k < at || (k === at && now?.kind === 'blockBreak');
    if (rounds === null || over || block.role === 'coolDown') return [];
    const least = Math.max(1, k === at ? (now?.round ?? 1) : 1);
    const mayBeOdd = isOdd(block, rounds);
    return Array.from({ length: Math.max(0, rounds - least) }, (_, d) => rounds - 1 - d)
      .filter((n) => mayBeOdd || !isOdd(block, n))
      .map((n) => ({
        fewer: rounds - n,
        cut: {
          ...NOTHING,
          words: [`${block.title}: ${n} ${n === 1 ? 'round' : 'rounds'}`],
          rounds: [{ blockId: block.id, rounds: n }],
        },
      }));
  });
  return cuts.sort((a, b) => a.fewer - b.fewer).map((c) => c.cut);
}

function isOdd(block: Block, rounds: number): boolean {
  return oddRounds({ blocks: [{ ...block, format: withRounds(block.format, rounds) }] }).length > 0;
}

/** Cuts that go deeper one by one: without the optional stations, the fewest rounds everywhere, both. */
function deepest(state: RunState): Cut[] {
  const at = currentInterval(state)?.blockIndex ?? 0;
  const perBlock = new Map<string, Cut>();
  for (const cut of roundCuts(state)) for (const r of cut.rounds) perBlock.set(r.blockId, cut);
  const all = [...perBlock.values()];
  const fewest: Cut = { ...NOTHING, words: all.flatMap((c) => c.words), rounds: all.flatMap((c) => c.rounds) };
  const drop = state.plan.blocks
    .slice(at + 1)
    .filter((b) => staysEven(b))
    .flatMap((b) => b.stations.filter((s) => s.optional).map((s) => ({ blockId: b.id, stationId: s.id })));
  if (drop.length === 0) return [fewest];
  const words = ['without the optional stations'];
  return [{ ...NOTHING, words, drop }, fewest, { ...fewest, words: [...fewest.words, ...words], drop }];
}

/** Whether the sides of a block that are even stay so without its optional stations. */
function staysEven(block: Block): boolean {
  const isUneven = (b: Block) => oddRounds({ blocks: [b] }).length > 0;
  return isUneven(block) || !isUneven({ ...block, stations: block.stations.filter((s) => !s.optional) });
}

/** With time to spare: one more round of a block still to come, where it fits. */
function additions(state: RunState, byMs: number): FinishOption[] {
  const now = currentInterval(state);
  return state.plan.blocks
    .flatMap((block, k): FinishOption[] => {
      const rounds = roundsOf(block.format);
      const main = block.role === 'main' || block.role === 'finisher';
      if (rounds === null || rounds >= 99 || !main || k < (now?.blockIndex ?? 0)) return [];
      if (k === now?.blockIndex && now.kind === 'blockBreak') return [];
      const cut: Cut = {
        ...NOTHING,
        words: [`${block.title}: one more round`],
        rounds: [{ blockId: block.id, rounds: rounds + 1 }],
      };
      const then = applied(state, cut);
      const end = endOf(then);
      const uneven = oddRounds(then.plan).some((o) => o.blockIndex === k);
      return end <= byMs && end > endOf(state) && !uneven ? [optionOf(cut, byMs, end)] : [];
    })
    .slice(0, 3);
}
