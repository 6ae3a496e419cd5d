import { defaultFormat } from '../formats/index.ts';
import { DEFAULT_GET_READY_MS, newPlan } from './defaults.ts';
import { parsePlan, type Result } from './parse.ts';
import { PLAN_VERSION, type Plan } from './schema.ts';

type Json = Record<string, unknown>;

/** A class document read from where it was kept, and what was changed in it to make it one of today, in words. */
export interface Stored {
  plan: Plan;
  told: string[];
}

/**
 * Reads a class document of this version or an older one; what it compiles to is not judged.
 * @param ran the class was led as it is: it keeps its times to the second, whatever would be made of it today
 */
export function readStoredPlan(written: unknown, { ran = false } = {}): Result<Stored> {
  const { plan, told } = migratePlan(written, ran);
  const result = parsePlan(plan);
  if (result.ok) return { ok: true, value: { plan: result.value, told } };
  const version = isObject(written) ? written.version : null;
  if (typeof version === 'number' && version > PLAN_VERSION)
    return {
      ok: false,
      problems: [
        { path: 'version', message: 'A newer version of Odd Round wrote this; reload, or bring this one up to date' },
      ],
    };
  return result;
}

/**
 * Brings a class document of an older version up to the newest, step by step. One of this version or an unknown one comes back
 * as it is, for the schema to judge.
 */
function migratePlan(written: unknown, ran = false): { plan: unknown; told: string[] } {
  const told: string[] = [];
  let plan = written;
  if (isObject(plan) && plan.version === 0) plan = from0(plan);
  if (isObject(plan) && plan.version === 1) plan = from1(plan, ran, told);
  if (isObject(plan) && plan.version === 2) plan = from2(plan);
  if (isObject(plan) && plan.version === 3) plan = from3(plan, told);
  return { plan, told };
}

/** Version 0 was the draft before the first release: it had seconds and minutes, and circuits only. */
function from0(written: Json): Json {
  const { getReadyMs: _, ...plan } = newPlan(
    typeof written.id === 'string' ? written.id : 'imported',
    'Imported class',
  );
  return {
    ...plan,
    title: written.title ?? plan.title,
    slot: { start: written.start ?? null, lengthMs: scaled(written.slotMinutes, 60_000) ?? null },
    blocks: Array.isArray(written.blocks) ? written.blocks.map(blockFrom0) : written.blocks,
    version: 1,
  };
}

function blockFrom0(block: unknown, k: number): unknown {
  if (!isObject(block)) return block;
  const { roundBreakHeld: _, groupBreakHeld: __, ...circuit } = defaultFormat('circuit');
  return {
    id: block.id ?? `b${k + 1}`,
    title: block.title ?? 'Main',
    role: block.role ?? 'main',
    use: 'together',
    stations: Array.isArray(block.moves)
      ? block.moves.map((move: unknown, i) => ({ id: `b${k + 1}s${i + 1}`, move, sides: { mode: 'none' } }))
      : [],
    format: {
      ...circuit,
      rounds: block.rounds ?? circuit.rounds,
      workMs: scaled(block.work, 1000) ?? circuit.workMs,
      restMs: scaled(block.rest, 1000) ?? circuit.restMs,
      roundBreakMs: scaled(block.break, 1000) ?? 0,
    },
    breakAfter: { ms: 0, untilTap: false },
  };
}

/** What version 2 added to the settings of a format. */
const ADDED_IN_2: Record<string, Json> = {
  circuit: { roundBreakHeld: false, groupBreakHeld: false },
  tabata: { breakHeld: false },
  reps: { roundBreakHeld: false },
};
/** Formats of version 1 in which a time between sides did nothing. */
const NO_SIDE_REST = ['holds', 'emom', 'beats'];

/**
 * Version 1 had no get ready, no held round breaks, a time between sides that some formats passed over, and station blocks whose
 * stations had times and sides that one clock for all groups cannot give.
 */
function from1(written: Json, ran: boolean, told: string[]): Json {
  const waits = Array.isArray(written.blocks) && written.blocks.some(waits1);
  if (waits && !ran) told.push(`After a wait there are ${DEFAULT_GET_READY_MS / 1000} s to get ready.`);
  return {
    ...written,
    version: 2,
    getReadyMs: ran ? 0 : DEFAULT_GET_READY_MS,
    blocks: Array.isArray(written.blocks) ? written.blocks.map((b) => blockFrom1(b, ran, told)) : written.blocks,
  };
}

function waits1(block: unknown): boolean {
  if (!isObject(block)) return false;
  const { breakAfter, format } = block;
  return (isObject(breakAfter) && breakAfter.untilTap === true) || (isObject(format) && format.untilTap === true);
}

function blockFrom1(block: unknown, ran: boolean, told: string[]): unknown {
  if (!isObject(block) || !isObject(block.format) || !Array.isArray(block.stations)) return block;
  const kind = String(block.format.kind);
  const apart = block.use === 'stations' && block.stations.some((s) => isObject(s) && ownOf(s).length > 0);
  const atStations = apart && !ran;
  return {
    ...block,
    format: { ...ADDED_IN_2[kind], ...block.format },
    // What ran with times of its own ran together: one clock for all groups it was not.
    ...(apart && ran ? { use: 'together' } : {}),
    stations: block.stations.map((s) => {
      if (!isObject(s)) return s;
      const station = NO_SIDE_REST.includes(kind) ? withoutSideRest(s) : s;
      return atStations ? atOneClock(station, String(block.title), told) : station;
    }),
  };
}

function withoutSideRest(station: Json): Json {
  const { sides } = station;
  if (!isObject(sides) || sides.mode !== 'each') return station;
  const { restMs: _, ...rest } = sides;
  return { ...station, sides: rest };
}

/** What a station of a station block has of its own that one clock for all groups cannot give. */
function ownOf(station: Json): string[] {
  const mode = isObject(station.sides) ? station.sides.mode : null;
  const cells = Array.isArray(station.cells) ? station.cells : [];
  const timed = (x: Json) => x.workMs !== undefined || x.restMs !== undefined;
  return [
    ...(timed(station) || cells.some((c) => isObject(c) && timed(c)) ? ['times'] : []),
    ...(mode === 'each' || mode === 'chain' ? ['sides'] : []),
  ];
}

function atOneClock(station: Json, title: string, told: string[]): Json {
  const own = ownOf(station);
  const name = `${title}, ${String(station.move)}`;
  const { workMs: _, restMs: __, cells, ...rest } = station;
  const kept = (Array.isArray(cells) ? cells : [])
    .map((c) =>
      isObject(c) ? (({ workMs: _w, restMs: _r, ...x }) => x)(c as Json & { workMs?: unknown; restMs?: unknown }) : c,
    )
    .filter((c) => !isObject(c) || Object.keys(c).length > 1);
  if (own.includes('times'))
    told.push(`${name}: one clock serves all groups, so its own times are those of the block.`);
  if (own.includes('sides')) told.push(`${name}: one clock serves all groups, so the sides switch at half time.`);
  const sides = own.includes('sides') && isObject(rest.sides) ? { mode: 'split', first: rest.sides.first } : rest.sides;
  return { ...rest, sides, ...(kept.length > 0 ? { cells: kept } : {}) };
}

/** Version 2 had one easier and one harder way. */
function from2(written: Json): Json {
  const each = (list: unknown, change: (x: Json) => Json) =>
    Array.isArray(list) ? list.map((x) => (isObject(x) ? change(x) : x)) : list;
  const ways = (x: Json): Json => {
    const made = { ...x };
    for (const key of ['easier', 'harder']) if (typeof made[key] === 'string') made[key] = [made[key]];
    return made;
  };
  const cell = (c: Json): Json => (isObject(c.swap) ? { ...c, swap: ways(c.swap) } : c);
  const station = (s: Json): Json => ({ ...ways(s), ...(s.cells === undefined ? {} : { cells: each(s.cells, cell) }) });
  const block = (b: Json): Json => ({ ...b, stations: each(b.stations, station) });
  return { ...written, version: 3, blocks: each(written.blocks, block) };
}

/**
 * Version 3 counted down from three or not at all, had lines at clock times and windows on both sides at once, and named at
 * stations the move of one group to all.
 */
function from3(written: Json, told: string[]): Json {
  const { cues, phrases, lines, blocks, ...rest } = written;
  if (isObject(phrases) && phrases.nextUpRotate !== undefined)
    told.push('At stations no one move is next for all: “Rotate” is said in place of your words for it.');
  const { nextUpRotate: _, ...kept } = isObject(phrases) ? phrases : {};
  return {
    ...rest,
    version: 4,
    cues: isObject(cues) ? cuesFrom3(cues) : cues,
    ...(phrases === undefined ? {} : { phrases: isObject(phrases) ? kept : phrases }),
    ...(lines === undefined ? {} : { lines: Array.isArray(lines) ? lines.map(lineFrom3) : lines }),
    blocks: Array.isArray(blocks) ? blocks.map(blockFrom3) : blocks,
  };
}

const cuesFrom3 = ({ countdownBeforeWork, countdownBeforeEnd, ...cues }: Json): Json => ({
  ...cues,
  countdownBeforeWork: counted(countdownBeforeWork),
  countdownBeforeEnd: counted(countdownBeforeEnd),
  warningsMs: [10_000],
  reps: true,
  left: true,
});

const counted = (on: unknown): unknown => (typeof on === 'boolean' ? (on ? 3 : 0) : on);

function lineFrom3(line: unknown): unknown {
  if (!isObject(line)) return line;
  const { atMs, ...rest } = line;
  return { at: { on: 'class', afterMs: atMs }, ...rest };
}

function blockFrom3(block: unknown): unknown {
  if (!isObject(block) || !isObject(block.format) || block.format.kind !== 'windows') return block;
  return { ...block, format: { ...block.format, alternate: false } };
}

/** A number in another unit; anything else unchanged, for the schema to name. */
function scaled(value: unknown, by: number): unknown {
  return typeof value === 'number' ? Math.round(value * by) : value;
}

function isObject(value: unknown): value is Json {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
