import fc from 'fast-check';
import { type Block, defaultFormat, type Format, newPlan, type Plan, type Sides, type Station } from '../plan/index.ts';

const seconds = (min: number, max: number) => fc.integer({ min, max }).map((x) => x * 1000);
const side = fc.constantFrom('left' as const, 'right' as const);

export const sidesArb: fc.Arbitrary<Sides> = fc.oneof(
  fc.constant<Sides>({ mode: 'none' }),
  fc.constant<Sides>({ mode: 'alternating' }),
  fc.record({ mode: fc.constant('each' as const), first: side, restMs: seconds(0, 10) }),
  fc.record({ mode: fc.constant('split' as const), first: side }),
  fc.record({ mode: fc.constant('byRound' as const), first: side }),
  fc.record({ mode: fc.constant('chain' as const), first: side, breakMs: seconds(0, 30) }),
);

const optional = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: undefined });
const list = (min: number) => optional(fc.array(seconds(min, 60), { minLength: 1, maxLength: 4 }));
const breakMode = fc.constantFrom('replaces' as const, 'adds' as const);
const lastRest = fc.constantFrom('drop' as const, 'keep' as const);
const rounds = fc.integer({ min: 1, max: 5 });

export const formatArb: fc.Arbitrary<Format> = fc.oneof(
  fc.record({
    kind: fc.constant('circuit' as const),
    rounds,
    workMs: seconds(1, 90),
    restMs: seconds(0, 40),
    workByRoundMs: list(1),
    restByRoundMs: list(0),
    roundBreakMs: seconds(0, 120),
    groupSize: fc.option(fc.integer({ min: 1, max: 5 })),
    groupBreakMs: seconds(0, 90),
    breakMode,
    lastRest,
  }),
  fc.record({
    kind: fc.constant('tabata' as const),
    rounds,
    workMs: seconds(1, 40),
    restMs: seconds(0, 20),
    order: fc.constantFrom('stationByStation' as const, 'goRound' as const),
    breakMs: seconds(0, 60),
    breakMode,
    lastRest,
  }),
  fc.record({
    kind: fc.constant('emom' as const),
    periodMs: seconds(30, 120),
    rounds,
    workMs: seconds(1, 30),
    secondsPerRep: fc.constantFrom(1, 2, 3.5),
  }),
  fc.record({
    kind: fc.constant('windows' as const),
    onMs: seconds(1, 120),
    offMs: seconds(0, 90),
    count: rounds,
    lastOff: lastRest,
  }),
  fc.record({
    kind: fc.constant('addOn' as const),
    workMs: seconds(1, 60),
    restMs: seconds(0, 60),
    withinMs: seconds(0, 10),
    order: fc.constantFrom('newestFirst' as const, 'oldestFirst' as const),
    reverse: fc.boolean(),
  }),
  fc.record({ kind: fc.constant('ladder' as const), rounds, workMs: seconds(1, 30), restMs: seconds(0, 60), lastRest }),
  fc.record({
    kind: fc.constant('reps' as const),
    rounds,
    reps: fc.integer({ min: 1, max: 30 }),
    restMs: seconds(0, 60),
    roundBreakMs: seconds(0, 60),
    secondsPerRep: fc.constantFrom(1, 2.5, 4),
  }),
  fc.record({
    kind: fc.constant('beats' as const),
    bpm: fc.integer({ min: 60, max: 180 }),
    rounds,
    counts: fc.constantFrom(8, 16, 32, 64),
  }),
  fc.record({ kind: fc.constant('holds' as const), holdMs: seconds(5, 60), changeMs: seconds(0, 10) }),
  fc.record({ kind: fc.constant('amrap' as const), capMs: seconds(60, 900), forTime: fc.boolean() }),
  fc.record({
    kind: fc.constant('open' as const),
    lengthMs: seconds(5, 300),
    untilTap: fc.boolean(),
    purpose: fc.constantFrom('talk' as const, 'water' as const, 'setUp' as const, 'move' as const),
  }),
  fc.record({ kind: fc.constant('demo' as const), perStationMs: seconds(3, 20) }),
);

const MOVES = ['Rope slam', 'Box step-up', 'Sandbag lift', 'Oar press', 'Dock plank', 'Tide squat', 'Bear walk'];

export const stationArb: fc.Arbitrary<Omit<Station, 'id'>> = fc
  .record({
    move: fc.constantFrom(...MOVES),
    sides: sidesArb,
    workMs: optional(seconds(1, 90)),
    restMs: optional(seconds(0, 60)),
    reps: optional(
      fc.record({ count: fc.integer({ min: 1, max: 30 }), per: fc.constantFrom('total' as const, 'side' as const) }),
    ),
    optional: optional(fc.constant(true)),
  })
  .map(dropUndefined);

/** Optional keys that are undefined are left out, as in a document read from JSON. */
function dropUndefined<T extends object>(value: T): T {
  return Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T;
}

export const blockArb: fc.Arbitrary<Omit<Block, 'id'>> = fc.record({
  title: fc.constantFrom('Warm-up', 'Main', 'Low water', 'Cool-down'),
  role: fc.constantFrom('warmUp' as const, 'main' as const, 'finisher' as const, 'coolDown' as const, 'other' as const),
  use: fc.constantFrom('together' as const, 'stations' as const),
  stations: fc
    .array(stationArb, { minLength: 0, maxLength: 7 })
    .map((all) => all.map((station, k) => ({ id: `st${k}`, ...station }))),
  format: formatArb.map((f) => ({ ...defaultFormat(f.kind), ...dropUndefined(f) }) as Format),
  breakAfter: fc.record({ ms: seconds(0, 180), untilTap: fc.boolean() }),
});

/** Random classes of every format mixed. */
export const planArb: fc.Arbitrary<Plan> = fc
  .record({
    blocks: fc.array(blockArb, { minLength: 0, maxLength: 5 }),
    countInMs: fc.constantFrom(0, 5000, 10_000),
  })
  .map(({ blocks, countInMs }) => ({
    ...newPlan('plan-r', 'Random class'),
    countInMs,
    blocks: blocks.map((b, k) => ({ id: `b${k}`, ...b })),
  }));
