import { type Block, type Plan, type Position, spotsOf } from '../../class/index.ts';
import { type Library, type Move, moveOf } from '../../moves/index.ts';
import { groupsFor } from '../../time/index.ts';
import { apart, distanceTo, rectOf, roomAround } from './room.ts';
import { walkOf } from './tour.ts';

/** Half the clear floor one person wants, m, by the position of the move; our own table, the venue's rules come first. */
const CLEAR_M: Record<Position, number> = {
  standing: 0.9,
  seated: 0.9,
  kneeling: 0.9,
  handsAndFeet: 1.1,
  prone: 1.1,
  supine: 1.1,
  side: 1.1,
};
/** What is swung, thrown or run with wants more. */
const SWUNG = /swing|slam|throw|toss|rope|ripple|wave|chop/i;
const SWUNG_M = 1.5;
const RUN_M = 1.5;
/** Nobody works nearer to a wall, rack or post than this, and a group not nearer than half its clear floor. */
const WALL_M = 0.6;
/** Kept free before a door. */
const DOOR_M = 1.2;
/** A calm walk between stations, m/s. */
export const WALK_MPS = 1.2;

/** Half the clear floor a station wants for so many people at once, m: the floor grows with the people. */
export function clearRadius(move: Move, people: number): number {
  const one = Math.max(
    CLEAR_M[move.position],
    SWUNG.test(move.name) ? SWUNG_M : 0,
    move.pattern === 'locomote' || move.pattern === 'jump' ? RUN_M : 0,
  );
  return one * Math.sqrt(Math.max(1, people));
}

/** The least distance from the middle of a station to a wall, rack or post, m. */
export const wallDistance = (radius: number) => Math.max(WALL_M, radius / 2);

/** The most people who are at a station of a block at once. */
export function largestGroup(plan: Pick<Plan, 'heads'>, block: Block): number {
  return Math.max(1, ...groupsFor(block.stations.length, plan.heads ?? 0).map((g) => g.size));
}

export type SpacingKind = 'unplaced' | 'outside' | 'wall' | 'near' | 'door' | 'mats' | 'noWay';

/** Something about the way stations are set out that will trouble the class. */
export interface SpacingProblem {
  kind: SpacingKind;
  text: string;
  /** Indices of the stations it is about. */
  stations: number[];
}

const metres = (m: number) => `${(Math.round(m * 10) / 10).toFixed(1)} m`;

/** The problems of the positions of a block's stations, the gravest first; none without a room plan. */
export function spacingProblems(plan: Plan, block: Block, library: Library): SpacingProblem[] {
  const { layout } = plan;
  if (!layout) return [];
  const spots = spotsOf(plan, block.id);
  const size = largestGroup(plan, block);
  const placed = block.stations.flatMap((station, k) => {
    const at = spots[station.id];
    const move = moveOf(library, station);
    return at ? [{ k, name: station.move, at, move, radius: clearRadius(move, size) }] : [];
  });
  const found: SpacingProblem[] = [];
  const say = (kind: SpacingKind, text: string, ...stations: number[]) => found.push({ kind, text, stations });

  const missing = block.stations.flatMap((s, k) => (spots[s.id] ? [] : [k]));
  if (missing.length > 0)
    say('unplaced', `${missing.length} of ${block.stations.length} stations have no place yet.`, ...missing);
  for (const { k, name, at, radius } of placed) {
    const least = wallDistance(radius);
    const around = roomAround(layout, at);
    if (around === 0) say('outside', `${name} stands in a wall or outside the room.`, k);
    else if (around < least - 0.05)
      say('wall', `${name} is ${metres(around)} from a wall, rack or post; ${metres(least)} is the least.`, k);
  }
  for (const [i, a] of placed.entries())
    for (const b of placed.slice(i + 1)) {
      const between = apart(a.at, b.at);
      const wanted = a.radius + b.radius;
      if (between < wanted - 0.05)
        say(
          'near',
          `${a.name} and ${b.name} are ${metres(between)} apart; for ${size} at each they want ${metres(wanted)}.`,
          a.k,
          b.k,
        );
    }
  for (const { k, name, at } of placed)
    if (layout.fixtures.some((f) => f.kind === 'door' && distanceTo(rectOf(f), at) < DOOR_M))
      say('door', `${name} stands before a door; ${metres(DOOR_M)} are kept free.`, k);
  const mats = layout.fixtures.filter((f) => f.kind === 'mats').map(rectOf);
  for (const { k, name, at, move } of placed)
    if (mats.length > 0 && move.kit.includes('mat') && !mats.some((r) => distanceTo(r, at) === 0))
      say('mats', `${name} is done on a mat and stands off the mats.`, k);
  for (const { from, to, way } of walkOf(plan, block)) {
    const [a, b] = [block.stations[from], block.stations[to]];
    if (a && b && spots[a.id] && spots[b.id] && !way)
      say('noWay', `There is no way on foot from ${a.move} to ${b.move}.`, from, to);
  }
  return found;
}
