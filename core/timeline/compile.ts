import { moduleOf, piece } from '../formats/index.ts';
import { type Block, DEFAULT_GET_READY_MS, type Plan, type Station, withoutMove } from '../plan/index.ts';
import { stationsOf } from './one-clock.ts';
import { type Interval, isWait, isWork, type Piece, type Timeline } from './types.ts';

/** What a timeline is made of; without a get ready, the usual one. */
export type ClassShape = Pick<Plan, 'blocks'> & Partial<Pick<Plan, 'getReadyMs'>>;

const NONE: readonly Station[] = [];

/** The stations of the first of some blocks that has any, which a demo before them shows. */
export const shownBy = (following: readonly Block[]) => following.find((b) => b.stations.length > 0)?.stations ?? NONE;

/** One block's own part of the timeline; `following` are the blocks after it, which a demo shows. */
export function expand(block: Block, following: readonly Block[]): Piece[] {
  const { expand, traits } = moduleOf(block.format);
  const shown = traits.stations === 'shown' ? shownBy(following) : NONE;
  return expand({ format: block.format, stations: stationsOf(block), shown });
}

/**
 * Compiles a class plan to its timeline: the flat list of intervals from 0, without gap or overlap.
 * The count-in belongs to a run and is not part of it. A break after the last block that takes time is left out.
 */
export function compile(plan: ClassShape): Timeline {
  const pieces: Placed[] = [];
  let pending: Placed | null = null;
  plan.blocks.forEach((block, blockIndex) => {
    const own = expand(block, plan.blocks.slice(blockIndex + 1));
    if (own.length === 0) return;
    if (pending) pieces.push(pending);
    for (const p of own) pieces.push({ piece: p, blockIndex });
    const { ms, untilTap } = block.breakAfter;
    pending = ms > 0 ? { piece: piece('blockBreak', ms, { untilTap, about: untilTap }), blockIndex } : null;
  });
  return place(withGetReady(pieces, plan.getReadyMs ?? DEFAULT_GET_READY_MS));
}

interface Placed {
  piece: Piece;
  blockIndex: number;
}

/** After a wait nobody is thrown into work: a count-in of its own comes between, at the place of the wait. */
function withGetReady(pieces: readonly Placed[], getReadyMs: number): readonly Placed[] {
  if (getReadyMs === 0 || !pieces.some(({ piece: p }) => isWait(p))) return pieces;
  return pieces.flatMap((placed, k) => {
    const next = pieces[k + 1]?.piece;
    if (!isWait(placed.piece) || !next || !isWork(next)) return [placed];
    const { stationIndex, round } = placed.piece;
    return [placed, { ...placed, piece: piece('countIn', getReadyMs, { stationIndex, round }) }];
  });
}

function place(pieces: readonly Placed[]): Timeline {
  let startMs = 0;
  let about = false;
  const intervals = pieces.map(({ piece: p, blockIndex }, index): Interval => {
    const placed = {
      kind: p.kind,
      durationMs: p.durationMs,
      stationIndex: p.stationIndex,
      round: p.round,
      side: p.side,
      about: p.about,
      untilTap: p.untilTap,
      layer: p.layer,
      phases: p.phases,
      index,
      startMs,
      blockIndex,
    };
    startMs += p.durationMs;
    about ||= p.about;
    return placed;
  });
  return { intervals, totalMs: startMs, about };
}

/**
 * The station an interval is at or follows, as it is in that round: with another move, nothing that was said of the usual one;
 * null where there is none.
 */
export function stationAt(plan: Pick<Plan, 'blocks'>, interval: Interval): Station | null {
  const station = ownStation(plan, interval);
  const cell = station?.cells?.find((c) => c.round === interval.round);
  if (!station || !cell) return station;
  const moved = cell.swap ? { ...withoutMove(station), ...cell.swap } : station;
  const { weightKg, lightKg, heavyKg } = cell;
  const own = { weightKg, lightKg, heavyKg };
  if (Object.values(own).every((kg) => kg === undefined)) return moved;
  return { ...moved, ...Object.fromEntries(Object.entries(own).filter(([, kg]) => kg !== undefined)) };
}

function ownStation(plan: Pick<Plan, 'blocks'>, interval: Interval): Station | null {
  if (interval.stationIndex === null) return null;
  const block = plan.blocks[interval.blockIndex];
  if (!block) return null;
  const own = block.stations[interval.stationIndex];
  if (own || moduleOf(block.format).traits.stations !== 'shown') return own ?? null;
  return shownBy(plan.blocks.slice(interval.blockIndex + 1))[interval.stationIndex] ?? null;
}
