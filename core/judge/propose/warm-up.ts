import { type Block, defaultFormat, newBlock, type Plan } from '../../class/index.ts';
import { type Move, overlapOf, PATTERNS, type Pattern } from '../../moves/index.ts';
import { type Bout, openingEffort, workedAreas } from '../balance/index.ts';
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

/** Efforts of a warm-up: no more than this by level, and no nearer to the first work than one below. */
const MOST_EFFORT = { beginner: 3, mixed: 4, practised: 4 } as const;

const PULSE = { least: 40, most: 75 };
const DRILL = { least: 22, most: 40 };
const REHEARSAL = { least: 22, most: 45 };
const LAST = { least: 30, most: 45 };
/** Where nothing is known of the first work. */
const USUAL_EFFORT = 3;
/** What raises the pulse, rising; the last is left out first. */
const PULSE_EFFORTS = [1, 2, 2] as const;
const REHEARSED = 3;

/**
 * A warm-up as a ramp: two or three minutes that raise the pulse, a drill for each area the main part works, its patterns without
 * weight, and a last minute within one of the effort it begins with. Nothing lands hard. Exactly `lengthMs` long; null
 * when the class has no main moves that are known, the library no such moves, or the length is under half a minute.
 */
export function proposeWarmUp(request: EndRequest): Block | null {
  const { plan } = request;
  const ground = groundOf(request);
  if (ground === null) return null;
  const { seconds, bouts, main } = ground;
  const here = gentle(request).filter((m) => m.impact === 'none');
  const pool = here.filter((m) => m.use.includes('warmUp') && m.effort <= 3);
  const chosen: Piece[] = [];
  const free = (from = pool) => from.filter((m) => !chosen.some((p) => p.move === m));
  const add = (move: Move | undefined, times: { least: number; most: number }, spare: number) => {
    if (move) chosen.push({ move, ...times, spare });
  };

  for (const effort of PULSE_EFFORTS) add(pulse(free(), effort), PULSE, chosen.length === 2 ? 4 : 0);
  for (const [k, { area, parts }] of workedAreas(plan, bouts, 'warmUp', request.coverFromMs).entries())
    add(
      best(
        free(),
        (m) => drillScore(m) && drillScore(m) * (3 * reaches(m, parts) + reaches(m, area) + 0.5 * helps(m, parts)),
      ),
      DRILL,
      k < 3 ? 0 : 2,
    );
  for (const [k, pattern] of mainPatterns(main).slice(0, REHEARSED).entries())
    add(
      rehearsed(
        free(),
        pattern,
        main.filter((s) => s.sure),
      ),
      REHEARSAL,
      k === 0 ? 1 : 2 + k,
    );
  const near = Math.min(
    MOST_EFFORT[plan.level],
    Math.max(2, Math.ceil(openingEffort(plan, bouts) ?? USUAL_EFFORT) - 1),
  );
  for (const spare of [0, 3]) add(lastMove(free(here), near) ?? best(free(), (m) => m.effort), LAST, spare);

  const pieces = fitting(chosen, seconds, gapsOf);
  return pieces.length === 0 ? null : blockOf(plan, pieces, seconds);
}

/** Easy steps on the spot, known to all before fancy ones. */
const pulse = (pool: readonly Move[], effort: number) =>
  best(pool, (m) =>
    m.main.includes('heart') && m.effort === effort && m.balance !== 'much' ? 2 - m.explainMs / 60_000 : 0,
  );

/** Moves a joint through its range, on the feet before on the floor; 0 for anything else. */
function drillScore(m: Move): number {
  if (m.pattern !== 'mobilise' && m.pattern !== 'hinge') return 0;
  if (m.headBelow || m.effort > 2) return 0;
  return m.position === 'standing' || m.position === 'seated' ? 1 : 0.4;
}

/** The pattern without weight, on the parts it works later. */
function rehearsed(pool: readonly Move[], pattern: Pattern, main: readonly Bout[]): Move | undefined {
  const alike = main.flatMap((s) => (s.move?.pattern === pattern ? [{ move: s.move, ms: s.ms }] : []));
  const whole = alike.reduce((sum, s) => sum + s.ms, 0);
  const shared = (m: Move) => alike.reduce((sum, s) => sum + overlapOf(m, s.move) * s.ms, 0);
  return best(pool, (m) =>
    m.pattern === pattern && m.effort <= 2 && m.position !== 'supine' && shared(m) > whole / 2 ? shared(m) : 0,
  );
}

/** The patterns the main part works, the most worked first; what has no shape to rehearse is left out. */
function mainPatterns(main: readonly Bout[]): Pattern[] {
  const sums = new Map<Pattern, number>();
  for (const s of main) if (s.sure && s.move) sums.set(s.move.pattern, (sums.get(s.move.pattern) ?? 0) + s.ms);
  const shaped: readonly Pattern[] = ['squat', 'hinge', 'lunge', 'push', 'pull', 'rotate'];
  return PATTERNS.filter((p) => shaped.includes(p) && sums.has(p)).sort(
    (a, b) => (sums.get(b) ?? 0) - (sums.get(a) ?? 0),
  );
}

/** What comes nearest to an effort and not above it, on the feet or on a chair, a move of warm-ups before another. */
const lastMove = (pool: readonly Move[], effort: number) =>
  best(pool, (m) =>
    m.effort > 1 &&
    m.effort <= effort &&
    m.kit.length === 0 &&
    m.main.includes('heart') &&
    (m.position === 'standing' || m.position === 'seated')
      ? m.effort * 2 + (m.use.includes('warmUp') ? 1 : 0) - m.explainMs / 60_000
      : 0,
  );

const gapsOf = (pieces: readonly Piece[]) =>
  pieces.reduce((sum, p, k) => sum + changeS(p.move, pieces[k + 1]?.move), 0);

function blockOf(plan: Plan, pieces: readonly Piece[], seconds: number): Block {
  const times = dealt(pieces, seconds - gapsOf(pieces));
  const usual = Math.min(...times) * 1000;
  const stations = pieces.map(({ move }, k) => {
    const workMs = (times[k] ?? 0) * 1000;
    const restMs = changeS(move, pieces[k + 1]?.move) * 1000;
    return stationOf(move, k, {
      sides: move.oneSided ? { mode: 'split', first: 'left' } : { mode: 'none' },
      ...(workMs === usual ? {} : { workMs }),
      ...(restMs > 0 ? { restMs } : {}),
    });
  });
  const format = { ...defaultFormat('circuit'), rounds: 1, workMs: usual, restMs: 0, roundBreakMs: 0 };
  return {
    ...newBlock(idFor(plan, 'warm-up'), 'warmUp', format),
    stations,
    breakAfter: { ms: 30_000, untilTap: false },
  };
}
