import type { OrderProblem } from './problem.ts';

export interface FoundOrder {
  /** Station indices in their new order. */
  order: number[];
  cost: number;
  /** Proven best; otherwise the best met. */
  exact: boolean;
}

/** Up to this many stations every order is weighed, by dynamic programming over sets of runs. */
export const EXACT_UP_TO = 12;

/** The cost of an order; infinite when a pinned station has left its place. */
export function costOf(problem: OrderProblem, order: readonly number[]): number {
  let cost = 0;
  for (let k = 0; k < order.length; k++) {
    const at = order[k] ?? 0;
    const pin = problem.pinned[at];
    if (pin !== null && pin !== undefined && pin !== k) return Number.POSITIVE_INFINITY;
    cost += problem.place[at]?.[k] ?? 0;
    const next = order[k + 1] ?? (problem.cyclic ? order[0] : undefined);
    if (next !== undefined && order.length > 1) cost += problem.pair[at]?.[next] ?? 0;
  }
  return cost;
}

/**
 * The best order: proven up to 12 stations, else the best of a seeded search.
 * @param onProgress told the share done (0 to 1); false stops the search and gives null
 */
export function findOrder(
  problem: OrderProblem,
  seed: number,
  onProgress: (share: number) => boolean = () => true,
): FoundOrder | null {
  if (problem.size === 0) return { order: [], cost: 0, exact: true };
  return problem.size <= EXACT_UP_TO ? exactOrder(problem, onProgress) : searchOrder(problem, seed, onProgress);
}

/** Held and Karp's dynamic programme over runs: the cheapest way to have placed a set of runs, ending with one of them. */
function exactOrder(problem: OrderProblem, onProgress: (share: number) => boolean): FoundOrder | null {
  const table = tableOf(problem);
  let best: { order: number[]; cost: number } | null = null;
  // A round that is the same from wherever it begins is looked at from one beginning.
  const starts = !problem.cyclic ? [null] : turnsFreely(problem) ? [0] : problem.runs.map((_, i) => i);
  for (const [done, start] of starts.entries()) {
    const found = exactFrom(table, start);
    if (found && (!best || found.cost < best.cost - 1e-9)) best = found;
    if (!onProgress((done + 1) / starts.length)) return null;
  }
  // Pins come from the present order, so there is always one that keeps them.
  return best ? { ...best, exact: true } : null;
}

/** No place costs anything, and nobody is pinned. */
const turnsFreely = ({ place, pinned }: OrderProblem) =>
  pinned.every((p) => p === null) && place.every((row) => row.every((cost) => cost === 0));

/** The costs of runs, in flat arrays: n runs, `size` places. */
interface Table {
  problem: OrderProblem;
  n: number;
  /** between[a * n + b]: run b right after run a. */
  between: Float64Array;
  /** inner[r * (size + 1) + at]: run r from place `at` on; infinite where that breaks a pin. */
  inner: Float64Array;
  /** How many stations the runs of a set have. */
  sizes: readonly number[];
}

function tableOf(problem: OrderProblem): Table {
  const { runs, pair, size } = problem;
  const n = runs.length;
  const between = new Float64Array(n * n);
  const inner = new Float64Array(n * (size + 1));
  runs.forEach((run, a) => {
    runs.forEach((next, b) => {
      between[a * n + b] = pair[run.at(-1) ?? 0]?.[next[0] ?? 0] ?? 0;
    });
    for (let at = 0; at <= size; at++) inner[a * (size + 1) + at] = innerCost(problem, a, at);
  });
  return { problem, n, between, inner, sizes: setSizes(runs) };
}

function exactFrom({ problem, n, between, inner, sizes }: Table, start: number | null) {
  const { runs, cyclic, size } = problem;
  const full = (1 << n) - 1;
  const cost = new Float64Array((full + 1) * n).fill(Number.POSITIVE_INFINITY);
  const from = new Int8Array((full + 1) * n).fill(-1);
  for (let r = 0; r < n; r++) if (start === null || r === start) cost[(1 << r) * n + r] = inner[r * (size + 1)] ?? 0;
  for (let set = 1; set <= full; set++) {
    const at = sizes[set] ?? 0;
    for (let last = 0; last < n; last++) {
      const here = cost[set * n + last] ?? Number.POSITIVE_INFINITY;
      if (here === Number.POSITIVE_INFINITY) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const to = (set | (1 << next)) * n + next;
        const more = here + (between[last * n + next] ?? 0) + (inner[next * (size + 1) + at] ?? 0);
        if (more < (cost[to] ?? 0)) {
          cost[to] = more;
          from[to] = last;
        }
      }
    }
  }
  let best = Number.POSITIVE_INFINITY;
  let end = -1;
  for (let last = 0; last < n; last++) {
    const close = cyclic && start !== null && size > 1 ? (between[last * n + start] ?? 0) : 0;
    const total = (cost[full * n + last] ?? Number.POSITIVE_INFINITY) + close;
    if (total < best) {
      best = total;
      end = last;
    }
  }
  return end < 0 ? null : { order: unwind(runs, from, full, end), cost: best };
}

function setSizes(runs: OrderProblem['runs']): number[] {
  const sizes = new Array<number>(1 << runs.length).fill(0);
  for (let set = 1; set < sizes.length; set++) {
    const low = 31 - Math.clz32(set & -set);
    sizes[set] = (sizes[set & (set - 1)] ?? 0) + (runs[low]?.length ?? 0);
  }
  return sizes;
}

function unwind(runs: OrderProblem['runs'], from: Int8Array, full: number, end: number): number[] {
  const n = runs.length;
  const order: number[] = [];
  for (let set = full, last = end; last >= 0; ) {
    order.unshift(...(runs[last] ?? []));
    const before = from[set * n + last] ?? -1;
    set &= ~(1 << last);
    last = before;
  }
  return order;
}

/** The cost inside a run placed from `at` on; infinite where that breaks a pin. */
function innerCost(problem: OrderProblem, run: number, at: number): number {
  const stations = problem.runs[run] ?? [];
  let cost = 0;
  for (let k = 0; k < stations.length; k++) {
    const s = stations[k] ?? 0;
    const pin = problem.pinned[s];
    if (pin !== null && pin !== undefined && pin !== at + k) return Number.POSITIVE_INFINITY;
    cost += problem.place[s]?.[at + k] ?? 0;
    const next = stations[k + 1];
    if (next !== undefined) cost += problem.pair[s]?.[next] ?? 0;
  }
  return cost;
}

const RESTARTS = 12;
const STEPS_PER_RUN = 1500;

/** Simulated annealing over the order of the runs, several times from the present order, each end polished by descent. */
function searchOrder(problem: OrderProblem, seed: number, onProgress: (share: number) => boolean): FoundOrder | null {
  const random = mulberry32(seed);
  const costOfRuns = costOfRunsIn(problem);
  const present = Uint16Array.from(problem.runs.keys());
  let best = present;
  let bestCost = costOfRuns(present);
  for (let restart = 0; restart < RESTARTS; restart++) {
    const ended = descend(costOfRuns, anneal(costOfRuns, present, random));
    const cost = costOfRuns(ended);
    if (cost < bestCost - 1e-9) {
      best = ended;
      bestCost = cost;
    }
    if (!onProgress((restart + 1) / RESTARTS)) return null;
  }
  return { order: [...best].flatMap((r) => problem.runs[r] ?? []), cost: bestCost, exact: false };
}

/** Indices of runs in an order of theirs. */
type RunOrder = Uint16Array<ArrayBuffer>;

/** The cost of an order of the runs, quick enough to be asked hundreds of thousands of times. */
type CostOfRuns = (order: RunOrder) => number;

/** Lays the problem out in flat arrays once; the answer is that of `costOf`. */
function costOfRunsIn({ size, pair, place, pinned, runs, cyclic }: OrderProblem): CostOfRuns {
  const pairs = Float64Array.from(pair.flat());
  const places = Float64Array.from(place.flat());
  const pins = Int32Array.from(pinned, (p) => p ?? -1);
  const stations = Uint16Array.from(runs.flat());
  /** Run r is stations[begins[r]] up to, not with, stations[begins[r + 1]]. */
  const begins = new Uint16Array(runs.length + 1);
  for (const [r, run] of runs.entries()) begins[r + 1] = (begins[r] ?? 0) + run.length;
  return (order) => {
    let cost = 0;
    let at = 0;
    let before = -1;
    for (let r = 0; r < order.length; r++) {
      const run = order[r] ?? 0;
      const end = begins[run + 1] ?? 0;
      for (let k = begins[run] ?? 0; k < end; k++) {
        const station = stations[k] ?? 0;
        const pin = pins[station] ?? -1;
        if (pin >= 0 && pin !== at) return Number.POSITIVE_INFINITY;
        cost += places[station * size + at] ?? 0;
        if (before >= 0) cost += pairs[before * size + station] ?? 0;
        before = station;
        at += 1;
      }
    }
    const first = runs[order[0] ?? 0]?.[0] ?? 0;
    return cyclic && size > 1 ? cost + (pairs[before * size + first] ?? 0) : cost;
  };
}

function anneal(costOfRuns: CostOfRuns, start: RunOrder, random: () => number): RunOrder {
  const steps = STEPS_PER_RUN * start.length;
  let order = start.slice();
  let next = start.slice();
  let cost = costOfRuns(order);
  const best = order.slice();
  let bestCost = cost;
  const hot = Math.max(1, cost / Math.max(1, start.length));
  for (let step = 0; step < steps; step++) {
    const heat = hot * 0.002 ** (step / steps);
    const i = Math.floor(random() * start.length);
    const j = Math.floor(random() * start.length);
    change(order, next, i, j, Math.floor(random() * 3));
    const nextCost = costOfRuns(next);
    if (nextCost <= cost || random() < Math.exp((cost - nextCost) / heat)) {
      [order, next] = [next, order];
      cost = nextCost;
      if (cost < bestCost) {
        best.set(order);
        bestCost = cost;
      }
    }
  }
  return best;
}

/** Writes `order` into `to` with one change: runs i and j change places (0), i moves to j (1), or the stretch between is turned round (2). */
function change(order: RunOrder, to: RunOrder, i: number, j: number, way: number): void {
  const low = Math.min(i, j);
  const high = Math.max(i, j);
  // Loops: for so few numbers the array's own methods cost more than the copying.
  for (let k = 0; k < order.length; k++) to[k] = order[k] ?? 0;
  if (way === 0) {
    to[i] = order[j] ?? 0;
    to[j] = order[i] ?? 0;
  } else if (way === 1) {
    const step = i < j ? 1 : -1;
    for (let k = i; k !== j; k += step) to[k] = order[k + step] ?? 0;
    to[j] = order[i] ?? 0;
  } else {
    for (let k = low; k <= high; k++) to[k] = order[low + high - k] ?? 0;
  }
}

/** Takes the best single change until none helps. */
function descend(costOfRuns: CostOfRuns, start: RunOrder): RunOrder {
  const order = start.slice();
  const next = start.slice();
  const better = start.slice();
  let cost = costOfRuns(order);
  for (;;) {
    const before = cost;
    for (let i = 0; i < order.length; i++)
      for (let j = 0; j < order.length; j++)
        for (let way = 0; way < 3; way++) {
          change(order, next, i, j, way);
          const nextCost = costOfRuns(next);
          if (nextCost < cost - 1e-9) {
            better.set(next);
            cost = nextCost;
          }
        }
    if (cost === before) return order;
    order.set(better);
  }
}

/** A small seeded generator of numbers in [0, 1): the same seed gives the same search. */
export function mulberry32(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
