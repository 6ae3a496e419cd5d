import type { Block, Plan, Problem } from '../plan/index.ts';
import { periodWorkMs } from './formats/emom.ts';
import { roundsOf } from './rounds.ts';

/**
 * What a well-formed plan can still have wrong: work longer than its minute, two things under one id, a single round
 * set beyond the last. The compiler copes with each (work is held to the period); an instructor must be told.
 */
export function planProblems(plan: Plan): Problem[] {
  return [
    ...doubled(
      plan.blocks.map((b) => b.id),
      (k) => `blocks[${k}].id`,
    ),
    ...plan.blocks.flatMap((block, b) => [
      ...doubled(
        block.stations.map((s) => s.id),
        (k) => `blocks[${b}].stations[${k}].id`,
      ),
      ...overPeriod(block, b),
      ...beyondRounds(block, b),
    ]),
  ];
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
