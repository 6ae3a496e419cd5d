import type { Position } from '../../class/index.ts';
import type { Move } from '../../moves/index.ts';
import { keyOf } from '../../moves/index.ts';
import { estimateSpokenMs, phrase } from '../../voice/index.ts';
import type { Thresholds } from './thresholds.ts';

/*
 * How long people need between two moves: they hear the boundary tone and what comes next, get into its position, put
 * their kit down and take the other up, and walk where stations call for it. Nothing of it overlaps: nobody moves off
 * before they know where to.
 */

/** Seconds to get from one position into another, for people of mixed age on a mat; our own table. */
const HEIGHT: Record<Position, 'up' | 'sat' | 'hands' | 'down'> = {
  standing: 'up',
  seated: 'sat',
  kneeling: 'sat',
  handsAndFeet: 'hands',
  prone: 'down',
  supine: 'down',
  side: 'down',
};
const CHANGE_S: Record<string, number> = {
  'up>sat': 3,
  'up>hands': 3,
  'up>down': 4,
  'sat>up': 3,
  'hands>up': 3,
  'down>up': 5,
  'sat>hands': 2,
  'hands>sat': 2,
  'sat>down': 2,
  'down>sat': 3,
  'hands>down': 2,
  'down>hands': 2,
  'up>up': 0,
  'sat>sat': 2,
  'hands>hands': 0,
  'down>down': 2,
};
const TONE_MS = 700;

/** The parts of a needed rest, ms. */
export interface NeededRest {
  hearMs: number;
  positionMs: number;
  kitMs: number;
  walkMs: number;
  totalMs: number;
}

/** A move with the kit and the weight of its station. */
export type Held = Pick<Move, 'name' | 'position' | 'kit'> & { weightKg?: number | undefined };

/** The seconds between two positions; the same one takes none. */
export function positionChangeS(from: Position, to: Position): number {
  return from === to ? 0 : (CHANGE_S[`${HEIGHT[from]}>${HEIGHT[to]}`] ?? 0);
}

/**
 * The rest needed from one move to the next.
 * @param walks people go to another station in between
 * @param turns the same move again on the other side
 * @param walkMs how long the way takes, where a room plan tells; else as the threshold says
 * @param words what is said of the next move; unset its name in the usual sentence
 */
export function neededRest(
  from: Held,
  to: Held,
  how: { walks: boolean; turns: boolean; walkMs?: number; words?: string },
  t: Thresholds,
): NeededRest {
  const same = keyOf(from.name) === keyOf(to.name);
  const walkMs = how.walks ? (how.walkMs ?? t.walkS * 1000) : 0;
  const parts = same
    ? { hearMs: 0, positionMs: how.turns ? t.sideTurnS * 1000 : 0, kitMs: weightMs(from, to, t), walkMs }
    : {
        hearMs: TONE_MS + estimateSpokenMs(how.words ?? phrase({}, 'nextUp', { move: to.name })),
        positionMs: positionChangeS(from.position, to.position) * 1000,
        kitMs: how.walks ? kitAtStations(from, to, t) : kitInHand(from, to, t),
        walkMs,
      };
  return { ...parts, totalMs: parts.hearMs + parts.positionMs + parts.kitMs + parts.walkMs };
}

/** Kit stays with the station: it is put down and the other's taken up. Mats lie where they are. */
function kitAtStations(from: Held, to: Held, t: Thresholds): number {
  const held = (m: Held) => m.kit.some((k) => k !== 'mat');
  return ((held(from) ? t.kitDropS : 0) + (held(to) ? t.kitPickS : 0)) * 1000;
}

/** Each has their own kit: only what differs changes hands. */
function kitInHand(from: Held, to: Held, t: Thresholds): number {
  const changed = weightMs(from, to, t);
  if (changed > 0) return changed;
  const dropped = from.kit.some((k) => k !== 'mat' && !to.kit.includes(k));
  const taken = to.kit.some((k) => k !== 'mat' && !from.kit.includes(k));
  return ((dropped ? t.kitDropS : 0) + (taken ? t.kitPickS : 0)) * 1000;
}

/** The same kit in another weight: one is put down, the other taken up. */
function weightMs(from: Held, to: Held, t: Thresholds): number {
  const both = from.weightKg !== undefined && to.weightKg !== undefined && from.weightKg !== to.weightKg;
  const same = to.kit.length === 0 || to.kit.some((k) => k !== 'mat' && from.kit.includes(k));
  return both && same ? (t.kitDropS + t.kitPickS) * 1000 : 0;
}
