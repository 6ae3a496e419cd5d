import type { Phase, Side } from '../station/index.ts';

export type IntervalKind = 'work' | 'rest' | 'roundBreak' | 'groupBreak' | 'blockBreak' | 'countIn' | 'demo' | 'open';

/** One stretch of time of a format, before it is placed on the timeline. Times are integer ms. */
export interface Piece {
  kind: IntervalKind;
  /** Integer milliseconds, > 0. */
  durationMs: number;
  /** Index into the block's stations: the station worked at, or the one a gap follows; null when there is none. */
  stationIndex: number | null;
  /** Counts from 1: the round, set, window or add-on block this belongs to; null outside rounds. */
  round: number | null;
  side: Side | null;
  /** The length is an estimate: the instructor decides when it ends. */
  about: boolean;
  /** Waits at its end until tapped. */
  untilTap: boolean;
  /** Layer of a beats move, e.g. "add power". */
  layer: string | null;
  phases: readonly PlacedPhase[];
}

/** A phase with its place inside the interval, 0 < atMs < durationMs. */
export interface PlacedPhase {
  atMs: number;
  say: string;
}

/** A piece with the usual values for all that is not named. Written out field by field: it is made by the thousand. */
export function piece(kind: IntervalKind, durationMs: number, more: Partial<Piece> = {}): Piece {
  return {
    kind,
    durationMs,
    stationIndex: more.stationIndex ?? null,
    round: more.round ?? null,
    side: more.side ?? null,
    about: more.about ?? false,
    untilTap: more.untilTap ?? false,
    layer: more.layer ?? null,
    phases: more.phases ?? NO_PHASES,
  };
}

/** A rest or break after a visit; one that is held waits until tapped, and its length is an estimate. */
export function gapPiece(
  kind: IntervalKind,
  durationMs: number,
  stationIndex: number,
  round: number,
  held: boolean = false,
): Piece {
  return {
    kind,
    durationMs,
    stationIndex,
    round,
    side: null,
    about: held,
    untilTap: held,
    layer: null,
    phases: NO_PHASES,
  };
}

const NO_PHASES: readonly PlacedPhase[] = [];

/** Places phases inside an interval, by time; those that fall outside it are left out. */
export function placePhases(phases: readonly Phase[] | undefined, durationMs: number): readonly PlacedPhase[] {
  if (!phases) return NO_PHASES;
  return phases
    .map((phase) => ({ atMs: phaseMs(phase, durationMs), say: phase.say }))
    .filter((phase) => phase.atMs > 0 && phase.atMs < durationMs)
    .sort((a, b) => a.atMs - b.atMs);
}

function phaseMs(phase: Phase, durationMs: number): number {
  switch (phase.when) {
    case 'half':
      return Math.round(durationMs / 2);
    case 'last':
      return durationMs - phase.ms;
    case 'at':
      return phase.ms;
  }
}
