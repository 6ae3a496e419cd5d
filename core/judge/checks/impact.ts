import { type Plan, type Station, updateStation } from '../../class/index.ts';
import { insteadOf, type Library, type Move, readAt, swapStation, twinOf } from '../../moves/index.ts';
import type { Bout } from '../balance/index.ts';
import type { GroupSet } from '../changes/index.ts';
import { reordered } from './fixes.ts';
import { byLevel, isMain, LEVEL_WORDS, listed } from './parts.ts';
import { type Check, CLASS_PLACE, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

export const impactRun: Check = {
  id: 'impactRun',
  title: 'Jump after jump',
  reason: 'Joints and calves need a pause from landing.',
  source: RULE_OF_THUMB,
  thresholds: ['impactRun', 'jumpResetS'],
  run: (context) => {
    const { paths, thresholds } = context;
    const resetMs = thresholds.jumpResetS * 1000;
    // The longest run of each set that goes on too long, over all groups.
    const found = new Map<string, { turn: GroupSet; run: number }>();
    for (const path of paths) {
      let run = 0;
      let before: GroupSet | null = null;
      let landedMs = Number.NEGATIVE_INFINITY;
      for (const turn of path) {
        const again = before !== null && before.block === turn.block && before.stationIndex === turn.stationIndex;
        before = turn;
        const lands = turn.known && turn.move.impact === 'high';
        // A stretch of something else ends a run, and so does time enough without landing.
        if (!lands) run = again ? run : 0;
        else run = turn.startMs - landedMs >= resetMs ? 1 : again ? Math.max(1, run) : run + 1;
        if (lands) landedMs = turn.startMs + turn.durationMs;
        const key = `${turn.block.id}:${turn.station.id}`;
        if (lands && run > thresholds.impactRun && isMain(turn.block) && run > (found.get(key)?.run ?? 0))
          found.set(key, { turn, run });
      }
    }
    const all = [...found.values()].sort((a, b) => a.run - b.run || a.turn.startMs - b.turn.startMs);
    const [first] = all;
    if (!first) return [];
    const places = all.map(({ turn }) => rowPlace(turn.block.id, turn.station.id));
    const moves = all.map(({ turn }) => turn.station.move);
    const longest = all.at(-1)?.run ?? first.run;
    return [
      {
        key: first.turn.block.id,
        weight: 2 as const,
        text:
          all.length === 1
            ? `${moves[0]} is the ${ordinal(longest)} move with hard landings in a row.`
            : `Up to ${longest} moves with hard landings in a row: on to ${listed(moves)}.`,
        place: places[0] ?? CLASS_PLACE,
        also: places.slice(1),
        fixes: reordered(context, first.turn.block, 'An order with pauses between the jumps'),
      },
    ];
  },
};

const ordinal = (n: number) => `${n}${n === 2 ? 'nd' : n === 3 ? 'rd' : 'th'}`;

export const landings: Check = {
  id: 'landings',
  title: 'Many landings',
  reason: 'Hard landings add up over a class; those who are new to them bear fewer.',
  source:
    'Foot contacts a session by level: Haff and Triplett, Essentials of Strength Training and Conditioning, 2016. Landings a minute of each move are our judgement; steps of a run are not counted.',
  thresholds: ['landingsBeginner', 'landingsMixed', 'landingsPractised'],
  run: ({ plan, bouts, library, thresholds }) => {
    const hard = bouts.filter((s) => s.sure && s.move?.impact === 'high' && !isRun(s.move));
    const sum = Math.round(hard.reduce((n, s) => n + ((s.move?.landings ?? 0) * s.ms) / 60_000, 0));
    const limit = byLevel(plan, thresholds.landingsBeginner, thresholds.landingsMixed, thresholds.landingsPractised);
    if (sum <= limit) return [];
    const moves = hard.map((s) => s.station.move);
    const found: DraftFinding = {
      weight: sum > FAR_OVER * limit ? 2 : 1,
      text: `About ${sum} hard landings a person (${listed(moves)}); for ${LEVEL_WORDS[plan.level]} at most ${limit}.`,
      place: CLASS_PLACE,
      fixes: withoutMost(plan, hard, library),
    };
    return [found];
  },
};

/** So far over the limit it is no matter of a few. */
const FAR_OVER = 1.5;

/** What lands most often, done low by all. */
function withoutMost(plan: Plan, hard: readonly Bout[], library: Library) {
  const sums = new Map<string, { bout: Bout; landings: number }>();
  for (const bout of hard) {
    const sum = sums.get(bout.station.id) ?? { bout, landings: 0 };
    sum.landings += (bout.move?.landings ?? 0) * bout.ms;
    sums.set(bout.station.id, sum);
  }
  const [most] = [...sums.values()].sort((a, b) => b.landings - a.landings);
  const twin = most?.bout.move && twinOf(most.bout.move, library);
  const block = most && plan.blocks[most.bout.blockIndex];
  if (!twin || !block) return [];
  const { station } = most.bout;
  return [
    {
      label: `${twin.name} in place of ${station.move}`,
      plan: swapStation(plan, block.id, station.id, twin, null, library),
    },
  ];
}

/** So many steps a minute are a run, not jumps. */
const RUN_STEPS = 100;
const isRun = (m: Move) => m.pattern === 'locomote' && m.landings >= RUN_STEPS;

export const lowImpact: Check = {
  id: 'lowImpact',
  title: 'No low-impact option',
  reason: 'Every jump needs a way to do it without one.',
  source: 'The usual caution of the trade.',
  thresholds: [],
  run: ({ plan, library }) =>
    plan.blocks.flatMap((block) =>
      block.stations.flatMap((station) => {
        const { kind, move } = readAt(library, station);
        if (move?.impact !== 'high' || hasLow(station, insteadOf(library, move, 'noJumping')?.name, library)) return [];
        const twin = twinOf(move, library);
        return [
          {
            key: `${block.id}:${station.id}`,
            weight: 2 as const,
            text:
              kind === 'known'
                ? `${station.move} has no low-impact option beside it.`
                : `${station.move} is guessed to land hard and has no low-impact option beside it.`,
            place: rowPlace(block.id, station.id),
            fixes: twin
              ? [
                  {
                    label: `Beside it: ${twin.name}`,
                    plan: updateStation(plan, block.id, station.id, (s) => ({ ...s, lowImpact: twin.name })),
                  },
                ]
              : [],
          },
        ];
      }),
    ),
};

/** A way beside it that does not land hard; of one in the instructor's own words nothing else is known. */
function hasLow({ lowImpact: low, easier }: Station, named: string | undefined, library: Library): boolean {
  if (low !== undefined) return true;
  return easier?.some((way) => way === named || library.get(way)?.impact !== 'high') ?? false;
}
