import { defaultSides, type Station } from '../station/index.ts';
import type { Block } from './schema.ts';

/**
 * A block's stations as they are run. At stations one clock serves all groups: a station has no times of its own, and a move
 * done on each side in turn, or in a chain, switches at half time.
 */
export const stationsOf = ({ use, stations }: Pick<Block, 'use' | 'stations'>): readonly Station[] =>
  use === 'stations' ? stations.map((s) => (apartFrom(s).length > 0 ? atOneClock(s) : s)) : stations;

/** The settings of a station that are impossible with one clock for all groups. */
export function apartFrom(station: Station): ('times' | 'sides')[] {
  const timed = [station, ...(station.cells ?? [])].some((x) => x.workMs !== undefined || x.restMs !== undefined);
  const { mode } = station.sides;
  return [...(timed ? ['times' as const] : []), ...(mode === 'each' || mode === 'chain' ? ['sides' as const] : [])];
}

/** What happens to each of them, in words. */
export const APART_WORDS = {
  times: 'its own times are not used',
  sides: 'the sides switch at half time',
} as const;

/** The station without what one clock cannot give; the same one where there is nothing. */
export function atOneClock(station: Station): Station {
  if (apartFrom(station).length === 0) return station;
  const { workMs: _, restMs: __, cells, sides, ...rest } = station;
  const bare = cells?.map(({ workMs: _w, restMs: _r, ...cell }) => cell).filter((c) => Object.keys(c).length > 1);
  const shared =
    sides.mode === 'each' || sides.mode === 'chain'
      ? ({ ...defaultSides('split'), first: sides.first } as Station['sides'])
      : sides;
  return { ...rest, sides: shared, ...(bare && bare.length > 0 ? { cells: bare } : {}) };
}
