import type { Plan, Side, Station } from '../../class/index.ts';
import { stationAt } from './compile.ts';
import type { Interval } from './types.ts';

export const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');

/** When the side changes in an interval that is split, ms from its start. */
export const halfMs = ({ durationMs }: Pick<Interval, 'durationMs'>) => Math.round(durationMs / 2);

/** The sides of a stretch of work in their order: two where it is split at half time, none where there is no side. */
function sidesOf(first: Side | null, station: Pick<Station, 'sides'> | null): readonly Side[] {
  if (first === null) return [];
  return station?.sides.mode === 'split' ? [first, otherSide(first)] : [first];
}

/** The sides of a set in their order. */
export const sidesAt = (plan: Pick<Plan, 'blocks'>, interval: Interval): readonly Side[] =>
  sidesOf(interval.side, stationAt(plan, interval));

/** The side at a moment of a set, not of the whole interval; null where there is none. */
export function sideNow(plan: Pick<Plan, 'blocks'>, interval: Interval, elapsedMs: number): Side | null {
  return ofMoment(sidesAt(plan, interval), interval, elapsedMs);
}

/** The side at a moment at one of the stations that groups are spread over, whichever of them the timeline names. */
export function sideAtStation({ sides }: Station, interval: Interval, elapsedMs: number): Side | null {
  switch (sides.mode) {
    case 'one':
      return sides.side;
    case 'byRound':
      return (interval.round ?? 1) % 2 === 1 ? sides.first : otherSide(sides.first);
    case 'split':
    // At stations one clock serves all: these switch at half time too.
    case 'each':
    case 'chain':
      return ofMoment([sides.first, otherSide(sides.first)], interval, elapsedMs);
    case 'none':
    case 'alternating':
      return null;
  }
}

const ofMoment = (sides: readonly Side[], interval: Interval, elapsedMs: number) =>
  (elapsedMs >= halfMs(interval) ? sides.at(-1) : sides[0]) ?? null;
