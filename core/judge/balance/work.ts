import { type Block, moduleOf, type Plan, type Side, type Station } from '../../class/index.ts';
import {
  type BodyPart,
  type Library,
  libraryOf,
  type Move,
  PARTS,
  PATTERNS,
  type Pattern,
  type Placed,
  readAt,
} from '../../moves/index.ts';
import { type Interval, isWork, stationAt, type Timeline } from '../../time/index.ts';

/** Some working time with the move it is spent on. */
export interface Bout {
  interval: Interval;
  blockIndex: number;
  station: Station;
  /** The move as known or guessed; null when nothing is known of it. */
  move: Move | null;
  /** It is known: what is said of it may be claimed. */
  sure: boolean;
  ms: number;
  side: Side | null;
}

/**
 * The working time of a class, move by move. A window or an AMRAP is shared evenly among the moves of its complex; a
 * visit that is split, or alternates, is two bouts: half of it on either side.
 */
export function boutsOf(plan: Pick<Plan, 'blocks'>, timeline: Timeline, library: Library): Bout[] {
  return timeline.intervals.filter(isWork).flatMap((interval): Bout[] => {
    const block = plan.blocks[interval.blockIndex];
    if (!block) return [];
    const { blockIndex } = interval;
    return stationsIn(plan, block, interval).flatMap((station, _, all) => {
      const bout = { interval, blockIndex, station, ...judged(library, station) };
      const ms = interval.durationMs / all.length;
      if (!isHalved(block, station)) return [{ ...bout, ms, side: interval.side }];
      return SIDES.map((side) => ({ ...bout, ms: ms / 2, side }));
    });
  });
}

const SIDES: readonly Side[] = ['left', 'right'];

/** Half of a visit goes to either side: split, in turn, or where one clock for all groups makes it so. */
function isHalved({ use }: Block, { sides: { mode } }: Station): boolean {
  return mode === 'split' || mode === 'alternating' || (use === 'stations' && (mode === 'each' || mode === 'chain'));
}

type Judged = Pick<Bout, 'move' | 'sure'>;

/** What was read of names where they are done, by the library that reads them: a year of classes says the same few hundred over and over. */
const read = new WeakMap<Library, Map<string, Judged>>();

function judged(library: Library, placed: Placed): Judged {
  const names = read.get(library) ?? new Map<string, Judged>();
  read.set(library, names);
  const key = [placed.position, placed.kit?.join(), placed.move].join('\n');
  const before = names.get(key);
  if (before) return before;
  const { kind, move } = readAt(library, placed);
  const found = { move, sure: kind === 'known' };
  names.set(key, found);
  return found;
}

function stationsIn(plan: Pick<Plan, 'blocks'>, block: Block, interval: Interval): readonly Station[] {
  const station = stationAt(plan, interval);
  if (station) return [station];
  return moduleOf(block.format).traits.complex ? block.stations : [];
}

/** Working time summed up; all in ms. */
export interface Balance {
  /** By part of the body: main parts count whole, helpers half. */
  parts: Record<BodyPart, number>;
  patterns: Record<Pattern, number>;
  left: number;
  right: number;
  /** On moves that are guessed; what they are guessed to work is counted. */
  guessedMs: number;
  /** On moves of which nothing is known; not counted to any part or pattern. */
  unknownMs: number;
  totalMs: number;
}

const HELPER_SHARE = 0.5;

/** A move that is two things, a squat and a push, counts half to either. */
export function balanceOf(bouts: readonly Pick<Bout, 'move' | 'sure' | 'ms' | 'side'>[]): Balance {
  const balance: Balance = {
    parts: Object.fromEntries(PARTS.map((p) => [p, 0])) as Record<BodyPart, number>,
    patterns: Object.fromEntries(PATTERNS.map((p) => [p, 0])) as Record<Pattern, number>,
    left: 0,
    right: 0,
    guessedMs: 0,
    unknownMs: 0,
    totalMs: 0,
  };
  for (const { move, sure, ms, side } of bouts) {
    balance.totalMs += ms;
    if (side) balance[side] += ms;
    if (!move) {
      balance.unknownMs += ms;
      continue;
    }
    for (const part of move.main) balance.parts[part] += ms;
    for (const part of move.helpers) balance.parts[part] += ms * HELPER_SHARE;
    if (!sure) balance.guessedMs += ms;
    balance.patterns[move.pattern] += move.second ? ms / 2 : ms;
    if (move.second) balance.patterns[move.second] += ms / 2;
  }
  return balance;
}

/** Planned working time on a move and a side, in ms; what it trains is not said: the library may know more of it later. */
export type WorkSum = {
  move: string;
  side: Side | null;
  ms: number;
};

/** The working time of a class by move and side. */
export function workSums(plan: Pick<Plan, 'blocks'>, timeline: Timeline): WorkSum[] {
  const sums = new Map<string, WorkSum>();
  for (const { station, side, ms } of boutsOf(plan, timeline, libraryOf([]))) {
    const key = `${side}:${station.move}`;
    const sum = sums.get(key) ?? { move: station.move, side, ms: 0 };
    sums.set(key, { ...sum, ms: sum.ms + ms });
  }
  return [...sums.values()];
}

/** The balance of some working time, by what the library knows of its moves. */
export const balanceOfWork = (work: readonly WorkSum[], library: Library): Balance =>
  balanceOf(work.map(({ move, side, ms }) => ({ ...judged(library, { move }), side, ms })));

/** Adds balances up, as for a week. */
export function sumBalances(all: readonly Balance[]): Balance {
  const sum = balanceOf([]);
  for (const b of all) {
    for (const p of PARTS) sum.parts[p] += b.parts[p];
    for (const p of PATTERNS) sum.patterns[p] += b.patterns[p];
    sum.left += b.left;
    sum.right += b.right;
    sum.guessedMs += b.guessedMs;
    sum.unknownMs += b.unknownMs;
    sum.totalMs += b.totalMs;
  }
  return sum;
}

/** One point of the class as it runs: effort 0 (gap) to 5, impact 0 to 2; null where the move is not known. */
export interface Strain {
  atMs: number;
  lengthMs: number;
  effort: number | null;
  impact: number | null;
}

/** Effort and impact along the class, an entry an interval; gaps are 0. */
export function strainOf(plan: Pick<Plan, 'blocks'>, timeline: Timeline, library: Library): Strain[] {
  const byInterval = new Map<number, Bout[]>();
  for (const s of boutsOf(plan, timeline, library))
    byInterval.set(s.interval.index, [...(byInterval.get(s.interval.index) ?? []), s]);
  const rank = { none: 0, low: 1, high: 2 };
  return timeline.intervals.map((i) => {
    const bouts = byInterval.get(i.index) ?? [];
    const moves = bouts.flatMap((s) => (s.sure && s.move ? [s.move] : []));
    const mean = (pick: (m: Move) => number) =>
      bouts.length === 0 ? 0 : moves.length === 0 ? null : moves.reduce((sum, m) => sum + pick(m), 0) / moves.length;
    return {
      atMs: i.startMs,
      lengthMs: i.durationMs,
      effort: mean((m) => m.effort),
      impact: mean((m) => rank[m.impact]),
    };
  });
}

/**
 * Energy of the whole class for a person of `kg`, kcal as a range: MET × kg × hours over the work, 1.5 MET in the gaps,
 * and a fifth either way since published METs are group means. Null when a third of the work is on moves that are not known.
 */
export function energyRange(
  bouts: readonly Bout[],
  totalMs: number,
  kg: number,
): { fromKcal: number; toKcal: number } | null {
  const hours = (ms: number) => ms / 3_600_000;
  const workMs = bouts.reduce((sum, s) => sum + s.ms, 0);
  const known = bouts.filter((s) => s.sure && s.move?.met !== undefined);
  const knownMs = known.reduce((sum, s) => sum + s.ms, 0);
  if (workMs === 0 || knownMs < (workMs * 2) / 3) return null;
  const metHours = known.reduce((sum, s) => sum + (s.move?.met ?? 0) * hours(s.ms), 0) * (workMs / knownMs);
  const kcal = kg * (metHours + 1.5 * hours(totalMs - workMs));
  return { fromKcal: Math.round((kcal * 0.8) / 10) * 10, toKcal: Math.round((kcal * 1.2) / 10) * 10 };
}

/** The main part of a class: blocks that are neither warm-up, cool-down nor talk. */
export function isMain(block: Pick<Block, 'role' | 'format'>): boolean {
  return (
    moduleOf(block.format).traits.purpose(block.format) === 'work' &&
    (block.role === 'main' || block.role === 'finisher')
  );
}

/** The bouts of the main part. */
export const mainBouts = <S extends Pick<Bout, 'blockIndex'>>(plan: Pick<Plan, 'blocks'>, bouts: readonly S[]): S[] =>
  bouts.filter((s) => {
    const block = plan.blocks[s.blockIndex];
    return block !== undefined && isMain(block);
  });
