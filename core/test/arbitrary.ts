import fc from 'fast-check';
import {
  AUDIENCES,
  atOneClock,
  type Block,
  type Body,
  type Bound,
  bySaid,
  type Cell,
  CLASS_KINDS,
  COUNTDOWNS,
  CUE_LEVELS,
  CUE_NAMES,
  CUE_SWITCHES,
  defaultFormat,
  FIXTURES,
  FORMAT_KINDS,
  type Format,
  type FormatKind,
  type FormatOf,
  keysOf,
  type Layout,
  MEASURE_UNITS,
  PHRASES,
  type Phase,
  PLAN_VERSION,
  type Plan,
  POSITIONS,
  ROOM_SHAPES,
  SCHOOLS,
  type Sides,
  STAYS,
  type Station,
  VOICES,
} from '../class/index.ts';

/*
 * Random documents. There is one row for each field of each table: a field that has none does not compile, and every property
 * test that is made over a class has every field in it.
 */

type Rows<T> = { readonly [K in keyof T]-?: fc.Arbitrary<T[K]> };

const seconds = (min: number, max: number) => fc.integer({ min, max }).map((x) => x * 1000);
const side = fc.constantFrom('left' as const, 'right' as const);
const optional = <T>(arb: fc.Arbitrary<T>) => fc.option(arb, { nil: undefined });
const oneOf = <const T extends readonly string[]>(list: T) => fc.constantFrom<T[number]>(...list);
/** Letters of every kind, as they may be stored; few at a time, since the lengths have tests of their own. */
const letters = fc
  .string({ unit: 'binary', minLength: 1, maxLength: 8 })
  .map((t) => t.replace(/[\0\p{Surrogate}\s]/gu, ' ').trim() || 'x');
/** Texts as people type them, some that look like shorthand, and some that need every care. */
const typed = fc.oneof(
  {
    weight: 6,
    arbitrary: oneOf([
      'Rope slam',
      'Box step-up',
      'hips back',
      'Näcken–Zug',
      'slow and tall',
      '10 x "Rope", slow',
      '3 rounds',
      'a #1, [b]: c',
      'work 40',
      'x\\n',
      '🛶 pull',
      'main: lift',
      'each side',
    ]),
  },
  letters,
);
const words = (most: number) => (most >= 24 ? typed : typed.filter((t) => t.length <= most));

/** A thing of its rows; optional keys that are undefined are left out, as in a document read from JSON. */
function thing<T extends object>(rows: Rows<T>): fc.Arbitrary<T> {
  return fc
    .record(rows as unknown as Record<string, fc.Arbitrary<unknown>>)
    .map((value) => Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T);
}

export const sidesArb: fc.Arbitrary<Sides> = fc.oneof(
  fc.constant<Sides>({ mode: 'none' }),
  fc.constant<Sides>({ mode: 'alternating' }),
  fc.record({ mode: fc.constant('one' as const), side }),
  thing<Extract<Sides, { mode: 'each' }>>({
    mode: fc.constant('each' as const),
    first: side,
    restMs: optional(seconds(0, 10)),
  }),
  fc.record({ mode: fc.constant('split' as const), first: side }),
  fc.record({ mode: fc.constant('byRound' as const), first: side }),
  thing<Extract<Sides, { mode: 'chain' }>>({
    mode: fc.constant('chain' as const),
    first: side,
    breakMs: optional(seconds(0, 30)),
  }),
);

const list = (min: number) => optional(fc.array(seconds(min, 60), { minLength: 1, maxLength: 4 }));
const breakMode = oneOf(['replaces', 'adds']);
const lastRest = oneOf(['drop', 'keep']);
const rounds = fc.integer({ min: 1, max: 5 });
const perRep = fc.constantFrom(1, 2, 3.5);
const bool = fc.boolean();

/** The settings of each format. */
const SETTINGS: { readonly [K in FormatKind]: Rows<Omit<FormatOf<K>, 'kind'>> } = {
  circuit: {
    rounds,
    workMs: seconds(1, 90),
    restMs: seconds(0, 40),
    workByRoundMs: list(1),
    restByRoundMs: list(0),
    roundBreakMs: seconds(0, 120),
    roundBreakHeld: bool,
    groupSize: fc.option(fc.integer({ min: 1, max: 5 })),
    groupBreakMs: seconds(0, 90),
    groupBreakHeld: bool,
    breakMode,
    lastRest,
  },
  tabata: {
    rounds,
    workMs: seconds(1, 40),
    restMs: seconds(0, 20),
    order: oneOf(['stationByStation', 'goRound']),
    breakMs: seconds(0, 60),
    breakHeld: bool,
    breakMode,
    lastRest,
  },
  emom: { periodMs: seconds(30, 120), rounds, workMs: seconds(1, 30), secondsPerRep: perRep },
  windows: { onMs: seconds(1, 120), offMs: seconds(0, 90), count: rounds, lastOff: lastRest, alternate: bool },
  addOn: {
    workMs: seconds(1, 60),
    restMs: seconds(0, 60),
    withinMs: seconds(0, 10),
    order: oneOf(['newestFirst', 'oldestFirst']),
    reverse: bool,
  },
  ladder: { rounds, workMs: seconds(1, 30), restMs: seconds(0, 60), lastRest },
  reps: {
    rounds,
    reps: fc.integer({ min: 1, max: 30 }),
    restMs: seconds(0, 60),
    roundBreakMs: seconds(0, 60),
    roundBreakHeld: bool,
    secondsPerRep: perRep,
  },
  beats: { bpm: fc.integer({ min: 60, max: 180 }), rounds, counts: fc.constantFrom(8, 16, 32, 64) },
  holds: { holdMs: seconds(5, 60), changeMs: seconds(0, 10) },
  amrap: { capMs: seconds(60, 900), forTime: bool },
  open: { lengthMs: seconds(5, 300), untilTap: bool, purpose: oneOf(['talk', 'water', 'setUp', 'move']) },
  demo: { perStationMs: seconds(3, 20) },
};

export const formatArb: fc.Arbitrary<Format> = fc
  .constantFrom(...FORMAT_KINDS)
  .chain((kind) =>
    thing<object>(SETTINGS[kind as FormatKind] as Rows<object>).map(
      (settings) => ({ ...(defaultFormat(kind as FormatKind) as object), ...settings }) as Format,
    ),
  );

const phaseArb: fc.Arbitrary<Phase> = fc.oneof(
  fc.record({ when: fc.constant('half' as const), say: words(60) }),
  fc.record({ when: fc.constant('last' as const), ms: seconds(1, 30), say: words(60) }),
  fc.record({ when: fc.constant('at' as const), ms: seconds(1, 30), say: words(60) }),
);
const phases = fc.array(phaseArb, { minLength: 1, maxLength: 3 });
const kit = fc.array(words(40), { maxLength: 3 });
const weightKg = fc.constantFrom(2, 7.5, 16, 120, 11.339809);
const ways = fc.array(words(80), { maxLength: 3 });
const cueLevels = optional(thing(Object.fromEntries(CUE_NAMES.map((n) => [n, optional(oneOf(CUE_LEVELS))])) as never));

const CELL: Rows<Cell> = {
  round: fc.integer({ min: 1, max: 5 }),
  workMs: optional(seconds(1, 60)),
  restMs: optional(seconds(0, 60)),
  weightKg: optional(weightKg),
  lightKg: optional(weightKg),
  heavyKg: optional(weightKg),
  phases: optional(phases),
  swap: optional(
    thing<NonNullable<Cell['swap']>>({
      move: words(80),
      kit: optional(kit),
      easier: optional(ways),
      harder: optional(ways),
      position: optional(oneOf(POSITIONS)),
    }),
  ),
};
/** Single rounds as the editor makes them: each says something, in order. */
const cells = fc
  .uniqueArray(thing<Cell>(CELL), { selector: (c) => c.round, maxLength: 3 })
  .map((all) => all.filter((c) => Object.keys(c).length > 1).sort((a, b) => a.round - b.round))
  .map((all) => (all.length > 0 ? all : undefined));

const STATION: Rows<Omit<Station, 'id'>> = {
  move: fc.oneof(oneOf(['Oar press', 'Dock plank', 'Tide squat', 'Sandbag lift']), words(80)),
  sides: sidesArb,
  workMs: optional(seconds(1, 90)),
  restMs: optional(seconds(0, 60)),
  cells: fc.oneof({ weight: 3, arbitrary: fc.constant(undefined) }, cells),
  reps: optional(fc.record({ count: fc.integer({ min: 1, max: 30 }), per: oneOf(['total', 'side']) })),
  measure: optional(fc.record({ count: fc.constantFrom(1, 12, 400, 2.5), unit: oneOf(MEASURE_UNITS) })),
  weightKg: optional(weightKg),
  lightKg: optional(weightKg),
  heavyKg: optional(weightKg),
  tempo: optional(
    fc.record({ downMs: seconds(0, 5), holdMs: seconds(0, 5), upMs: seconds(0, 5), topMs: seconds(0, 5) }),
  ),
  layers: optional(
    fc.array(fc.record({ name: words(40), counts: fc.constantFrom(8, 16, 32) }), { minLength: 1, maxLength: 3 }),
  ),
  ...bySaid(({ most }) => optional(words(most))),
  kit: optional(kit),
  position: optional(oneOf(POSITIONS)),
  easier: optional(ways),
  harder: optional(ways),
  lowImpact: optional(words(80)),
  phases: optional(phases),
  formCues: optional(fc.array(words(80), { maxLength: 3 })),
  optional: optional(bool),
  cueLevels,
};
export const stationArb: fc.Arbitrary<Omit<Station, 'id'>> = thing(STATION);

const track = fc.record({
  id: fc.stringMatching(/^[a-z0-9]{8}$/),
  title: typed,
  lengthMs: seconds(30, 400),
  bpm: fc.integer({ min: 60, max: 190 }),
  beatMs: fc.integer({ min: 0, max: 900 }),
});
const source = fc.oneof(
  fc.record({ from: fc.constant('tracks' as const), tracks: fc.array(track, { minLength: 1, maxLength: 3 }) }),
  fc.record({ from: fc.constant('beats' as const) }),
  fc.record({ from: fc.constant('quiet' as const) }),
);
const music = fc.record(
  { work: source, rest: source, break: source, stretch: fc.boolean(), risesTo: fc.integer({ min: 60, max: 200 }) },
  { requiredKeys: [] },
);

const hands = thing<NonNullable<Body['hands']>>({
  kit: fc.oneof(oneOf(['dumbbell', 'suspension straps', 'light band of rope', 'weight plate', 'glass']), words(40)),
  pieces: fc.integer({ min: 1, max: 4 }),
  heft: optional(oneOf(['light', 'heavy'])),
  weightKg: optional(weightKg),
});
const body = thing<Body>({ stays: optional(oneOf(STAYS)), hands: optional(hands) }).filter(
  ({ stays, hands: held }) => stays !== undefined || held !== undefined,
);

const BLOCK: Rows<Omit<Block, 'id'>> = {
  title: fc.oneof(oneOf(['Warm-up', 'Main', 'Low water']), words(60)),
  role: oneOf(['warmUp', 'main', 'finisher', 'coolDown', 'other']),
  use: oneOf(['together', 'stations']),
  stations: fc
    .array(stationArb, { minLength: 0, maxLength: 6 })
    .map((all) => all.map((station, k) => ({ id: `st${k}`, ...station }))),
  format: formatArb,
  breakAfter: fc.record({ ms: seconds(0, 180), untilTap: bool }),
  body: optional(body),
  floorMs: optional(fc.option(seconds(1, 600))),
  school: optional(oneOf(SCHOOLS)),
  cueLevels,
  musicBpm: optional(fc.integer({ min: 60, max: 200 })),
  music: optional(music),
  notes: optional(words(200)),
  shows: optional(
    thing<NonNullable<Block['shows']>>({
      blockId: fc.nat(4).map((b) => `b${b}`),
      moves: optional(
        fc.uniqueArray(fc.record({ stationId: fc.nat(6).map((s) => `st${s}`), ms: seconds(0, 20) }), {
          selector: (m) => m.stationId,
          minLength: 1,
          maxLength: 3,
        }),
      ),
    }),
  ),
};
/** At stations one clock serves all: as the builder makes them, no station has what that cannot give. */
export const blockArb: fc.Arbitrary<Omit<Block, 'id'>> = thing(BLOCK).map((block) =>
  block.use === 'stations' ? { ...block, stations: block.stations.map(atOneClock) } : block,
);

const metres = fc.integer({ min: 3, max: 20 });
const layoutArb: fc.Arbitrary<Layout> = fc.record({
  shape: oneOf(ROOM_SHAPES),
  widthM: metres,
  depthM: metres,
  cutWidthM: fc.constantFrom(0, 1, 2),
  cutDepthM: fc.constantFrom(0, 1, 2),
  fixtures: fc
    .array(fc.record({ kind: oneOf(FIXTURES), x: metres, y: metres, widthM: metres, depthM: metres }), { maxLength: 3 })
    .map((all) => all.map((f, k) => ({ id: `f${k}`, ...f }))),
  spots: fc
    .uniqueArray(fc.record({ b: fc.nat(4), s: fc.nat(6), x: metres, y: metres }), {
      selector: ({ b, s }) => `${b}/${s}`,
      maxLength: 6,
    })
    .map((all) => all.map(({ b, s, x, y }) => ({ blockId: `b${b}`, stationId: `st${s}`, x, y }))),
});

const afterMs = seconds(0, 60);
const blockId = fc.nat(4).map((b) => `b${b}`);
const round = fc.integer({ min: 1, max: 5 });
const boundArb: fc.Arbitrary<Bound> = fc.oneof(
  fc.record({ on: fc.constant('class' as const), afterMs }),
  fc.record({ on: fc.constant('block' as const), blockId, afterMs }),
  thing<Extract<Bound, { on: 'break' }>>({
    on: fc.constant('break' as const),
    blockId,
    round: optional(round),
    afterMs,
  }),
  fc.record({ on: fc.constant('round' as const), blockId, round, afterMs }),
  thing<Extract<Bound, { on: 'station' }>>({
    on: fc.constant('station' as const),
    blockId,
    stationId: fc.nat(6).map((s) => `st${s}`),
    round: optional(round),
    afterMs,
  }),
);

const PLAN: Rows<Omit<Plan, 'version' | 'id'>> = {
  title: fc.oneof(oneOf(['Slack Water', 'First Light']), words(80)),
  slot: fc.record({
    start: fc.option(oneOf(['18:30', '06:15', '23:59'])),
    lengthMs: fc.option(fc.constantFrom(2_700_000, 3_600_000, 61_500)),
  }),
  heads: fc.option(fc.integer({ min: 1, max: 60 })),
  level: oneOf(['beginner', 'mixed', 'practised']),
  mix: optional(fc.record({ beginners: fc.nat(40), practised: fc.nat(40) })),
  kind: optional(oneOf(CLASS_KINDS)),
  body: optional(body),
  climate: optional(fc.record({ celsius: fc.constantFrom(-3, 21.5, 34), humidity: fc.constantFrom(0, 45, 100) })),
  room: fc.oneof(fc.constant(''), words(60)),
  layout: optional(layoutArb),
  notes: fc.oneof(fc.constant(''), words(400)),
  countInMs: fc.constantFrom(0, 5000, 10_000),
  getReadyMs: fc.constantFrom(0, 5000, 8000),
  cues: fc.record({
    ...(Object.fromEntries(keysOf(CUE_SWITCHES).map((name) => [name, bool])) as Record<
      keyof typeof CUE_SWITCHES,
      typeof bool
    >),
    countdownBeforeWork: fc.constantFrom(...COUNTDOWNS),
    countdownBeforeEnd: fc.constantFrom(...COUNTDOWNS),
    warningsMs: fc.array(seconds(4, 30), { maxLength: 3 }),
    formCues: bool,
  }),
  cueLevels,
  phrases: optional(thing(Object.fromEntries(keysOf(PHRASES).map((p) => [p, optional(words(120))])) as never)),
  lines: optional(
    fc.array(fc.record({ at: boundArb, text: words(200), spoken: bool }), { minLength: 1, maxLength: 3 }),
  ),
  voice: optional(
    thing<NonNullable<Plan['voice']>>({
      name: oneOf(VOICES),
      rate: fc.constantFrom(0.8, 1, 1.25),
      second: optional(oneOf(VOICES)),
    }),
  ),
  squads: optional(fc.array(words(40), { maxLength: 4 })),
  kit: optional(fc.array(fc.record({ name: words(40), count: fc.integer({ min: 0, max: 40 }) }), { maxLength: 3 })),
  series: optional(
    fc.record({
      id: fc.constant('s1'),
      title: words(80),
      nth: fc.integer({ min: 1, max: 8 }),
      of: fc.constant(8),
    }),
  ),
  silent: optional(bool),
  audience: optional(fc.uniqueArray(oneOf(AUDIENCES), { maxLength: 3 })),
  accepted: optional(
    fc
      .uniqueArray(fc.record({ b: fc.nat(4), s: fc.nat(6), text: words(400) }), {
        selector: ({ b, s }) => `${b}:${s}`,
        minLength: 1,
        maxLength: 3,
      })
      .map((all) => all.map(({ b, s, text }) => ({ key: `missingSides:b${b}:st${s}`, text }))),
  ),
  blocks: fc
    .array(blockArb, { minLength: 0, maxLength: 4 })
    .map((all) => all.map((block, k) => ({ id: `b${k}`, ...block }))),
};

/** Random classes with every field in them; what they name is there. */
export const planArb: fc.Arbitrary<Plan> = thing(PLAN).map((plan) =>
  named({ version: PLAN_VERSION, id: 'plan-r', ...plan }),
);

/** The class without spots, findings, lines and demos of blocks and stations it does not have. */
function named(plan: Plan): Plan {
  const has = (blockId: string, stationId: string) =>
    plan.blocks.some((b) => b.id === blockId && b.stations.some((s) => s.id === stationId));
  const hasBlock = (blockId: string) => plan.blocks.some((b) => b.id === blockId);
  const { accepted, layout, lines, blocks, ...rest } = plan;
  const bound = lines?.filter(
    ({ at }) => at.on === 'class' || (at.on === 'station' ? has(at.blockId, at.stationId) : hasBlock(at.blockId)),
  );
  const kept = accepted?.filter(({ key }) => has(key.split(':')[1] ?? '', key.split(':')[2] ?? ''));
  return {
    ...rest,
    ...(bound && bound.length > 0 ? { lines: bound } : {}),
    blocks: blocks.map((b) => showing(b, hasBlock, has)),
    ...(kept && kept.length > 0 ? { accepted: kept } : {}),
    ...(layout ? { layout: { ...layout, spots: layout.spots.filter((s) => has(s.blockId, s.stationId)) } } : {}),
  };
}

function showing(
  { shows, ...block }: Block,
  hasBlock: (blockId: string) => boolean,
  has: (blockId: string, stationId: string) => boolean,
): Block {
  if (!shows || !hasBlock(shows.blockId)) return block;
  const moves = shows.moves?.filter((m) => has(shows.blockId, m.stationId));
  return { ...block, shows: { blockId: shows.blockId, ...(moves && moves.length > 0 ? { moves } : {}) } };
}
