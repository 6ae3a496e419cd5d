import type { Block, Plan, Station, Swap } from '../../class/index.ts';
import { roundsOf, updateBlock, withCell, withoutMove, withRounds } from '../../class/index.ts';
import { type Interval, isWork } from '../timeline/index.ts';
import type { RunEvent } from './events.ts';
import { insertedPiece, withInserted } from './inserted.ts';
import { setNow } from './set-now.ts';
import { currentInterval, intervalKey, type RunState, withPlan } from './state.ts';

type EventOf<T extends RunEvent['type']> = Extract<RunEvent, { type: T }>;

/** The block being led now: none during the break after a block, when its rounds are over. */
export function currentBlock(state: RunState): Block | null {
  const interval = currentInterval(state);
  if (!interval || interval.kind === 'blockBreak') return null;
  return state.plan.blocks[interval.blockIndex] ?? null;
}

/** One round more or fewer of the current block; fewer only while the last round has not begun. */
export function withOneRound(state: RunState, delta: 1 | -1): RunState {
  const block = currentBlock(state);
  const rounds = block && roundsOf(block.format);
  if (!block || rounds === null || rounds + delta < 1 || rounds + delta > 99) return state;
  const round = currentInterval(state)?.round ?? 0;
  if (delta < 0 && round > rounds + delta) return state;
  const plan = updateBlock(state.plan, block.id, (b) => ({ ...b, format: withRounds(b.format, rounds + delta) }));
  return withPlan(state, plan);
}

/** Another move at a station, from now on, in the current round or in the set at hand only. */
export function withSwap(state: RunState, { stationId, scope, to: said }: EventOf<'swap'>): RunState {
  const to = moveOf(said);
  if (scope === 'set') return inSet(state, stationId, to);
  const round = currentInterval(state)?.round ?? 1;
  const change = (s: Station): Station => {
    if (s.id !== stationId) return s;
    if (scope === 'round') return withCell(s, round, { swap: to });
    const cells = s.cells?.map(({ swap: _swap, ...c }) => c).filter((c) => Object.keys(c).length > 1);
    const { cells: _cells, ...bare } = withoutMove(s);
    return { ...bare, ...to, ...(cells && cells.length > 0 ? { cells } : {}) } as Station;
  };
  const plan: Plan = {
    ...state.plan,
    blocks: state.plan.blocks.map((b) => ({ ...b, stations: b.stations.map(change) })),
  };
  return { ...state, plan };
}

const moveOf = (said: EventOf<'swap'>['to']): Swap =>
  ({ ...said, ...waysOf('easier', said.easier), ...waysOf('harder', said.harder) }) as Swap;

/** Another move in the set under way, in a gap in the next; both sides of a visit are one set. */
function inSet(state: RunState, stationId: string, to: Swap): RunState {
  const first = state.intervals.findIndex((i, k) => k >= state.index && isWork(i));
  const at = state.intervals[first];
  if (!at) return state;
  const swaps = { ...at.swaps, [stationId]: to };
  const isOfVisit = (i: Interval, k: number) =>
    k >= first &&
    isWork(i) &&
    i.blockIndex === at.blockIndex &&
    i.round === at.round &&
    i.stationIndex === at.stationIndex;
  const later = state.intervals.findIndex((i, k) => k > first && isWork(i) && !isOfVisit(i, k));
  const changed = (i: Interval, k: number) => isOfVisit(i, k) && (later < 0 || k < later);
  const keys = state.intervals.filter(changed).map((i) => [intervalKey(i), swaps] as const);
  return {
    ...state,
    swaps: { ...state.swaps, ...Object.fromEntries(keys) },
    intervals: state.intervals.map((i, k) => (changed(i, k) ? { ...i, swaps } : i)),
  };
}

/**
 * One more interval after the current one: the set just done once more, or another move in its place, with the rest that the block
 * has between sets; nothing before the first set.
 */
export function withMore(state: RunState, said: EventOf<'swap'>['to'] | null): RunState {
  const set = setNow(state);
  const current = currentInterval(state);
  if (!set || !current) return state;
  const block = state.plan.blocks[set.blockIndex];
  const station = block?.stations[set.stationIndex ?? 0];
  const isRest = (i: Interval) => i.kind === 'rest' && i.blockIndex === set.blockIndex && !i.inserted;
  const rest = state.intervals.find((i, k) => k > set.index && isRest(i)) ?? state.intervals.find(isRest);
  const { index: _, startMs: __, swaps: ___, ...same } = set;
  const other = said && station && { stationIndex: set.stationIndex ?? 0, side: null, layer: null, phases: [] };
  const work = {
    ...same,
    ...other,
    ...(said && station ? { swaps: { [station.id]: moveOf(said) } } : {}),
    inserted: true as const,
  };
  const gap = rest
    ? [
        insertedPiece('rest', rest.durationMs, {
          blockIndex: set.blockIndex,
          stationIndex: set.stationIndex,
          round: set.round,
        }),
      ]
    : [];
  const added = isWork(current) ? [...gap, work] : [work, ...gap];
  return { ...state, intervals: withInserted(state.intervals, state.index, added) };
}

/** A run of before said one way where there may be several. */
const waysOf = (key: 'easier' | 'harder', ways: string | string[] | undefined) =>
  ways === undefined ? {} : { [key]: typeof ways === 'string' ? [ways] : ways };

/** The rest of a run, cut as a re-plan says: rounds, stations, then lengths. */
export function withReplan(
  state: RunState,
  { rounds, drop, trims }: Pick<EventOf<'replan'>, 'rounds' | 'drop' | 'trims'>,
): RunState {
  const withR = rounds.reduce(
    (plan, r) => updateBlock(plan, r.blockId, (b) => ({ ...b, format: withRounds(b.format, r.rounds) })),
    state.plan,
  );
  const dropped = drop.length === 0 ? withR : withoutStations(withR, drop, state);
  const all = { ...state.trims, ...Object.fromEntries(trims.map((t) => [t.key, t.ms])) };
  return withPlan(state, dropped, all);
}

/**
 * Stations are left out only of blocks that have not begun: within one, the places of what has run would change under
 * the record.
 */
function withoutStations(plan: Plan, drop: EventOf<'replan'>['drop'], state: RunState): Plan {
  const now = currentInterval(state)?.blockIndex ?? 0;
  return {
    ...plan,
    blocks: plan.blocks.map((b, k) => {
      const out = drop.filter((d) => d.blockId === b.id).map((d) => d.stationId);
      return k <= now || out.length === 0 ? b : { ...b, stations: b.stations.filter((s) => !out.includes(s.id)) };
    }),
  };
}
