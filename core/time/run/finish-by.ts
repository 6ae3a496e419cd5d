import { type Block, formatDuration, roundsOf, withRounds } from '../../class/index.ts';
import { type Interval, isBreak, isWork, oddRounds } from '../timeline/index.ts';
import type { RunCommand } from './events.ts';
import { withReplan } from './live-edits.ts';
import { currentInterval, intervalKey, type RunState } from './state.ts';
import { viewOf } from './view.ts';

type Replan = Extract<RunCommand, { type: 'replan' }>;

/** The least lengths, ms. */
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
  /** The one that cuts least beyond what is needed first. Empty when nothing is needed or nothing fits. */
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

/** More ways than these are not shown. */
const MOST_OPTIONS = 6;
/** So many combinations of fewer rounds and stations are tried out; of more, those that come nearest by themselves. */
const MOST_TRIED = 48;

/**
 * What could be done so that the run ends by a time: breaks and rests trimmed, fewer rounds (even choices where sides were even),
 * without the optional stations, and where nothing else does a shorter cool-down; alone and together. Every option ends at or before
 * the time; the one that cuts least beyond what is needed comes first. With time to spare it proposes what could be added.
 */
export function finishBy(state: RunState, byMs: number, floors: Floors = USUAL_FLOORS): FinishAnswer {
  const endAtMs = endOf(state);
  const overMs = endAtMs - byMs;
  const answer = { endAtMs, overMs, options: [], shortByMs: 0 };
  if (state.status !== 'running' && state.status !== 'paused') return answer;
  if (overMs <= 0) return { ...answer, options: additions(state, byMs) };
  const capacityMs = endAtMs - endOf(applied(state, trims(state, NOTHING, Number.NEGATIVE_INFINITY, floors)));
  const ways = [NOTHING, ...combinations(state, overMs, capacityMs)].flatMap((cut) =>
    waysFrom(state, cut, byMs, floors),
  );
  const fitting = ways.filter((w) => w.endAtMs <= byMs);
  if (fitting.length > 0) return { ...answer, options: nearest(fitting).map((w) => optionOf(w.cut, byMs, w.endAtMs)) };
  const cooled = [NOTHING, ...deepest(state)].map((cut) =>
    way(state, trimmed(state, trims(state, cut, byMs, floors), byMs, 'cool', floors)),
  );
  const late = cooled.filter((w) => w.endAtMs <= byMs);
  const best = Math.min(...[...ways, ...cooled].map((w) => w.endAtMs));
  return {
    ...answer,
    options: nearest(late).map((w) => optionOf(w.cut, byMs, w.endAtMs)),
    shortByMs: late.length > 0 ? 0 : best - byMs,
  };
}

/** A cut with the end it leads to. */
interface CutOption {
  cut: Cut;
  endAtMs: number;
}

const way = (state: RunState, cut: Cut): CutOption => ({ cut, endAtMs: endOf(applied(state, cut)) });

/** A cut by itself where that is enough, else with breaks trimmed, or breaks and rests. */
function waysFrom(state: RunState, cut: Cut, byMs: number, floors: Floors): CutOption[] {
  const alone = way(state, cut);
  if (alone.endAtMs <= byMs) return [alone];
  const breaks = way(state, trimmed(state, cut, byMs, 'breaks', floors));
  if (breaks.endAtMs <= byMs) return [breaks];
  return [breaks, way(state, trimmed(state, breaks.cut, byMs, 'rests', floors))];
}

const kindOf = ({ cut }: CutOption) =>
  [cut.rounds, cut.drop, cut.trims].map((list) => Math.min(1, list.length)).join('');

/** Those that cut least: the least of each kind, then others, each end once; the least first. */
function nearest(ways: readonly CutOption[]): CutOption[] {
  const sorted = [...ways].sort((a, b) => b.endAtMs - a.endAtMs || a.cut.words.length - b.cut.words.length);
  const ends = new Map<number, CutOption>();
  for (const w of sorted) if (!ends.has(w.endAtMs)) ends.set(w.endAtMs, w);
  const distinct = [...ends.values()];
  const firsts = distinct.filter((w, k) => distinct.findIndex((o) => kindOf(o) === kindOf(w)) === k);
  const others = distinct.filter((w) => !firsts.includes(w));
  const chosen = new Set([...firsts, ...others].slice(0, MOST_OPTIONS));
  return distinct.filter((w) => chosen.has(w));
}

/** What one block may give: fewer rounds, its optional stations, both; with what that saves by itself, ms. */
interface Given {
  cut: Cut;
  savesMs: number;
}

/**
 * Combinations of what the blocks may give, one thing a block: all of them where they are few, else those whose savings come
 * nearest to what is needed or can be brought there by trimming.
 */
function combinations(state: RunState, overMs: number, capacityMs: number): Cut[] {
  const endAtMs = endOf(state);
  const given = givenBy(state).map((cuts) =>
    cuts.map((cut): Given => ({ cut, savesMs: endAtMs - endOf(applied(state, cut)) })),
  );
  let all: Given[] = [{ cut: NOTHING, savesMs: 0 }];
  for (const ofBlock of given) {
    const more = all.flatMap((a) =>
      ofBlock.map((b): Given => ({ cut: both(a.cut, b.cut), savesMs: a.savesMs + b.savesMs })),
    );
    all = [...all, ...more].sort((a, b) => Math.abs(a.savesMs - overMs) - Math.abs(b.savesMs - overMs));
    // Blocks still to come may add: what is far off by itself is kept as long as there are not too many.
    if (all.length > MOST_KEPT) all.length = MOST_KEPT;
  }
  return all
    .filter((c) => c.cut !== NOTHING && c.savesMs + capacityMs >= overMs)
    .slice(0, MOST_TRIED)
    .map((c) => c.cut);
}

const MOST_KEPT = 4000;

const both = (a: Cut, b: Cut): Cut => ({
  words: [...a.words, ...b.words],
  rounds: [...a.rounds, ...b.rounds],
  drop: [...a.drop, ...b.drop],
  trims: [...a.trims, ...b.trims],
});

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

/** By block, what it may give alone: each number of fewer rounds, without and with its optional stations; sides that are even stay even. */
function givenBy(state: RunState): Cut[][] {
  const now = currentInterval(state);
  const at = now?.blockIndex ?? 0;
  return state.plan.blocks.flatMap((block, k): Cut[][] => {
    const over = k < at || (k === at && now?.kind === 'blockBreak');
    if (over || block.role === 'coolDown') return [];
    const drop = k > at && staysEven(block) ? dropOf(block) : NOTHING;
    const fewer = roundsCut(block, k === at ? (now?.round ?? 1) : 1);
    const without = drop === NOTHING ? [] : [drop, ...fewer.map((cut) => both(cut, drop))];
    return fewer.length + without.length === 0 ? [] : [[...fewer, ...without]];
  });
}

function dropOf(block: Block): Cut {
  const drop = block.stations.filter((s) => s.optional).map((s) => ({ blockId: block.id, stationId: s.id }));
  return drop.length === 0 ? NOTHING : { ...NOTHING, words: [`${block.title} without the optional stations`], drop };
}

/** One block with fewer rounds, from one fewer to as few as can be. */
function roundsCut(block: Block, leastNow: number): Cut[] {
  const rounds = roundsOf(block.format);
  if (rounds === null) return [];
  const mayBeOdd = isOdd(block, rounds);
  return Array.from({ length: Math.max(0, rounds - Math.max(1, leastNow)) }, (_, d) => rounds - 1 - d)
    .filter((n) => mayBeOdd || !isOdd(block, n))
    .map((n) => ({
      ...NOTHING,
      words: [`${block.title}: ${n} ${n === 1 ? 'round' : 'rounds'}`],
      rounds: [{ blockId: block.id, rounds: n }],
    }));
}

function isOdd(block: Block, rounds: number): boolean {
  return oddRounds({ blocks: [{ ...block, format: withRounds(block.format, rounds) }] }).length > 0;
}

/** The deepest cuts: the fewest rounds everywhere, without the optional stations, both. */
function deepest(state: RunState): Cut[] {
  const by = givenBy(state);
  const lastOf = (is: (cut: Cut) => boolean) =>
    by.reduce((all, cuts) => {
      const last = cuts.findLast(is);
      return last ? both(all, last) : all;
    }, NOTHING);
  return [lastOf((c) => c.drop.length === 0), lastOf((c) => c.rounds.length === 0), lastOf(() => true)];
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
