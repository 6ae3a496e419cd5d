import { defaultFormat, type MakeId, newBlock, newPlan, newStation, type Plan } from '../../class/index.ts';
import { fitSlot } from './fit.ts';

/** A class in a few words: "45 minutes, stations, 12 people, 2 : 1". */
export interface Shape {
  minutes: number;
  use: 'together' | 'stations';
  heads: number | null;
  /** Work against rest; 2 is 2 : 1. */
  ratio: number;
}

const WARM_UP_SHARE = 0.14;
const COOL_DOWN_SHARE = 0.11;

/**
 * A class of a given shape, its stations still to be named: a warm-up, a circuit fitted to what is left of the slot
 * with an even number of rounds where it can be, and a cool-down.
 */
export function planOfShape(shape: Shape, makeId: MakeId): Plan {
  const slotMs = shape.minutes * 60_000;
  const minutesOf = (share: number) => Math.max(2, Math.round(shape.minutes * share)) * 60_000;
  const count = stationCount(shape);
  const stations = (names: string[]) => names.map((name) => newStation(makeId(), name));
  const open = { ...defaultFormat('open'), purpose: 'move' as const };
  const workMs = shape.ratio >= 1 ? 40_000 : 30_000;
  const main = {
    ...newBlock(makeId(), 'main', {
      ...defaultFormat('circuit'),
      workMs,
      restMs: Math.round(workMs / shape.ratio / 5000) * 5000,
    }),
    use: shape.use,
    stations: stations(Array.from({ length: count }, (_, k) => `Station ${k + 1}`)),
    breakAfter: { ms: 60_000, untilTap: false },
  };
  const plan: Plan = {
    ...newPlan(makeId(), `${shape.minutes} minutes`),
    slot: { start: null, lengthMs: slotMs },
    heads: shape.heads,
    blocks: [
      {
        ...newBlock(makeId(), 'warmUp', { ...open, lengthMs: minutesOf(WARM_UP_SHARE) }),
        breakAfter: { ms: 30_000, untilTap: false },
      },
      main,
      newBlock(makeId(), 'coolDown', { ...open, lengthMs: minutesOf(COOL_DOWN_SHARE) }),
    ],
  };
  const fitted = fitSlot({
    plan,
    blockIndex: 1,
    slotMs,
    spareMs: slotMs,
    keepRatio: true,
    limit: 200,
    vary: {
      rounds: { min: 1, max: 8, step: 1 },
      workMs: { min: 20_000, max: 60_000, step: 5000 },
      restMs: { min: 5000, max: 60_000, step: 5000 },
      roundBreakMs: { min: 30_000, max: 90_000, step: 15_000 },
    },
  });
  const best = [...(fitted?.fits ?? [])].sort((a, b) => a.spareMs - b.spareMs || a.distance - b.distance)[0];
  return best ? { ...plan, blocks: plan.blocks.map((b) => (b.id === main.id ? best.block : b)) } : plan;
}

/** Stations for the heads: about three to a station, six to twelve of them; six to ten without a head count. */
function stationCount({ minutes, use, heads }: Shape): number {
  if (use === 'stations' && heads !== null) return Math.max(4, Math.min(12, Math.ceil(heads / 2)));
  return Math.max(4, Math.min(10, Math.round(minutes / 6)));
}
