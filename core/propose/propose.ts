import { stintsOf, workedParts } from '../balance/index.ts';
import type { Library, Move, Part, Position, Use } from '../moves/index.ts';
import { neededRest, USUAL_THRESHOLDS } from '../norms/index.ts';
import {
  type Block,
  defaultFormat,
  newBlock,
  newStation,
  type Plan,
  type Sides,
  type Station,
  sheetSetting,
  withSetting,
} from '../plan/index.ts';
import { isOnFloor } from '../sequence/index.ts';
import { compile } from '../timeline/index.ts';

const DRILL_MS = { least: 15_000, most: 35_000 };
const HOLD_MS = { least: 12_000, most: 30_000 };
const LEAST_REST_MS = 5000;
const SIDE_REST_MS = 3000;

/**
 * A warm-up from what the main blocks work: dynamic drills that reach every worked part, growing in range, the floor
 * ones together, exactly `lengthMs` long. Null when the library has no drills or the length is under half a minute.
 */
export function proposeWarmUp(plan: Plan, library: Library, lengthMs: number, coverFromMs: number): Block | null {
  const length = Math.round(lengthMs / 1000) * 1000;
  const drills = choose(plan, library, 'warmUp', coverFromMs, (n) => drillsFit(n, length));
  if (drills.length === 0 || length < 30_000) return null;
  const first = drills.filter((m) => !isOnFloor(m) && m.effort <= 1);
  const floor = drills.filter(isOnFloor);
  const then = drills.filter((m) => !isOnFloor(m) && m.effort > 1).sort((a, b) => a.effort - b.effort);
  const ordered = [...first, ...floor, ...then];
  const stations = ordered.map((m, k) => ({
    ...stationOf(m, k, m.oneSided ? { mode: 'split', first: 'left' } : { mode: 'none' }),
    ...restAfter(m, ordered[k + 1]),
  }));
  const block = newBlock(idFor(plan, 'warm-up'), 'warmUp', {
    ...defaultFormat('circuit'),
    rounds: 1,
    restMs: LEAST_REST_MS,
    roundBreakMs: 0,
  });
  return { ...stretched({ ...block, stations }, length), breakAfter: { ms: 30_000, untilTap: false } };
}

/**
 * A cool-down from what the main blocks work: holds for every worked part, each side in turn, from standing down to
 * lying so that positions change little, `lengthMs` long to within a second.
 */
export function proposeCoolDown(plan: Plan, library: Library, lengthMs: number, coverFromMs: number): Block | null {
  const length = Math.round(lengthMs / 1000) * 1000;
  const holds = choose(plan, library, 'coolDown', coverFromMs, (n) => holdsFit(n, length));
  if (holds.length === 0 || length < 30_000) return null;
  const ordered = [...holds].sort((a, b) => DOWNWARDS.indexOf(a.position) - DOWNWARDS.indexOf(b.position));
  const stations = ordered.map((m, k) => ({
    ...stationOf(m, k, m.oneSided ? { mode: 'each', first: 'left', restMs: SIDE_REST_MS } : { mode: 'none' }),
    ...restAfter(m, ordered[k + 1]),
  }));
  const block = newBlock(idFor(plan, 'cool-down'), 'coolDown', { ...defaultFormat('holds'), changeMs: LEAST_REST_MS });
  return stretched({ ...block, stations }, length);
}

const DOWNWARDS: readonly Position[] = ['standing', 'kneeling', 'handsAndFeet', 'seated', 'side', 'prone', 'supine'];

/** Where so many moves (one interval a unit) stand against a length: too many, few enough, or with room for more. */
type Room = 'over' | 'fits' | 'more';
interface Load {
  units: number;
  gapMs: number;
}
const drillsFit = ({ units, gapMs }: Load, lengthMs: number): Room => roomOf(units, gapMs, lengthMs, DRILL_MS);
const holdsFit = ({ units, gapMs }: Load, lengthMs: number): Room => roomOf(units, gapMs, lengthMs, HOLD_MS);

function roomOf(units: number, gapMs: number, lengthMs: number, each: { least: number; most: number }): Room {
  const perUnit = (lengthMs - gapMs) / Math.max(1, units);
  if (perUnit < each.least) return 'over';
  return perUnit > each.most ? 'more' : 'fits';
}

/** The moves that cover what is worked, by a greedy cover, and then more of them while there is room. */
function choose(plan: Plan, library: Library, use: Use, coverFromMs: number, room: (load: Load) => Room): Move[] {
  const worked = workedParts(plan, stintsOf(plan, compile(plan), library), coverFromMs);
  const pool = library.moves.filter((m) => isFit(m, use, plan));
  const chosen: Move[] = [];
  const open = new Set<Part>(worked);
  const take = (m: Move) => {
    chosen.push(m);
    for (const p of [...m.main, ...m.helpers]) open.delete(p);
  };
  const starter = use === 'warmUp' ? pool.find((m) => m.main.includes('heart') && m.effort === 1) : undefined;
  if (starter) take(starter);
  for (;;) {
    const state = room(loadOf(chosen));
    if (state === 'over' || (open.size === 0 && state === 'fits')) break;
    const next = best(pool, chosen, open, worked);
    if (!next || (open.size === 0 && room(loadOf([...chosen, next])) === 'over')) break;
    take(next);
  }
  return chosen;
}

/** Gentle moves for the use, on a mat at most, without impact and without a caution for anyone here. */
function isFit(m: Move, use: Use, plan: Plan): boolean {
  const gentle = m.use.includes(use) && m.impact === 'none' && m.kit.every((k) => k === 'mat') && m.effort <= 2;
  const stretches = m.pattern === 'stretch' || m.pattern === 'mobilise';
  return gentle && (use === 'warmUp' || stretches) && !(plan.audience ?? []).some((a) => m.instead[a] !== undefined);
}

function best(
  pool: readonly Move[],
  chosen: readonly Move[],
  open: ReadonlySet<Part>,
  worked: readonly Part[],
): Move | undefined {
  const score = (m: Move) => {
    const covers = m.main.filter((p) => open.has(p)).length * 3 + m.helpers.filter((p) => open.has(p)).length * 2;
    const serves = m.main.filter((p) => worked.includes(p)).length * 0.3;
    const floor = isOnFloor(m) && !chosen.some(isOnFloor) ? 0.6 : 0;
    return covers + serves - floor - (m.oneSided ? 0.2 : 0) - (m.area === 'mobility' ? 0 : 0.3);
  };
  let top: Move | undefined;
  let topScore = Number.NEGATIVE_INFINITY;
  for (const m of pool) {
    const s = score(m);
    if (s > topScore && !chosen.includes(m)) {
      top = m;
      topScore = s;
    }
  }
  return top;
}

/** Intervals and gaps of some moves; positions are taken as they will be ordered, one change of height each way. */
function loadOf(moves: readonly Move[]): Load {
  const isHold = (m: Move) => m.pattern === 'stretch';
  const units = moves.reduce((n, m) => n + (m.oneSided && isHold(m) ? 2 : 1), 0);
  const sides = (units - moves.length) * SIDE_REST_MS;
  return { units, gapMs: sides + Math.max(0, moves.length - 1) * LEAST_REST_MS + 6000 };
}

function stationOf(move: Move, k: number, sides: Sides): Station {
  return { ...newStation(`p${k + 1}`, move.name), sides };
}

/** A rest of its own where the usual one is too short for the change. */
function restAfter(from: Move, to: Move | undefined): { restMs?: number } {
  if (!to) return {};
  const needed = neededRest(from, to, { walks: false, turns: false }, USUAL_THRESHOLDS).totalMs;
  return needed > LEAST_REST_MS ? { restMs: Math.ceil(needed / 1000) * 1000 } : {};
}

/** Gives the stations the work time that fills the length: the same for all, a second more for the first few. */
function stretched(block: Block, lengthMs: number): Block {
  const probe = withWork(
    block,
    block.stations.map(() => 1000),
  );
  const gaps = compile({ blocks: [probe] }).totalMs - unitsOf(block) * 1000;
  const each = Math.max(1000, Math.floor((lengthMs - gaps) / unitsOf(block) / 1000) * 1000);
  let left = Math.round((lengthMs - gaps - each * unitsOf(block)) / 1000);
  const work = block.stations.map((s) => {
    const units = s.sides.mode === 'each' ? 2 : 1;
    if (units > left) return each;
    left -= units;
    return each + 1000;
  });
  return withWork(block, work);
}

const unitsOf = (block: Block) => block.stations.reduce((n, s) => n + (s.sides.mode === 'each' ? 2 : 1), 0);

function withWork(block: Block, work: readonly number[]): Block {
  const usual = Math.min(...work);
  const key = sheetSetting(block.format, 'work');
  const format = key === null ? block.format : withSetting(block.format, key, usual);
  const stations = block.stations.map((s, k) => (work[k] === usual ? s : { ...s, workMs: work[k] ?? usual }));
  return { ...block, format, stations };
}

function idFor(plan: Plan, base: string): string {
  const taken = (id: string) => plan.blocks.some((b) => b.id === id);
  let id = `${base}-proposed`;
  for (let n = 2; taken(id); n++) id = `${base}-proposed-${n}`;
  return id;
}
