import { moduleOf, newStation, type Plan, roundsOf, type Station, type Swap, same } from '../../class/index.ts';
import {
  closingOf,
  effective,
  type Interval,
  intervalKey,
  isBreak,
  isWork,
  type RunEvent,
  runIntervals,
} from '../../time/index.ts';
import { GAPS, type PlanChange } from './change.ts';
import { changeKey, isOpenChange, withChange } from './changes.ts';
import { type Done, doneOf } from './done.ts';

/** Differences below this are the tap, not the plan, ms. */
const LEAST_MS = 2000;
/** Rests of a station that differ by less are the same change, ms. */
const ALIKE_MS = 2500;
/** A set that was left before this share of it had run was skipped. */
const SKIPPED_BELOW = 0.5;

/**
 * What a run did otherwise than its plan, as changes to the plan, each to take or leave: lengths, breaks that were held, moves, rounds,
 * stations left out or put in, how many came, and the word for next time. Each alone makes a difference to the plan.
 */
export function changesOf(plan: Plan, events: readonly RunEvent[]): PlanChange[] {
  const done = doneOf(plan, events);
  const found: PlanChange[] = [
    ...roundsOtherwise(plan, done.state.plan),
    ...movesOtherwise(plan, done.state.plan, done.stretches),
    ...stationsOtherwise(plan, done.state.plan, done.stretches),
    ...movesPutIn(plan, events, done.stretches),
    ...timesOtherwise(plan, done.stretches),
    ...breaksOtherwise(plan, done.stretches),
  ];
  const { came, next } = closingOf(events);
  if (came !== null && came > 0) found.push({ kind: 'heads', heads: came });
  if (next.trim() !== '') found.push({ kind: 'note', text: next.trim() });
  return found.filter((c) => withChange(plan, c) !== plan);
}

function roundsOtherwise(plan: Plan, led: Plan): PlanChange[] {
  return plan.blocks.flatMap((b): PlanChange[] => {
    const now = led.blocks.find((x) => x.id === b.id);
    const rounds = now ? roundsOf(now.format) : null;
    return rounds === null || rounds === roundsOf(b.format) ? [] : [{ kind: 'rounds', blockId: b.id, rounds }];
  });
}

/** What of a station names its move, as it was led. */
function swapOf({ move, kit, easier, harder, position }: Station): Swap {
  return {
    move,
    ...(kit ? { kit } : {}),
    ...(easier ? { easier } : {}),
    ...(harder ? { harder } : {}),
    ...(position ? { position } : {}),
  };
}

/** Moves swapped from some moment on, in a round, or in a set alone. */
function movesOtherwise(plan: Plan, led: Plan, stretches: readonly Done[]): PlanChange[] {
  const found: PlanChange[] = [];
  for (const block of plan.blocks) {
    const now = led.blocks.find((b) => b.id === block.id);
    for (const station of block.stations) {
      const s = now?.stations.find((x) => x.id === station.id);
      if (!s) continue;
      if (s.move !== station.move)
        found.push({ kind: 'move', blockId: block.id, stationId: s.id, round: null, to: swapOf(s) });
      for (const cell of s.cells ?? []) {
        const before = station.cells?.find((c) => c.round === cell.round);
        if (cell.swap && !same(cell.swap, before?.swap))
          found.push({ kind: 'move', blockId: block.id, stationId: s.id, round: cell.round, to: cell.swap });
      }
    }
  }
  for (const { interval } of stretches) {
    if (interval.inserted || !isWork(interval)) continue;
    const blockId = plan.blocks[interval.blockIndex]?.id;
    for (const [stationId, to] of Object.entries(interval.swaps ?? {}))
      if (blockId !== undefined) found.push({ kind: 'move', blockId, stationId, round: interval.round ?? 1, to });
  }
  return unique(found);
}

const unique = (changes: readonly PlanChange[]) => [...new Map(changes.map((c) => [changeKey(c), c])).values()];

/** Stations that a re-plan left out, or whose sets were skipped every time they came round. */
function stationsOtherwise(plan: Plan, led: Plan, stretches: readonly Done[]): PlanChange[] {
  return plan.blocks.flatMap((block, blockIndex) => {
    const now = led.blocks.find((b) => b.id === block.id);
    return block.stations.flatMap((s, stationIndex): PlanChange[] => {
      const gone = now !== undefined && !now.stations.some((x) => x.id === s.id);
      const sets = stretches.filter(
        ({ interval: i }) => isWork(i) && !i.inserted && i.blockIndex === blockIndex && i.stationIndex === stationIndex,
      );
      const isSkipped = ({ end, ranMs, plannedMs }: Done) => end === 'cut' && ranMs < plannedMs * SKIPPED_BELOW;
      const skipped = sets.length > 0 && sets.every(isSkipped);
      return gone || skipped ? [{ kind: 'drop', blockId: block.id, stationId: s.id }] : [];
    });
  });
}

/** Other moves put in after a set; the set once more has no place in a plan. */
function movesPutIn(plan: Plan, events: readonly RunEvent[], stretches: readonly Done[]): PlanChange[] {
  const others = effective(events).flatMap((e) => (e.type === 'more' && e.to ? [{ id: e.id, move: e.to.move }] : []));
  const found: PlanChange[] = [];
  for (const { interval } of stretches) {
    if (!interval.inserted || !isWork(interval)) continue;
    const block = plan.blocks[interval.blockIndex];
    const after = block?.stations[interval.stationIndex ?? -1];
    const to = after && interval.swaps?.[after.id];
    const event = others.find((e) => e.move === to?.move);
    if (block && after && to && event)
      found.push({ kind: 'add', blockId: block.id, afterId: after.id, id: newStation(event.id, '').id, to });
  }
  return unique(found);
}

/** How much longer an interval ran than the plan says, rounded to a second; null where that says nothing. */
function overOf(d: Done, planned: ReadonlyMap<string, number>): number | null {
  const { interval: i, end } = d;
  if (i.inserted || i.about || i.untilTap || (end !== 'done' && end !== 'cut')) return null;
  const was = planned.get(`${intervalKey(i)}:${i.layer ?? ''}`);
  if (was === undefined) return null;
  const over = Math.round((d.ranMs - was) / 1000) * 1000;
  return Math.abs(over) < LEAST_MS ? 0 : over;
}

const plannedLengths = (plan: Plan) =>
  new Map(runIntervals(plan).map((i): [string, number] => [`${intervalKey(i)}:${i.layer ?? ''}`, i.durationMs]));

interface Visit {
  stationIndex: number;
  round: number;
  overMs: number;
}

/** Work and rests that ran longer or shorter: the whole block where all did alike, a whole station, or single visits. */
function timesOtherwise(plan: Plan, stretches: readonly Done[]): PlanChange[] {
  const planned = plannedLengths(plan);
  return plan.blocks.flatMap((block, blockIndex) => {
    if (moduleOf(block.format).traits.complex) return [];
    return (['work', 'rest'] as const).flatMap((time): PlanChange[] => {
      const isMeant = (d: Done) =>
        d.interval.blockIndex === blockIndex &&
        d.interval.stationIndex !== null &&
        // A set that was skipped says nothing of how long it should be.
        (time === 'work' ? isWork(d.interval) && d.end !== 'cut' : d.interval.kind === 'rest');
      const visits = stretches.filter(isMeant).flatMap((d): Visit[] => {
        const overMs = overOf(d, planned);
        const { stationIndex, round } = d.interval;
        return overMs === null ? [] : [{ stationIndex: stationIndex ?? 0, round: round ?? 1, overMs }];
      });
      const change = (stationId: string | null, round: number | null, list: readonly Visit[]): PlanChange => ({
        kind: 'time',
        time,
        blockId: block.id,
        stationId,
        round,
        deltaMs: meanSeconds(list),
      });
      if (visits.length > 1 && areAlike(visits)) return [change(null, null, visits)];
      return [...new Set(visits.map((x) => x.stationIndex))].flatMap((k) => {
        const own = visits.filter((x) => x.stationIndex === k);
        const id = block.stations[k]?.id;
        if (id === undefined) return [];
        if (own.length > 1 && areAlike(own)) return [change(id, null, own)];
        return own.filter((x) => x.overMs !== 0).map((x) => change(id, x.round, [x]));
      });
    });
  });
}

const meanSeconds = (list: readonly Visit[]) =>
  Math.round(list.reduce((sum, x) => sum + x.overMs, 0) / list.length / 1000) * 1000;

function areAlike(list: readonly Visit[]): boolean {
  const all = list.map((x) => x.overMs);
  return all.every((ms) => ms !== 0) && Math.max(...all) - Math.min(...all) <= ALIKE_MS;
}

/** Breaks that ran longer or shorter, on average where there were several; those that were made to wait. */
function breaksOtherwise(plan: Plan, stretches: readonly Done[]): PlanChange[] {
  const planned = plannedLengths(plan);
  const wasHeld = (i: Interval) => i.untilTap && !i.about;
  return plan.blocks.flatMap((block, blockIndex) =>
    GAPS.flatMap((gap): PlanChange[] => {
      const own = stretches.filter(
        ({ interval: i }) => i.kind === gap && isBreak(i) && i.blockIndex === blockIndex && !i.inserted,
      );
      const overs = own.flatMap((d) => {
        const over = overOf(d, planned);
        return over === null ? [] : [{ stationIndex: 0, round: 1, overMs: over }];
      });
      const deltaMs = overs.length === 0 ? 0 : meanSeconds(overs);
      return [
        ...(own.some((d) => wasHeld(d.interval)) ? [{ kind: 'hold' as const, gap, blockId: block.id }] : []),
        ...(deltaMs === 0 ? [] : [{ kind: 'break' as const, gap, blockId: block.id, deltaMs }]),
      ];
    }),
  );
}

/** The same change in several runs one after the other. */
export interface Habit {
  change: PlanChange;
  /** The amounts, ms, the latest first; none where it has none. */
  amountsMs: readonly number[];
  times: number;
}

/** From so many runs alike on, one after the other, a change is proposed. */
export const ALIKE_RUNS = 3;

/**
 * What the last runs of a class all did otherwise alike, that still makes a difference to the plan as it is now: a time by the mean of what it was,
 * to the second. Heads and notes are of their day and are left out.
 * @param runs each run with the plan it began with, the latest first
 */
export function habitsOf(plan: Plan, runs: readonly { plan: Plan; changes: readonly PlanChange[] }[]): Habit[] {
  const last = runs.slice(0, ALIKE_RUNS);
  const [first] = last;
  if (!first || last.length < ALIKE_RUNS) return [];
  return first.changes.flatMap((c): Habit[] => {
    if (c.kind === 'heads' || c.kind === 'note') return [];
    const alike = last.flatMap(({ changes }) => changes.filter((x) => changeKey(x) === changeKey(c)).slice(0, 1));
    if (alike.length < ALIKE_RUNS) return [];
    const amountsMs = alike.flatMap((x) => ('deltaMs' in x ? [x.deltaMs] : []));
    const mean = amountsMs.reduce((sum, ms) => sum + ms, 0) / Math.max(1, amountsMs.length);
    const change = 'deltaMs' in c ? { ...c, deltaMs: Math.round(mean / 1000) * 1000 } : c;
    return isOpenChange(plan, first.plan, change) ? [{ change, amountsMs, times: alike.length }] : [];
  });
}
