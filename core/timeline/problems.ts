import type { Block, Plan, Problem } from '../plan/index.ts';
import { expand } from './compile.ts';
import { periodWorkMs } from './formats/emom.ts';
import { roundsOf } from './rounds.ts';

/** More than any class has: a day of ten-second intervals. What compiles to more would hold up whoever opens it. */
export const MAX_INTERVALS = 10_000;

/** What no stored plan may have wrong: two things under one id, or more intervals than a class can have. */
export function structureProblems(plan: Plan): Problem[] {
  return [
    ...doubled(
      plan.blocks.map((b) => b.id),
      (k) => `blocks[${k}].id`,
    ),
    ...plan.blocks.flatMap((block, b) =>
      doubled(
        block.stations.map((s) => s.id),
        (k) => `blocks[${b}].stations[${k}].id`,
      ),
    ),
    ...tooLong(plan),
  ];
}

/**
 * What a well-formed plan can still have wrong: its structure, work longer than its minute, a single round set beyond the last.
 * The compiler copes with the last two (work is held to the period); an instructor must be told.
 */
export function planProblems(plan: Plan): Problem[] {
  return [
    ...structureProblems(plan),
    ...plan.blocks.flatMap((block, b) => [...overPeriod(block, b), ...beyondRounds(block, b)]),
  ];
}

/** Counts block by block and stops where it is too much: the whole is never compiled. */
function tooLong(plan: Plan): Problem[] {
  let count = 0;
  for (const [k, block] of plan.blocks.entries()) {
    count += expand(block, plan.blocks.slice(k + 1)).length;
    if (count > MAX_INTERVALS)
      return [{ path: `blocks[${k}]`, message: `The class has more than ${MAX_INTERVALS} intervals up to here` }];
  }
  return [];
}

function doubled(ids: readonly string[], path: (k: number) => string): Problem[] {
  return ids.flatMap((id, k) =>
    ids.indexOf(id) < k ? [{ path: path(k), message: `The id ${id} is used twice` }] : [],
  );
}

function overPeriod(block: Block, b: number): Problem[] {
  const { format } = block;
  if (format.kind !== 'emom') return [];
  return block.stations.flatMap((station, k) => {
    const rounds = [1, ...(station.cells ?? []).map((c) => c.round)];
    const worst = Math.max(...rounds.map((round) => periodWorkMs(format, station, round)));
    if (worst <= format.periodMs) return [];
    const message = `${station.move}: ${worst / 1000} s of work do not fit into a period of ${format.periodMs / 1000} s`;
    return [{ path: `blocks[${b}].stations[${k}]`, message }];
  });
}

function beyondRounds(block: Block, b: number): Problem[] {
  const rounds = roundsOf(block.format);
  if (rounds === null) return [];
  return block.stations.flatMap((station, k) =>
    (station.cells ?? [])
      .filter((c) => c.round > rounds)
      .map((c) => ({
        path: `blocks[${b}].stations[${k}].cells`,
        message: `${station.move}: round ${c.round} is set, but there are ${rounds}`,
      })),
  );
}
