import type { Position } from '../../class/index.ts';
import { type Block, defaultFormat, newBlock, type Plan } from '../../class/index.ts';
import type { BodyPart, Move } from '../../moves/index.ts';
import { type Bout, isBreathless, isMain, workedAreas } from '../balance/index.ts';
import {
  best,
  changeS,
  dealt,
  type EndRequest,
  fitting,
  gentle,
  groundOf,
  helps,
  idFor,
  type Piece,
  reaches,
  stationOf,
} from './ends.ts';

const EASY = { least: 60, most: 75 };
const HOLD = { least: 15, most: 30 };
/** A hold of twenty seconds is a good one where fifteen would do. */
const GOOD_SHARE = 4 / 3;
/** How soon a hold is left out whose area has one already. */
const SECOND = 4;
const BREATH = { least: 20, most: 45 };
/** From one hold to the next, and from one side to the other, s. */
const CHANGE_S = 5;
const SIDE_S = 3;
const EASY_MOVES = 2;
/** Easy movement after hard work, s. */
const SETTLED_S = 120;
/** Holds at most, once every area has its own. */
const MOST_HOLDS = 9;

const DOWNWARDS: readonly Position[] = ['standing', 'kneeling', 'handsAndFeet', 'seated', 'side', 'prone', 'supine'];
/** Quiet ends, by where they leave people; what the library does not have is left out. */
const BREATHS = ['Breathing stand', 'Seated breathing', 'Lying rest'];
const isBreath = (m: Move) => BREATHS.includes(m.name);
const LYING: readonly Position[] = ['side', 'prone', 'supine'];

/**
 * A cool-down: easy movement until the breath has settled, a hold for each area the main part worked, each side in turn, from standing
 * down to lying, and quiet breathing at the end. No muscle twice before each has had its own, no head down, nothing on one leg at
 * the start. `lengthMs` long to within a second; null as for a warm-up.
 */
export function proposeCoolDown(request: EndRequest): Block | null {
  const { plan } = request;
  const ground = groundOf(request);
  if (ground === null) return null;
  const { seconds, bouts, main } = ground;
  const pool = gentle(request).filter((m) => m.effort <= 1 && m.impact === 'none' && !m.headBelow);
  const pieces = easyPieces(plan, pool, main);
  const stretches = pool.filter(
    (m) => m.use.includes('coolDown') && m.pattern === 'stretch' && m.balance !== 'much' && !isBreath(m),
  );
  const areas = workedAreas(plan, bouts, 'coolDown', request.coverFromMs);
  const holds = holdsFor(stretches, areas);
  for (const [k, move] of holds.entries()) pieces.push(held(move, k < areas.length ? 1 : SECOND));
  const breath = breathing(pool, holds);
  if (breath) pieces.push({ move: breath, ...BREATH, spare: 2 });
  // Few holds long enough rather than many short ones: what is for a second time goes before any is cut short.
  const long = pieces.map((p) => (p.spare > 0 ? { ...p, least: p.least * GOOD_SHARE } : p));
  const most = fitting(long, seconds, gapsOf, SECOND).map((p) => pieces.find((o) => o.move === p.move) ?? p);
  const kept = ordered(fitting(most, seconds, gapsOf));
  return kept.length === 0 ? null : blockOf(plan, kept, seconds);
}

const isEasy = (m: Move) => m.pattern === 'locomote' && m.main.includes('heart') && m.effort === 1;

/** Walking and stepping until it is two minutes since hard work: a minute at least, in two moves where it takes longer. */
function easyPieces(plan: Plan, pool: readonly Move[], main: readonly Bout[]): Piece[] {
  const hard = main.findLast((s) => s.sure && s.move !== null && isBreathless(s.move))?.interval;
  const end = main.at(-1)?.interval;
  const ended = ({ startMs, durationMs }: { startMs: number; durationMs: number }) => startMs + durationMs;
  const last = plan.blocks.findLast(isMain)?.breakAfter.ms ?? 0;
  const sinceS = hard && end ? (ended(end) - ended(hard) + last) / 1000 : SETTLED_S;
  const least = Math.max(EASY.least, Math.ceil(SETTLED_S - sinceS));
  const easy = pool.filter(isEasy);
  const walk = best(easy, (m) => (m.use.includes('coolDown') ? 2 : 1));
  const step = best(easy, (m) => (m === walk ? 0 : 2 - m.explainMs / 60_000));
  const moves = [walk, step].flatMap((m) => m ?? []).slice(0, least > EASY.most ? EASY_MOVES : 1);
  const each = Math.ceil(least / Math.max(1, moves.length));
  return moves.map((move) => ({ move, least: each, most: Math.max(each, EASY.most), spare: 0 }));
}

/** One hold for each area, the most worked first; then the parts of them that no hold has reached yet. */
function holdsFor(
  pool: readonly Move[],
  areas: readonly { area: readonly BodyPart[]; parts: readonly BodyPart[] }[],
): Move[] {
  const holds: Move[] = [];
  const done = new Set<BodyPart>();
  const take = (parts: readonly BodyPart[], wide: readonly BodyPart[]) => {
    const found = best(pool, (m) => {
      if (holds.includes(m) || reaches(m, wide) === 0) return 0;
      const fresh = m.main.filter((p) => parts.includes(p) && !done.has(p)).length;
      const again = m.main.filter((p) => done.has(p)).length;
      return (
        1 + 4 * fresh + reaches(m, wide) + 0.3 * helps(m, wide) - 2 * again + (LYING.includes(m.position) ? 0 : 0.5)
      );
    });
    if (!found) return;
    holds.push(found);
    for (const p of found.main) done.add(p);
  };
  for (const { area, parts } of areas) take(parts, area);
  for (const part of areas.flatMap((a) => a.parts))
    if (!done.has(part) && holds.length < MOST_HOLDS) take([part], [part]);
  return holds;
}

/** Where the last hold leaves people: lying, sitting or on their feet. */
function breathing(pool: readonly Move[], holds: readonly Move[]): Move | undefined {
  const deepest = Math.max(0, ...holds.map((m) => DOWNWARDS.indexOf(m.position)));
  return best(pool, (m) => (isBreath(m) ? 10 - Math.abs(DOWNWARDS.indexOf(m.position) - deepest) : 0));
}

const held = (move: Move, spare: number): Piece => {
  const sides = move.oneSided ? 2 : 1;
  return { move, least: HOLD.least * sides, most: HOLD.most * sides, spare };
};

/** Movement first, then the holds from standing down to lying, breathing last. */
function ordered(pieces: readonly Piece[]): Piece[] {
  const rank = ({ move }: Piece) =>
    isEasy(move) ? -1 : isBreath(move) ? DOWNWARDS.length : DOWNWARDS.indexOf(move.position);
  return [...pieces].sort((a, b) => rank(a) - rank(b));
}

const gapAfter = (p: Piece, next: Piece | undefined) => (next ? Math.max(CHANGE_S, changeS(p.move, next.move)) : 0);

function gapsOf(pieces: readonly Piece[]): number {
  const inOrder = ordered(pieces);
  const sides = pieces.filter((p) => p.move.oneSided).length * SIDE_S;
  return sides + inOrder.reduce((sum, p, k) => sum + gapAfter(p, inOrder[k + 1]), 0);
}

function blockOf(plan: Plan, pieces: readonly Piece[], seconds: number): Block {
  const times = dealt(pieces, seconds - gapsOf(pieces)).map((s, k) => (pieces[k]?.move.oneSided ? s / 2 : s));
  const stations = pieces.map((p, k) => {
    const gapMs = gapAfter(p, pieces[k + 1]) * 1000;
    return stationOf(p.move, k, {
      sides: p.move.oneSided ? { mode: 'each', first: 'left', restMs: SIDE_S * 1000 } : { mode: 'none' },
      workMs: (times[k] ?? 0) * 1000,
      ...(gapMs > CHANGE_S * 1000 ? { restMs: gapMs } : {}),
    });
  });
  const format = { ...defaultFormat('holds'), changeMs: CHANGE_S * 1000 };
  return { ...newBlock(idFor(plan, 'cool-down'), 'coolDown', format), stations };
}
