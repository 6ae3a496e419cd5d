import type { Block, Cell, Plan, Station } from '../plan/index.ts';
import { updateBlock, withCell, withoutMove } from '../plan/index.ts';
import { roundsOf, withRounds } from '../timeline/index.ts';
import type { RunEvent } from './events.ts';
import { currentInterval, type RunState, withPlan } from './state.ts';

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

/** Another move at a station, from now on or in the current round only. */
export function withSwap(state: RunState, { stationId, scope, to: said }: EventOf<'swap'>): RunState {
  const to = { ...said, ...waysOf('easier', said.easier), ...waysOf('harder', said.harder) };
  const round = currentInterval(state)?.round ?? 1;
  const change = (s: Station): Station => {
    if (s.id !== stationId) return s;
    if (scope === 'round') return withCell(s, round, { swap: to as NonNullable<Cell['swap']> });
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

/** A run of before said one way where there may be several. */
const waysOf = (key: 'easier' | 'harder', ways: string | string[] | undefined) =>
  ways === undefined ? {} : { [key]: typeof ways === 'string' ? [ways] : ways };

/** What is left, cut as a re-plan says: rounds, stations, then lengths. */
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
