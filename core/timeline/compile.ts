import type { Block, FormatKind, Plan, Station } from '../plan/index.ts';
import { expandAddOn } from './formats/add-on.ts';
import { expandBeats } from './formats/beats.ts';
import { expandCircuit } from './formats/circuit.ts';
import { expandEmom } from './formats/emom.ts';
import { expandHolds } from './formats/holds.ts';
import { expandLadder } from './formats/ladder.ts';
import { expandReps } from './formats/reps.ts';
import { expandAmrap, expandDemo, expandOpen } from './formats/single.ts';
import { expandTabata } from './formats/tabata.ts';
import { expandWindows } from './formats/windows.ts';
import { type Expand, type Interval, type Piece, piece, type Timeline } from './types.ts';

const EXPANDERS: { [K in FormatKind]: Expand<K> } = {
  circuit: expandCircuit,
  tabata: expandTabata,
  emom: expandEmom,
  windows: expandWindows,
  addOn: expandAddOn,
  ladder: expandLadder,
  reps: expandReps,
  beats: expandBeats,
  holds: expandHolds,
  amrap: expandAmrap,
  open: expandOpen,
  demo: expandDemo,
};

/** One block's own part of the timeline; `following` are the blocks after it, which a demo shows. */
export function expand(block: Block, following: readonly Block[]): Piece[] {
  // The table pairs each kind with its own expander; the compiler cannot see the pairing through the lookup.
  const expander = EXPANDERS[block.format.kind] as Expand<FormatKind>;
  return expander(block, following);
}

/**
 * Compiles a class plan to its timeline: the flat list of intervals from 0, without gap or overlap.
 * The count-in belongs to a run and is not part of it. A break after the last block that takes time is left out.
 */
export function compile(plan: Pick<Plan, 'blocks'>): Timeline {
  const pieces: { piece: Piece; blockIndex: number }[] = [];
  let pending: { piece: Piece; blockIndex: number } | null = null;
  plan.blocks.forEach((block, blockIndex) => {
    const own = expand(block, plan.blocks.slice(blockIndex + 1));
    if (own.length === 0) return;
    if (pending) pieces.push(pending);
    for (const p of own) pieces.push({ piece: p, blockIndex });
    const { ms, untilTap } = block.breakAfter;
    pending = ms > 0 ? { piece: piece('blockBreak', ms, { untilTap, about: untilTap }), blockIndex } : null;
  });
  return place(pieces);
}

function place(pieces: readonly { piece: Piece; blockIndex: number }[]): Timeline {
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

/** The station an interval is at or follows, with the move of its round where that is another; null where there is none. */
export function stationAt(plan: Pick<Plan, 'blocks'>, interval: Interval): Station | null {
  const station = ownStation(plan, interval);
  const swap = station?.cells?.find((c) => c.round === interval.round)?.swap;
  if (!station || !swap) return station;
  const { kit: _, easier: __, harder: ___, lowImpact: ____, formCues: _____, ...rest } = station;
  return { ...rest, ...swap };
}

function ownStation(plan: Pick<Plan, 'blocks'>, interval: Interval): Station | null {
  if (interval.stationIndex === null) return null;
  const block = plan.blocks[interval.blockIndex];
  if (!block) return null;
  const own = block.stations[interval.stationIndex];
  if (own || block.format.kind !== 'demo') return own ?? null;
  const shown = plan.blocks.slice(interval.blockIndex + 1).find((b) => b.stations.length > 0);
  return shown?.stations[interval.stationIndex] ?? null;
}
