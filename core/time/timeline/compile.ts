import {
  type Block,
  DEFAULT_GET_READY_MS,
  moduleOf,
  type Piece,
  type Plan,
  piece,
  type Station,
  stationsOf,
  withoutMove,
} from '../../class/index.ts';
import { type Interval, isWait, isWork, type Timeline } from './types.ts';

/** The parts of a class that its timeline depends on; without a get ready, the usual one. */
export type ClassShape = Pick<Plan, 'blocks'> & Partial<Pick<Plan, 'getReadyMs'>>;

const NONE: readonly never[] = [];

/**
 * The later block whose stations a demo shows: the one it names, else the next main one or finisher with stations, else the next
 * that has some; null where none has, or the demo has stations of its own.
 */
export function shownBy(demo: Block, following: readonly Block[]): Block | null {
  if (moduleOf(demo.format).traits.stations !== 'shown' || demo.stations.length > 0) return null;
  const withStations = following.filter((b) => b.stations.length > 0);
  const named = withStations.find((b) => b.id === demo.shows?.blockId);
  return named ?? withStations.find((b) => b.role === 'main' || b.role === 'finisher') ?? withStations[0] ?? null;
}

/** What a demo shows of a later block, and how long each: those it lists first, then the others; 0 ms leaves one out. */
export function shownOf(demo: Block, block: Block): readonly { index: number; ms?: number }[] {
  const listed = demo.shows?.blockId === block.id ? (demo.shows.moves ?? NONE) : NONE;
  const first = listed.flatMap(({ stationId, ms }) => {
    const index = block.stations.findIndex((s) => s.id === stationId);
    return index < 0 ? [] : [{ index, ms }];
  });
  const rest = block.stations
    .map((_, index) => ({ index }))
    .filter(({ index }) => !first.some((f) => f.index === index));
  return [...first.filter(({ ms }) => ms > 0), ...rest];
}

/** One block's own part of the timeline; `following` are the blocks after it, which a demo shows. */
export function expand(block: Block, following: readonly Block[]): Piece[] {
  const shown = shownBy(block, following);
  return moduleOf(block.format).expand({
    format: block.format,
    stations: stationsOf(block),
    shown: shown ? shownOf(block, shown) : NONE,
  });
}

/**
 * Compiles a class plan to its timeline: the flat list of intervals from 0, without gap or overlap.
 * The count-in belongs to a run and is not part of it. A break after the last block that takes time is left out.
 */
export function compile(plan: ClassShape): Timeline {
  const pieces: BlockPiece[] = [];
  let pending: BlockPiece | null = null;
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

interface BlockPiece {
  piece: Piece;
  blockIndex: number;
}

/** After a wait nobody is thrown into work: a count-in of its own comes between, at the place of the wait. */
function withGetReady(pieces: readonly BlockPiece[], getReadyMs: number): readonly BlockPiece[] {
  if (getReadyMs === 0 || !pieces.some(({ piece: p }) => isWait(p))) return pieces;
  return pieces.flatMap((placed, k) => {
    const next = pieces[k + 1]?.piece;
    if (!isWait(placed.piece) || !next || !isWork(next)) return [placed];
    const { stationIndex, round } = placed.piece;
    return [placed, { ...placed, piece: piece('countIn', getReadyMs, { stationIndex, round }) }];
  });
}

function place(pieces: readonly BlockPiece[]): Timeline {
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
  return interval.stationIndex === null ? null : stationIn(plan, interval, interval.stationIndex);
}

/** One of the stations of an interval's block as it is in that round, and in this interval if it was swapped for it alone. */
export function stationIn(plan: Pick<Plan, 'blocks'>, interval: Interval, index: number): Station | null {
  const station = ownStation(plan, interval, index);
  if (!station) return null;
  const swap = interval.swaps?.[station.id];
  const here = inRound(station, interval.round);
  return swap ? { ...withoutMove(here), ...swap } : here;
}

function inRound(station: Station, round: number | null): Station {
  const cell = station.cells?.find((c) => c.round === round);
  if (!cell) return station;
  const moved = cell.swap ? { ...withoutMove(station), ...cell.swap } : station;
  const { weightKg, lightKg, heavyKg } = cell;
  const own = { weightKg, lightKg, heavyKg };
  if (Object.values(own).every((kg) => kg === undefined)) return moved;
  return { ...moved, ...Object.fromEntries(Object.entries(own).filter(([, kg]) => kg !== undefined)) };
}

function ownStation(plan: Pick<Plan, 'blocks'>, { blockIndex }: Interval, index: number): Station | null {
  const block = plan.blocks[blockIndex];
  if (!block) return null;
  return block.stations[index] ?? shownBy(block, plan.blocks.slice(blockIndex + 1))?.stations[index] ?? null;
}
