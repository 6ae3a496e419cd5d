import { defaultSides, formatDuration, type Plan, type Station } from '../../class/index.ts';
import { type BodyPart, type Library, type Move, moveAt, moveKey, type Pattern } from '../../moves/index.ts';
import { oddRounds } from '../../time/index.ts';
import { type Bout, isMain, mainBouts } from '../balance/index.ts';
import { anotherThere, type DraftFix } from './fixes.ts';
import { listed } from './parts.ts';
import { type Check, type CheckContext, CLASS_PLACE, type DraftFinding, RULE_OF_THUMB } from './types.ts';

interface Pair {
  key: string;
  a: string;
  b: string;
  /** The share of a move that is of the one kind and of the other, 0 to 1 each. */
  of: (move: Move) => readonly [number, number];
  /** So many times the usual work before it is judged. */
  from: number;
}

const FRONT: readonly BodyPart[] = ['frontThighs', 'chest', 'belly', 'hipFront'];
const BACK: readonly BodyPart[] = ['backThighs', 'seat', 'upperBack', 'lowBack'];

const byPattern = (a: readonly Pattern[], b: readonly Pattern[]) => (move: Move) => {
  const patterns = [move.pattern, ...(move.second ? [move.second] : [])];
  const share = (of: readonly Pattern[]) => patterns.filter((p) => of.includes(p)).length / patterns.length;
  return [share(a), share(b)] as const;
};

/** What should not be far apart over a class. */
const PAIRS: readonly Pair[] = [
  { key: 'pushPull', a: 'push', b: 'pull', of: byPattern(['push'], ['pull']), from: 1 },
  { key: 'squatHinge', a: 'squat and lunge', b: 'hinge', of: byPattern(['squat', 'lunge'], ['hinge']), from: 1 },
  {
    key: 'frontBack',
    a: 'front',
    b: 'back',
    of: ({ main }) => {
      const [front, back] = [FRONT, BACK].map((parts) => main.filter((p) => parts.includes(p)).length) as [
        number,
        number,
      ];
      const all = Math.max(1, front + back);
      return [front / all, back / all];
    },
    // Most moves are of both: only much of it says something.
    from: 2,
  },
];

/** Strength is balanced, not breath: what is done for the heart counts to no pattern. */
const isForHeart = ({ move }: Bout) => move !== null && (move.area === 'cardio' || move.main.includes('heart'));

export const balance: Check = {
  id: 'balance',
  title: 'Out of balance',
  reason: 'Push without pull, squat without hinge or front without back adds up over weeks.',
  source: RULE_OF_THUMB,
  thresholds: ['balanceRatio', 'balanceFromS'],
  run: (context) => {
    const { thresholds, kind } = context;
    if (kind !== 'intervals' && kind !== 'strength') return [];
    const main = mainBouts(context.plan, context.bouts);
    const sure = main.filter((s) => s.sure && !isForHeart(s));
    // What is not known may be of the lesser kind: only what is uneven even then is claimed.
    const openMs = main.reduce((sum, s) => sum + (s.sure ? 0 : s.ms), 0);
    return PAIRS.flatMap(({ key, a, b, of, from }) => {
      const take = (k: 0 | 1) => sure.reduce((sum, { move, ms }) => sum + (move ? of(move)[k] * ms : 0), 0);
      const [x, y] = [take(0), take(1)];
      const [more, less] = x >= y ? [a, b] : [b, a];
      const [moreMs, lessMs] = [Math.max(x, y), Math.min(x, y)];
      const uneven =
        moreMs >= from * thresholds.balanceFromS * 1000 && moreMs > thresholds.balanceRatio * (lessMs + openMs);
      if (!uneven) return [];
      const open = openMs > 0 ? `, ${formatDuration(openMs)} not known` : '';
      return [
        {
          key: `${key}:${more}`,
          weight: 1 as const,
          text: `${formatDuration(moreMs)} of ${more}, ${lessMs === 0 ? 'none' : formatDuration(lessMs)} of ${less}${open}.`,
          place: CLASS_PLACE,
          fixes: exchanged(context, of, more === a ? 0 : 1),
        },
      ];
    });
  },
};

/** The last main move of what there is too much of, in exchange for one that is all of what is missing. */
function exchanged(context: CheckContext, of: Pair['of'], more: 0 | 1): DraftFix[] {
  const rows = context.plan.blocks.filter(isMain).flatMap((block) =>
    block.stations.flatMap((station) => {
      const move = moveAt(context.library, station);
      return move && of(move)[more] > 0 && move.area !== 'cardio' ? [{ block, station }] : [];
    }),
  );
  const last = rows.at(-1);
  // The only one of its kind stays.
  if (!last || rows.length < 2) return [];
  return anotherThere(context, last.block, last.station, (m) => of(m)[more === 0 ? 1 : 0] === 1);
}

/** The sides of a move count as even within this share. */
const EVEN_SHARE = 0.05;

export const unevenSides: Check = {
  id: 'unevenSides',
  title: 'Sides uneven',
  reason: 'Both sides are due the same time; the rounds may be even and the seconds still not.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: (context) => {
    const { plan, library } = context;
    // Said at its own place: a side that goes by an odd number of rounds.
    const odd = new Set(
      oddRounds(plan).flatMap((o) => o.stations.map((s) => plan.blocks[o.blockIndex]?.stations[s.stationIndex]?.id)),
    );
    const sums = new Map<string, { move: string; left: number; right: number }>();
    for (const { station, side, ms } of mainBouts(plan, context.bouts)) {
      if (side === null || odd.has(station.id)) continue;
      const key = moveKey(library, station.move);
      const sum = sums.get(key) ?? { move: moveAt(library, station)?.name ?? station.move, left: 0, right: 0 };
      sum[side] += ms;
      sums.set(key, sum);
    }
    const uneven = [...sums.values()].filter(({ left, right }) => {
      const apart = Math.abs(left - right);
      return apart >= 1000 && apart > EVEN_SHARE * (left + right);
    });
    const [first] = uneven;
    if (!first) return [];
    const said = uneven.map(({ move, left, right }) => `${move}: ${timeOf(left)} left, ${timeOf(right)} right.`);
    const found: DraftFinding = {
      weight: 2,
      text: `${said[0]}${uneven.length > 1 ? ` Uneven too: ${listed(uneven.slice(1).map((s) => s.move))}.` : ''}`,
      place: CLASS_PLACE,
      ...(said.length > 1 ? { cases: said } : {}),
      fixes: switched(
        plan,
        uneven.map((u) => u.move),
        library,
      ),
    };
    return [found];
  },
};

/** Both sides in each visit. */
function switched(plan: Plan, names: readonly string[], library: Library) {
  const isOne = (s: Station) =>
    (s.sides.mode === 'byRound' || s.sides.mode === 'one') && names.includes(moveAt(library, s)?.name ?? s.move);
  const blocks = plan.blocks.map((b) =>
    isMain(b) && b.stations.some(isOne)
      ? { ...b, stations: b.stations.map((s) => (isOne(s) ? { ...s, sides: defaultSides('split') } : s)) }
      : b,
  );
  return blocks.some((b, k) => b !== plan.blocks[k]) ? [{ label: 'Switch at half', plan: { ...plan, blocks } }] : [];
}

const timeOf = (ms: number) => (ms === 0 ? 'none' : formatDuration(ms));
