import { type Block, moduleOf, type Position, type School, type Station } from '../../class/index.ts';
import { isOnFloor, type Library, type Move, overlapOf, readAt } from '../../moves/index.ts';

/** The features of an order; each is counted over neighbours or places, lower is better. */
export const FEATURES = [
  'sameArea',
  'apart',
  'sameKind',
  'impact',
  'grip',
  'overhead',
  'headDown',
  'floorTrips',
  'kitChanges',
  'walk',
  'hardLate',
  'skillLate',
] as const;
export type Feature = (typeof FEATURES)[number];
export type Weights = Record<Feature, number>;

/** What hurts counts in every school, and less than what the school is about. */
const CARE = { impact: 3, grip: 2, overhead: 2, headDown: 2, skillLate: 2 } as const;
const NONE = {
  sameArea: 0,
  apart: 0,
  sameKind: 0,
  floorTrips: 1,
  kitChanges: 0,
  walk: 0,
  hardLate: 0,
  ...CARE,
} as const;

/** The weights of each school; a school is nothing but its weights. */
export const SCHOOL_WEIGHTS: Record<School, Weights> = {
  spread: { ...NONE, sameArea: 10, sameKind: 1, kitChanges: 0.5, hardLate: 0.5 },
  cluster: { ...NONE, apart: 10, kitChanges: 1 },
  alternate: { ...NONE, sameKind: 10, sameArea: 3, kitChanges: 0.5 },
  hardestFirst: { ...NONE, hardLate: 10, sameArea: 2, skillLate: 5 },
  fewestFloorTrips: { ...NONE, floorTrips: 10, sameArea: 2, kitChanges: 1 },
  shortestWalk: { ...NONE, walk: 10, sameArea: 2, kitChanges: 3 },
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
  impact: 'jump on jump',
  grip: 'grip on grip',
  overhead: 'overhead on overhead',
  headDown: 'lying or head down after hard work',
  floorTrips: 'trips to the floor',
  kitChanges: 'kit changes',
  walk: 'walk',
  hardLate: 'hard moves late',
  skillLate: 'skill and heavy weights late',
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

/** For the breath: what is called cardio, and what jumps whatever it is for. */
const isCardio = (m: Move) =>
  m.area === 'cardio' || m.main.includes('heart') || m.pattern === 'jump' || m.second === 'jump';

const HARD = 4;
const LYING: readonly Position[] = ['prone', 'supine', 'side'];

/** The cost of one feature for b right after a, each 0 to 1 (walk in units of 10 m); what is not known costs nothing. */
function pairFeature(feature: Feature, a: Move | null, b: Move | null, metres: number): number {
  if (feature === 'walk') return metres / 10;
  if (a === null || b === null) return 0;
  const yes = (is: boolean) => (is ? 1 : 0);
  switch (feature) {
    case 'sameArea':
      return Math.max(overlapOf(a, b), HELPER_SHARE * helping(a, b), HELPER_SHARE * helping(b, a));
    case 'apart':
      return 1 - Math.max(overlapOf(a, b), sharesAny(a, b) ? 0.5 : 0);
    case 'sameKind':
      return yes(isCardio(a) === isCardio(b));
    case 'impact':
      return yes(a.impact === 'high' && b.impact === 'high');
    case 'grip':
      return yes(a.grip === 'firm' && b.grip === 'firm');
    case 'overhead':
      return yes(a.overhead && b.overhead);
    case 'headDown':
      return yes(a.effort >= HARD && (b.headBelow || LYING.includes(b.position)));
    case 'floorTrips':
      return yes(!isOnFloor(a) && isOnFloor(b));
    case 'kitChanges':
      return yes(b.kit.some((k) => k !== 'mat' && !a.kit.includes(k)));
    case 'hardLate':
    case 'skillLate':
      return 0;
  }
}

/** What helps tires too, half as much. */
const HELPER_SHARE = 0.5;

/** The share of the main parts of one move that help in another, 0 to 1. */
const helping = (a: Move, b: Move) =>
  a.main.length === 0 ? 0 : a.main.filter((p) => p !== 'heart' && b.helpers.includes(p)).length / a.main.length;

/** Passing on by a combined move: a part of one helps in the other. */
function sharesAny(a: Move, b: Move): boolean {
  const all = (m: Move) => [...m.main, ...m.helpers];
  return all(a).some((p) => p !== 'heart' && all(b).includes(p));
}

/** The input of an order search. */
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
  return block.stations.map((s) => readAt(library, s).move);
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
  const late = moves.map((m, k) => {
    const station = block.stations[k];
    return weights.hardLate * hardOf(m, station) + weights.skillLate * skillOf(m, station);
  });
  const place = late.map((cost) =>
    Array.from({ length: size }, (_, k) => (atAnyPlace(block) ? 0 : (cost * k) / Math.max(1, size - 1))),
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

/** From so many kilograms a piece on a weight is heavy, whoever lifts it. */
const HEAVY_KG = 24;

/** A weight that is heavy for this move, or for any. */
export const isHeavy = (move: Pick<Move, 'weights'>, { weightKg }: Pick<Station, 'weightKg'>): boolean =>
  weightKg !== undefined && (weightKg >= HEAVY_KG || (move.weights !== undefined && weightKg >= move.weights.heavyKg));

/** How hard a move is where it stands, 0 to 1: a heavy weight makes any as hard as can be. */
const hardOf = (m: Move | null, station: Station | undefined) =>
  m === null ? 0 : station && isHeavy(m, station) ? 1 : (m.effort - 1) / 4;

/** How much a move asks of skill, 0 to 1; a heavy weight asks for it too. */
function skillOf(m: Move | null, station: Station | undefined): number {
  if (m === null) return 0;
  return m.skill === 'skilled' || (station && isHeavy(m, station)) ? 1 : m.skill === 'some' ? 0.3 : 0;
}

/** At stations every group begins at another: no place in the order is late for all. */
const atAnyPlace = ({ use, stations }: Pick<Block, 'use' | 'stations'>) => use === 'stations' && stations.length > 1;

const walkOn = (walkM: OrderRequest['walkM']) => (i: number, j: number) => walkM?.[i]?.[j] ?? 0;

/** The first station comes after the last: going round more than once, and at stations for every group but the first. */
export const isCyclic = (block: Block) =>
  atAnyPlace(block) || moduleOf(block.format).traits.cyclic(block.format, block.stations.length);

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
    const share = atAnyPlace(request.block) ? 0 : k / Math.max(1, order.length - 1);
    const station = request.block.stations[at];
    sums.hardLate += hardOf(move ?? null, station) * share;
    sums.skillLate += skillOf(move ?? null, station) * share;
    if (move === undefined || next === undefined || nextAt === undefined || nextAt === at) return;
    const metres = distance(at, nextAt);
    for (const f of FEATURES) sums[f] += f === 'walk' ? metres : pairFeature(f, move, next, metres);
  });
  return sums;
}
