import { type Library, type Move, overlapOf, type Position } from '../moves/index.ts';
import { type Block, moduleOf, type School, type Station } from '../plan/index.ts';

/** What an order is judged by; each is counted over neighbours or places, lower is better. */
export const FEATURES = ['sameArea', 'apart', 'sameKind', 'floorTrips', 'kitChanges', 'walk', 'hardLate'] as const;
export type Feature = (typeof FEATURES)[number];
export type Weights = Record<Feature, number>;

/** The weights of each school; a school is nothing but its weights. */
export const SCHOOL_WEIGHTS: Record<School, Weights> = {
  spread: { sameArea: 10, apart: 0, sameKind: 1, floorTrips: 1, kitChanges: 0.5, walk: 0, hardLate: 0.5 },
  cluster: { sameArea: 0, apart: 10, sameKind: 0, floorTrips: 1, kitChanges: 1, walk: 0, hardLate: 0 },
  alternate: { sameArea: 3, apart: 0, sameKind: 10, floorTrips: 1, kitChanges: 0.5, walk: 0, hardLate: 0 },
  hardestFirst: { sameArea: 2, apart: 0, sameKind: 0, floorTrips: 1, kitChanges: 0, walk: 0, hardLate: 10 },
  fewestFloorTrips: { sameArea: 2, apart: 0, sameKind: 0, floorTrips: 10, kitChanges: 1, walk: 0, hardLate: 0 },
  shortestWalk: { sameArea: 2, apart: 0, sameKind: 0, floorTrips: 1, kitChanges: 3, walk: 10, hardLate: 0 },
};

export const SCHOOL_WORDS: Record<School, string> = {
  spread: 'spread the areas',
  cluster: 'cluster and pass on',
  alternate: 'strength and cardio in turn',
  hardestFirst: 'hardest first',
  fewestFloorTrips: 'fewest floor trips',
  shortestWalk: 'shortest walk',
};

export const FEATURE_WORDS: Record<Feature, string> = {
  sameArea: 'same area running',
  apart: 'jumps between areas',
  sameKind: 'strength on strength, cardio on cardio',
  floorTrips: 'trips to the floor',
  kitChanges: 'kit changes',
  walk: 'walk',
  hardLate: 'hard moves late',
};

/** An order to be found: costs of neighbours and of places, runs that stay together, stations that stay put. */
export interface OrderProblem {
  size: number;
  /** pair[a][b]: cost of b right after a. */
  pair: readonly (readonly number[])[];
  /** place[a][k]: cost of a at place k. */
  place: readonly (readonly number[])[];
  /** The last is followed by the first. */
  cyclic: boolean;
  /** Stations in runs that keep their inner order; each station is in exactly one. */
  runs: readonly (readonly number[])[];
  /** The place each station must keep, or null. */
  pinned: readonly (number | null)[];
}

const LOW: readonly Position[] = ['handsAndFeet', 'prone', 'supine', 'side', 'kneeling', 'seated'];

/** True for the positions one gets up from. */
export function isOnFloor(move: Pick<Move, 'position' | 'kit'>): boolean {
  if (move.position === 'seated') return move.kit.includes('mat') || move.kit.length === 0;
  return LOW.includes(move.position);
}

const isCardio = (m: Move) => m.area === 'cardio' || m.main.includes('heart');

/** The cost of one feature for b right after a, each 0 to 1 (walk in units of 10 m); what is not known costs nothing. */
function pairFeature(feature: Feature, a: Move | null, b: Move | null, metres: number): number {
  if (feature === 'walk') return metres / 10;
  if (a === null || b === null) return 0;
  switch (feature) {
    case 'sameArea':
      return overlapOf(a, b);
    case 'apart':
      return 1 - Math.max(overlapOf(a, b), sharesAny(a, b) ? 0.5 : 0);
    case 'sameKind':
      return isCardio(a) === isCardio(b) ? 1 : 0;
    case 'floorTrips':
      return !isOnFloor(a) && isOnFloor(b) ? 1 : 0;
    case 'kitChanges':
      return b.kit.some((k) => k !== 'mat' && !a.kit.includes(k)) ? 1 : 0;
    case 'hardLate':
      return 0;
  }
}

/** Passing on by a combined move: a part of one helps in the other. */
function sharesAny(a: Move, b: Move): boolean {
  const all = (m: Move) => [...m.main, ...m.helpers];
  return all(a).some((p) => p !== 'heart' && all(b).includes(p));
}

/** What is needed to judge the orders of a block. */
export interface OrderRequest {
  block: Block;
  weights: Weights;
  /** Ids of stations that keep their place. */
  pinned: readonly string[];
  /** walkM[i][j]: metres on foot from station i to j; null leaves the walk out. */
  walkM: readonly (readonly number[])[] | null;
}

/** The moves of a block as known or guessed; null where nothing is known. */
export function movesOfBlock(block: Block, library: Library): (Move | null)[] {
  return block.stations.map((s) => library.read(s.move).move);
}

/** The costs of a block's orders, from its moves and the weights. */
export function orderProblem(request: OrderRequest, library: Library): OrderProblem {
  const { block, weights, pinned, walkM } = request;
  const moves = movesOfBlock(block, library);
  const size = moves.length;
  const distance = walkOn(walkM);
  const pair = moves.map((a, i) =>
    moves.map((b, j) =>
      i === j ? 0 : FEATURES.reduce((sum, f) => sum + weights[f] * pairFeature(f, a, b, distance(i, j)), 0),
    ),
  );
  const place = moves.map((m) =>
    Array.from({ length: size }, (_, k) => (weights.hardLate * hardOf(m) * k) / Math.max(1, size - 1)),
  );
  return {
    size,
    pair,
    place,
    cyclic: isCyclic(block),
    runs: runsOf(block.stations),
    pinned: block.stations.map((s, k) => (pinned.includes(s.id) ? k : null)),
  };
}

/** How hard a move is, 0 to 1. */
const hardOf = (m: Move | null) => (m === null ? 0 : (m.effort - 1) / 4);

const walkOn = (walkM: OrderRequest['walkM']) => (i: number, j: number) => walkM?.[i]?.[j] ?? 0;

/** Going round more than once, the first station comes after the last. */
export const isCyclic = ({ format, stations }: Block) => moduleOf(format).traits.cyclic(format, stations.length);

const sided = (name: string) =>
  name
    .toLowerCase()
    .replace(/\b(left|right)\b/g, '\u2194')
    .trim();

/** Chains, and left and right of the same move side by side, stay together. */
export function runsOf(stations: readonly Station[]): number[][] {
  const runs: number[][] = [];
  stations.forEach((s, k) => {
    const before = stations[k - 1];
    const together =
      before !== undefined &&
      ((s.sides.mode === 'chain' && before.sides.mode === 'chain') ||
        (s.move !== before.move && sided(s.move) === sided(before.move)));
    const last = runs.at(-1);
    if (together && last) last.push(k);
    else runs.push([k]);
  });
  return runs;
}

/** The features of one order, unweighted: what an instructor reads. The walk is in metres. */
export function featuresOf(request: OrderRequest, library: Library, order: readonly number[]): Weights {
  const moves = movesOfBlock(request.block, library);
  const distance = walkOn(request.walkM);
  const cyclic = isCyclic(request.block);
  const sums = Object.fromEntries(FEATURES.map((f) => [f, 0])) as Weights;
  order.forEach((at, k) => {
    const move = moves[at];
    const nextAt = order[k + 1] ?? (cyclic ? order[0] : undefined);
    const next = nextAt === undefined ? undefined : moves[nextAt];
    sums.hardLate += (hardOf(move ?? null) * k) / Math.max(1, order.length - 1);
    if (move === undefined || next === undefined || nextAt === undefined || nextAt === at) return;
    const metres = distance(at, nextAt);
    for (const f of FEATURES) sums[f] += f === 'walk' ? metres : pairFeature(f, move, next, metres);
  });
  return sums;
}
