import { formatDuration } from '../../class/index.ts';
import { intensityAt, isBreathless, isHard } from '../balance/index.ts';
import type { GroupSet } from '../changes/index.ts';
import { anotherThere, reordered } from './fixes.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import { type Check, type CheckContext, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

/** Sets of one kind with no pause between them that lets go. */
interface Run {
  turns: GroupSet[];
  workMs: number;
}

/** The longest run of each first set, over all groups: sets that `are` so, with pauses shorter than `pauseMs`. */
function runsOf({ paths }: CheckContext, are: (turn: GroupSet) => boolean, pauseMs: number): Run[] {
  const longest = new Map<string, Run>();
  const close = (run: Run | null) => {
    const [first] = run?.turns ?? [];
    if (!run || !first) return;
    const key = `${first.block.id}:${first.station.id}`;
    if (run.workMs > (longest.get(key)?.workMs ?? 0)) longest.set(key, run);
  };
  for (const path of paths) {
    let run: Run | null = null;
    let endMs = 0;
    for (const turn of path) {
      if (run && (!are(turn) || turn.startMs - endMs >= pauseMs)) {
        close(run);
        run = null;
      }
      if (are(turn)) {
        run ??= { turns: [], workMs: 0 };
        run.turns.push(turn);
        run.workMs += atOnceMs(turn);
      }
      endMs = turn.startMs + turn.durationMs;
    }
    close(run);
  }
  return [...longest.values()].sort((a, b) => b.workMs - a.workMs);
}

/** Reps of a move in a complex where none are said, and how long one takes, ms: nobody stays at it for its whole share. */
const USUAL_REPS = 12;
const REP_MS = 3000;

/** How long a move is done before the next one. */
const atOnceMs = ({ inComplex, durationMs, station }: GroupSet) =>
  inComplex ? Math.min(durationMs, (station.reps?.count ?? USUAL_REPS) * REP_MS) : durationMs;

const names = (run: Run) => listed(run.turns.map((t) => t.station.move));

/** One finding for the longest run, the other places beside it. */
function raised(context: CheckContext, runs: readonly Run[], text: (run: Run) => string): DraftFinding[] {
  const [worst] = runs;
  const [first] = worst?.turns ?? [];
  if (!worst || !first) return [];
  return [
    {
      key: `${first.block.id}:${first.station.id}`,
      weight: 2,
      text: text(worst),
      place: rowPlace(first.block.id, first.station.id),
      also: runs.slice(1).flatMap((r) => (r.turns[0] ? [rowPlace(r.turns[0].block.id, r.turns[0].station.id)] : [])),
      ...(runs.length > 1 ? { cases: runs.map(text) } : {}),
      fixes: reordered(context, first.block, 'An order with pauses between them'),
    },
  ];
}

const BRACED = new Set(['handsAndFeet', 'prone', 'side']);
/** A plank: held on hands or forearms, with nothing that moves the load elsewhere. */
const isPlank = ({ known, move }: GroupSet) => known && move.pattern === 'brace' && BRACED.has(move.position);

export const braceRun: Check = {
  id: 'braceRun',
  title: 'Long plank',
  reason: 'After a minute and a half of holding the back sags, and the wrists and the breath suffer.',
  source: RULE_OF_THUMB,
  thresholds: ['braceS', 'letGoS'],
  run: (context) => {
    const { braceS, letGoS } = context.thresholds;
    const runs = runsOf(context, isPlank, letGoS * 1000).filter((r) => r.workMs > braceS * 1000);
    return raised(context, runs, (r) => `${formatDuration(r.workMs)} of holding without a pause: ${names(r)}.`);
  },
};

export const gripRun: Check = {
  id: 'gripRun',
  title: 'Grip without a pause',
  reason: 'A grip that tires lets go, and the weight with it.',
  source: RULE_OF_THUMB,
  thresholds: ['gripS', 'letGoS'],
  run: (context) => {
    const { gripS, letGoS } = context.thresholds;
    const runs = runsOf(context, (t) => t.known && t.move.grip === 'firm', letGoS * 1000).filter(
      (r) => r.workMs > gripS * 1000,
    );
    return raised(context, runs, (r) => `${formatDuration(r.workMs)} of firm grip without a pause: ${names(r)}.`);
  },
};

/** So long without the arms up rests the shoulders, ms. */
const SHOULDERS_MS = 60_000;

export const overheadRun: Check = {
  id: 'overheadRun',
  title: 'Overhead again and again',
  reason: 'Shoulders want a pause from work above the head; tired they pinch.',
  source: RULE_OF_THUMB,
  thresholds: ['overheadMoves'],
  run: (context) => {
    // Work, not reaching: a weight, or the body's own.
    const works = ({ known, move, block }: GroupSet) => known && move.overhead && move.effort >= 3 && isMain(block);
    const runs = runsOf(context, works, SHOULDERS_MS).filter((r) => moves(r) > context.thresholds.overheadMoves);
    return raised(context, runs, (r) => `${moves(r)} moves overhead in a row: ${names(r)}.`);
  },
};

/** Moves that follow one another; the same again is one. */
const moves = ({ turns }: Run) => turns.filter((t, k) => turns[k - 1]?.station.id !== t.station.id).length;

/** Breath comes down enough in this for the head to go down, ms. */
const SETTLED_MS = 60_000;

export const headDown: Check = {
  id: 'headDown',
  title: 'Head down after hard work',
  reason: 'The head below the heart straight after hard work makes people dizzy.',
  source: 'The usual caution of the trade.',
  thresholds: [],
  run: (context) => {
    const { paths, intensity } = context;
    const found = new Map<string, { turn: GroupSet; before: GroupSet }>();
    for (const path of paths)
      path.forEach((turn, k) => {
        const before = path[k - 1];
        if (!before || !turn.known || !turn.move.headBelow || turn.move.effort >= 4) return;
        const gapMs = turn.startMs - before.startMs - before.durationMs;
        const hard = (before.known && isBreathless(before.move)) || isHard(intensityAt(intensity, turn.startMs));
        if (hard && gapMs < SETTLED_MS) found.set(`${turn.block.id}:${turn.station.id}`, { turn, before });
      });
    const [first, ...others] = [...found.values()];
    if (!first) return [];
    const { turn, before } = first;
    const gapS = secondsOf(turn.startMs - before.startMs - before.durationMs);
    const raise: DraftFinding = {
      key: `${turn.block.id}:${turn.station.id}`,
      weight: 2,
      text: `${turn.station.move} puts the head down ${gapS === 0 ? 'straight' : `${gapS} s`} after ${before.station.move}.${others.length > 0 ? ` So do ${listed(others.map((o) => o.turn.station.move))}.` : ''}`,
      place: rowPlace(turn.block.id, turn.station.id),
      also: others.map((o) => rowPlace(o.turn.block.id, o.turn.station.id)),
      fixes: anotherThere(context, turn.block, turn.station, (m) => !m.headBelow && m.effort <= turn.move.effort),
    };
    return [raise];
  },
};
