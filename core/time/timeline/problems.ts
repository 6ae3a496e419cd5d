import type { Block, Plan, Problem } from '../../class/index.ts';
import { APART_WORDS, apartFrom, moduleOf, roundsOf } from '../../class/index.ts';
import { expand } from './compile.ts';

/** More than any class has: a day of ten-second intervals. What compiles to more would hold up whoever opens it. */
export const MAX_INTERVALS = 10_000;

/** The problems that no stored plan may have: two things with one id, or too many intervals. */
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
 * What a well-formed plan can still have wrong: its structure, work longer than its minute, times of its own where one
 * clock serves all, a single round set beyond the last. The compiler copes with all but the first; an instructor must be told.
 */
export function planProblems(plan: Plan): Problem[] {
  return [
    ...structureProblems(plan),
    ...plan.blocks.flatMap((block, b) => [...faults(block, b), ...atStations(block, b), ...beyondRounds(block, b)]),
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

/** What the format finds wrong with a station of it. */
function faults(block: Block, b: number): Problem[] {
  const find = moduleOf(block.format).faults;
  if (!find) return [];
  return block.stations.flatMap((station, k) =>
    find(block.format, station).map((fault) => ({
      path: `blocks[${b}].stations[${k}]`,
      message: `${station.move}: ${fault}`,
    })),
  );
}

function atStations(block: Block, b: number): Problem[] {
  if (block.use !== 'stations') return [];
  return block.stations.flatMap((station, k) =>
    apartFrom(station).map((what) => ({
      path: `blocks[${b}].stations[${k}]`,
      message: `${station.move}: at stations one clock serves all groups: ${APART_WORDS[what]}`,
    })),
  );
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
