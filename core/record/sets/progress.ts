import { type Block, capital, moduleOf, type Plan, roundsOf, type Station, same } from '../../class/index.ts';
import { isMain } from '../../judge/index.ts';
import { type Library, readAt } from '../../moves/index.ts';
import { compile, oddRounds, totals } from '../../time/index.ts';
import { daysBetween } from '../calendar/index.ts';
import type { PlanChange } from './change.ts';
import { withChange } from './changes.ts';
import { countsByMove } from './counts.ts';
import type { SetRecord } from './sets.ts';

/** A class as it was led before. */
export interface Before {
  /** The local day, YYYY-MM-DD. */
  day: string;
  plan: Plan;
  sets: readonly SetRecord[];
  /** How hard it was as a whole, 0 to 10; null where nobody said. */
  effort: number | null;
}

/** The ways to make a class harder, one change at a time. */
export const PROGRESS = ['work', 'rest', 'round', 'harder', 'weight', 'ease'] as const;
export type ProgressKind = (typeof PROGRESS)[number];

/** One thing to make other in a class, with its reason. */
export interface Progress {
  kind: ProgressKind;
  changes: readonly PlanChange[];
  reason: string;
  /** Where the rule comes from. */
  source: string;
  /** What it does to the length of the class, ms. */
  costMs: number;
  /** Slot less total after it, ms; null without a slot. */
  spareMs: number | null;
}

/** The proposed changes, or the reason why there are none. */
export type Proposals = { progress: Progress[]; why: string };

const MORE_WORK_MS = 5000;
const LESS_REST_MS = -5000;
/** No shorter rest is proposed, ms. */
const LEAST_REST_MS = 10_000;
/** No longer work is proposed, ms. */
const MOST_WORK_MS = 60_000;
/** After so many days without it, a class steps back. */
export const GAP_DAYS = 14;
/** After so great a drop, a class steps back. */
export const BACK_FROM_DROP = 0.2;
/** So many reps above the target, in two sessions, ask for more weight. */
export const REPS_OVER = 2;

const OUR_RULE = 'rule of thumb of this program: one thing at a time';
const TWO_FOR_TWO =
  'two reps or more over the target in two sessions, then 2.5 to 10 % more: rules of thumb of the NSCA and the ACSM';

/** Steps in which weights are had, kg. */
const WEIGHT_STEPS = [5, 4, 2.5, 2, 1.25, 1, 0.5] as const;

/** The next weight up: the greatest usual step that is 2.5 to 10 % of it; null where no usual step is. */
export function nextWeight(kg: number): number | null {
  const step = WEIGHT_STEPS.find((s) => s / kg >= 0.025 - 1e-9 && s / kg <= 0.1 + 1e-9);
  return step === undefined ? null : kg + step;
}

/** Blocks whose times may be made harder: main ones that are set by work and rest, and none at full effort for beginners. */
function progressing(plan: Plan): Block[] {
  return plan.blocks.filter((b) => {
    const { traits } = moduleOf(b.format);
    return isMain(b) && b.stations.length > 0 && !(plan.level === 'beginner' && traits.fullEffort !== null);
  });
}

/** Whether a class is of beginners at full effort throughout: it is never made harder. */
const fullEffortOnly = (plan: Plan) =>
  plan.level === 'beginner' && plan.blocks.filter(isMain).length > 0 && progressing(plan).length === 0;

const lengthsOf = (plan: Plan, block: Block, kind: 'work' | 'rest') => {
  const k = plan.blocks.indexOf(block);
  return compile(plan).intervals.flatMap((i) => (i.blockIndex === k && i.kind === kind ? [i.durationMs] : []));
};

function timeChange(plan: Plan, kind: 'work' | 'rest'): PlanChange[] {
  const deltaMs = kind === 'work' ? MORE_WORK_MS : LESS_REST_MS;
  return progressing(plan).flatMap((b): PlanChange[] => {
    if (!moduleOf(b.format).traits.timed) return [];
    const lengths = lengthsOf(plan, b, kind);
    const fits =
      kind === 'work'
        ? Math.max(0, ...lengths) + deltaMs <= MOST_WORK_MS
        : Math.min(Number.POSITIVE_INFINITY, ...lengths) + deltaMs >= LEAST_REST_MS;
    return lengths.length > 0 && fits
      ? [{ kind: 'time', time: kind, blockId: b.id, stationId: null, round: null, deltaMs }]
      : [];
  });
}

/** So many rounds more or fewer of one block, that no side is left a set short by it; none where there is no such number. */
function roundsChange(plan: Plan, block: Block, direction: 1 | -1): PlanChange[] {
  const rounds = roundsOf(block.format);
  if (rounds === null) return [];
  const was = oddRounds(plan).length;
  for (const by of [1, 2]) {
    const change: PlanChange = { kind: 'rounds', blockId: block.id, rounds: rounds + direction * by };
    const next = rounds + direction * by >= 1 ? withChange(plan, change) : plan;
    if (next !== plan && oddRounds(next).length <= was) return [change];
  }
  return [];
}

/** The longest of some blocks. */
const longest = (plan: Plan, blocks: readonly Block[]): Block | undefined => {
  const sums = totals(plan).blocks;
  const lengthOf = (b: Block) => sums[plan.blocks.indexOf(b)]?.totalMs ?? 0;
  return [...blocks].sort((a, b) => lengthOf(b) - lengthOf(a))[0];
};

/** The first station whose own harder way, or that of its move, is known, that was not taken yet. */
function harderChange(plan: Plan, library: Library): PlanChange[] {
  for (const b of progressing(plan))
    for (const s of b.stations) {
      const harder = harderOf(s, library);
      if (harder !== null && !b.stations.some((x) => x.move === harder))
        return [{ kind: 'move', blockId: b.id, stationId: s.id, round: null, to: { move: harder } }];
    }
  return [];
}

function harderOf(station: Station, library: Library): string | null {
  if (station.harder) return station.harder[0] ?? null;
  const { kind, move } = readAt(library, station);
  // Of a move that is guessed it is not known what is harder.
  return kind === 'known' ? (move?.harder ?? null) : null;
}

/** A class made easier: a round fewer of its longest block, or a fifth less work where it has no round to give. */
function easeChange(plan: Plan): PlanChange[] {
  const blocks = plan.blocks.filter((b) => isMain(b) && b.stations.length > 0);
  const block =
    longest(
      plan,
      blocks.filter((b) => (roundsOf(b.format) ?? 1) > 2),
    ) ?? longest(plan, blocks);
  if (!block) return [];
  const fewer = (roundsOf(block.format) ?? 1) > 2 ? roundsChange(plan, block, -1) : [];
  if (fewer.length > 0) return fewer;
  const lengths = lengthsOf(plan, block, 'work');
  const mean = lengths.reduce((sum, ms) => sum + ms, 0) / Math.max(1, lengths.length);
  const deltaMs = -Math.max(1000, Math.round((mean * 0.2) / 1000) * 1000);
  return [{ kind: 'time', time: 'work', blockId: block.id, stationId: null, round: null, deltaMs }];
}

/**
 * What makes a class other in one way, as changes; none where it cannot be made so: the rest is at its floor, there is no harder way
 * known, or it is a format at full effort for beginners, which is only ever made easier. Weights come from records: see `proposals`.
 */
export function stepOf(plan: Plan, kind: Exclude<ProgressKind, 'weight'>, library: Library): PlanChange[] {
  switch (kind) {
    case 'work':
    case 'rest':
      return timeChange(plan, kind);
    case 'round': {
      const block = longest(plan, progressing(plan));
      return block ? roundsChange(plan, block, 1) : [];
    }
    case 'harder':
      return harderChange(plan, library);
    case 'ease':
      return easeChange(plan);
  }
}

/** The plan with changes made, one after the other. */
export const withChanges = (plan: Plan, changes: readonly PlanChange[]): Plan => changes.reduce(withChange, plan);

/** What a class asks, apart from words: two that ask the same have not been made harder or easier. */
const askOf = (plan: Plan) =>
  plan.blocks.filter(isMain).map((b) => ({
    format: b.format,
    stations: b.stations.map(({ move, workMs, restMs, weightKg, reps, cells }) => ({
      move,
      workMs,
      restMs,
      weightKg,
      reps,
      cells,
    })),
  }));

/** The mean drop of a session, of all who counted; null where nobody counted two sets. */
export function sessionDrop(sets: readonly SetRecord[]): number | null {
  const drops = countsByMove(sets).flatMap((s) => (s.drop === null ? [] : [s.drop]));
  return drops.length === 0 ? null : drops.reduce((sum, d) => sum + d, 0) / drops.length;
}

/** Stations where the target was beaten by two reps or more in the last two sessions, with the same weight: the next weight up. */
function weightChanges(plan: Plan, before: readonly Before[]): PlanChange[] {
  const [last, earlier] = before;
  if (!last || !earlier) return [];
  return progressing(plan).flatMap((b) =>
    b.stations.flatMap((s): PlanChange[] => {
      const target = s.reps?.count;
      const kg = s.weightKg;
      if (target === undefined || kg === undefined) return [];
      const isOver = ({ sets }: Before) => {
        const own = sets.filter((x) => x.stationId === s.id && x.reps !== null && (x.weightKg ?? kg) === kg);
        return own.length > 0 && own.every((x) => (x.reps ?? 0) >= target + REPS_OVER);
      };
      const next = nextWeight(kg);
      return next !== null && isOver(last) && isOver(earlier)
        ? [{ kind: 'weight', blockId: b.id, stationId: s.id, weightKg: next }]
        : [];
    }),
  );
}

const percent = (share: number) => `${Math.round(Math.abs(share) * 100)} %`;

/**
 * What may be made other in a class next time, from how it went: one thing at a time. Back after two weeks or more without it, or where
 * reps fell by a fifth; more weight where the target was beaten twice; else a bit more of something where reps held and it was not said
 * to be too hard. Nothing where nothing was written down, or where it was changed since: one thing at a time.
 * @param before the runs of the class that count, the latest first
 * @param today the local day, YYYY-MM-DD
 */
export function proposals(plan: Plan, before: readonly Before[], library: Library, today: string): Proposals {
  const [last, earlier] = before;
  if (!last) return { progress: [], why: 'It was never led to its end.' };
  const made = (kind: ProgressKind, changes: readonly PlanChange[], reason: string, source = OUR_RULE): Progress[] => {
    const next = withChanges(plan, changes);
    if (changes.length === 0 || next === plan) return [];
    const sums = totals(next);
    return [{ kind, changes, reason, source, costMs: sums.totalMs - totals(plan).totalMs, spareMs: sums.spareMs }];
  };
  const back = (reason: string): Proposals => ({
    progress: made('ease', stepOf(plan, 'ease', library), reason),
    why: reason,
  });
  if (!same(askOf(plan), askOf(last.plan)))
    return { progress: [], why: 'It was changed since it was last led: one thing at a time. Lead it first.' };
  const days = daysBetween(last.day, today);
  if (days >= GAP_DAYS) return back(`${days} days since it was last led`);
  const drop = sessionDrop(last.sets);
  if (drop !== null && drop >= BACK_FROM_DROP)
    return back(`Reps fell by ${percent(drop)} from the first round to the last`);
  const fell = earlier ? fellBy(last, earlier) : null;
  if (fell !== null && fell >= BACK_FROM_DROP) return back(`${percent(fell)} fewer reps than the time before`);
  if (last.effort !== null && last.effort >= 9.5) return back(`It was felt to be ${last.effort} of 10`);
  if (fullEffortOnly(plan)) return { progress: [], why: 'A format at full effort is not made harder for beginners.' };
  if (last.effort === null && drop === null)
    return { progress: [], why: 'Nothing was written down of how it went: neither reps nor how hard it was.' };
  const [heavier] = weightChanges(plan, before);
  const weight = heavier
    ? made('weight', [heavier], 'The target was beaten by two reps or more, twice running', TWO_FOR_TWO)
    : [];
  if (drop !== null && drop > 0.1)
    return { progress: weight, why: `Reps fell by ${percent(drop)}: let them hold first.` };
  if (last.effort !== null && last.effort > 8)
    return { progress: weight, why: `It was felt to be ${last.effort} of 10: hard enough.` };
  const reason = [
    ...(drop === null ? [] : ['reps held']),
    ...(last.effort === null ? [] : [`felt to be ${Math.round(last.effort * 10) / 10} of 10`]),
  ].join(', ');
  const kinds =
    plan.level === 'beginner' ? (['work', 'round'] as const) : (['work', 'rest', 'round', 'harder'] as const);
  return {
    progress: [...weight, ...kinds.flatMap((k) => made(k, stepOf(plan, k, library), capital(reason)))],
    why: capital(reason),
  };
}

/** By what share the counts fell of the sets that both sessions counted with the same weight; null where they share none. */
function fellBy(last: Before, earlier: Before): number | null {
  const counted = (b: Before) =>
    new Map(
      b.sets.flatMap((s): [string, number][] =>
        s.reps === null ? [] : [[`${s.stationId} ${s.round} ${s.side} ${s.squad} ${s.person} ${s.weightKg}`, s.reps]],
      ),
    );
  const [now, then] = [counted(last), counted(earlier)];
  const shared = [...now.keys()].filter((key) => then.has(key));
  const sum = (of: ReadonlyMap<string, number>) => shared.reduce((total, key) => total + (of.get(key) ?? 0), 0);
  const was = sum(then);
  return shared.length === 0 || was === 0 ? null : (was - sum(now)) / was;
}
