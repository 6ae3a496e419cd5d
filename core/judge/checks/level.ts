import { type Block, MOST_WAYS, moduleOf, type Station, updateStation } from '../../class/index.ts';
import { EASIER_WAY_FROM, type Library, type Move, moveAt, oneEasier, withMove } from '../../moves/index.ts';
import { effortOf } from '../balance/index.ts';
import { longerRest, restFor, workOf } from './fixes.ts';
import { byLevel, isMain, LEVEL_WORDS, listed } from './parts.ts';
import { blockPlace, type Check, type CheckContext, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';
import { ratioOf, workRestsOf } from './work-rests.ts';

const RATIOS =
  'Work to rest by energy system: Haff and Triplett, Essentials of Strength Training and Conditioning, 2016; by level a rule of thumb.';

const said = (ratio: number) => (ratio === Number.POSITIVE_INFINITY ? 'no rest' : `${Math.round(ratio * 10) / 10} : 1`);

/** Gentle work needs no rest to be repeated. */
const GENTLE = 1.5;
const STRENGTH_RATIO = 1;

/** The effort of a block as it is known; null where nothing is. */
function effortIn({ plan, bouts }: CheckContext, block: Block): number | null {
  const own = bouts.filter((s) => plan.blocks[s.blockIndex] === block);
  return effortOf(own, moduleOf(block.format).traits.fullEffort !== null);
}

export const workRest: Check = {
  id: 'workRest',
  title: 'Work to rest against the level',
  reason: 'Beginners do well on as much rest as work; more work than people can repeat only lowers its quality.',
  source: RATIOS,
  thresholds: ['ratioBeginner', 'ratioMixed', 'ratioPractised'],
  run: (context) => {
    const { plan, thresholds, kind } = context;
    if (kind === 'mobility' || kind === 'dance') return [];
    const usual = byLevel(plan, thresholds.ratioBeginner, thresholds.ratioMixed, thresholds.ratioPractised);
    const limit = kind === 'strength' ? Math.min(usual, STRENGTH_RATIO) : usual;
    return plan.blocks.flatMap((block) => {
      const { format } = block;
      const { timed, fullEffort } = moduleOf(format).traits;
      // A full-effort format for beginners is said as that.
      if (!timed || !isMain(block) || (fullEffort !== null && plan.level === 'beginner')) return [];
      const effort = effortIn(context, block);
      if (effort !== null && effort <= GENTLE) return [];
      const ratio = ratioOf(workRestsOf(context, block));
      if (ratio === null || ratio <= limit) return [];
      return [
        {
          key: block.id,
          weight: plan.level === 'beginner' ? (2 as const) : (1 as const),
          text: `${block.title}: work to rest is ${said(ratio)}; for ${kind === 'strength' ? 'strength' : LEVEL_WORDS[plan.level]} at most ${limit} : 1.`,
          place: blockPlace(block.id),
          fixes: longerRest(plan, block, restFor(workOf(block), limit)),
        },
      ];
    });
  },
};

/** Rest for each second of all-out work at least, by how long it lasts, s. */
const ALL_OUT: readonly { untilS: number; atLeast: number; range: string }[] = [
  { untilS: 10, atLeast: 12, range: '12 to 20' },
  { untilS: 30, atLeast: 3, range: '3 to 5' },
  { untilS: 180, atLeast: 3, range: '3 to 4' },
  { untilS: Number.POSITIVE_INFINITY, atLeast: 1, range: '1 to 3' },
];
/** Effort of a block from which it counts as all out throughout. */
const ALL_OUT_FROM = 4.75;

export const allOutRest: Check = {
  id: 'allOutRest',
  title: 'Rest for all-out work',
  reason: 'A sprint is one only when the store it lives on has filled again; else it is a slower sprint each time.',
  source: RATIOS,
  thresholds: [],
  run: (context) =>
    context.plan.blocks.flatMap((block) => {
      const { traits } = moduleOf(block.format);
      if (!isMain(block) || traits.fullEffort !== null || !traits.timed) return [];
      if ((effortIn(context, block) ?? 0) < ALL_OUT_FROM) return [];
      const workRests = workRestsOf(context, block);
      const [work] = workRests;
      const ratio = ratioOf(workRests);
      if (!work || ratio === null) return [];
      const band = ALL_OUT.find((b) => work.workMs <= b.untilS * 1000);
      if (!band || 1 / ratio >= band.atLeast - 0.05) return [];
      const seconds = Math.round(work.workMs / 1000);
      const found: DraftFinding = {
        key: block.id,
        weight: 1,
        text: `${block.title}: ${seconds} s all out want ${band.range} times as long to rest; here it is ${Math.round(10 / ratio) / 10}.`,
        place: blockPlace(block.id),
        fixes: longerRest(context.plan, block, restFor(work.workMs, 1 / band.atLeast)),
      };
      return [found];
    }),
};

/** Sets of a full-effort format follow one another with less rest than this for each second of work. */
const FULL_EFFORT_REST = 1;

export const formatLevel: Check = {
  id: 'formatLevel',
  title: 'Too hard for the level',
  reason: 'Full-effort formats and all-out moves are not for beginners, nor after illness or without clearance.',
  source: 'The usual caution of the trade.',
  thresholds: [],
  run: (context) => {
    const { plan } = context;
    if (plan.level !== 'beginner') return [];
    return plan.blocks.filter(isMain).flatMap((block) => [...hardFormat(context, block), ...hardMoves(context, block)]);
  },
};

function hardFormat(context: CheckContext, block: Block): DraftFinding[] {
  if (moduleOf(block.format).traits.fullEffort === null) return [];
  const ratio = ratioOf(workRestsOf(context, block));
  // With as much rest as work it is an even circuit by another name; breaks excuse nothing.
  if (ratio === null || 1 / ratio >= FULL_EFFORT_REST) return [];
  return [
    {
      key: block.id,
      weight: 3,
      text: `${block.title} asks for full effort; this class is for beginners.`,
      place: blockPlace(block.id),
      fixes: longerRest(context.plan, block, workOf(block), `As much rest as work: ${workOf(block) / 1000} s`),
    },
  ];
}

function hardMoves({ plan, library }: CheckContext, block: Block): DraftFinding[] {
  const hard = block.stations.flatMap((station) => {
    const move = moveAt(library, station);
    return move && move.effort >= 5 ? [{ station, move }] : [];
  });
  return hard.map(({ station, move }) => {
    const easier = oneEasier(library, move);
    return {
      key: `${block.id}:${station.id}`,
      weight: 2 as const,
      text: `${station.move} is an all-out move; this class is for beginners.`,
      place: rowPlace(block.id, station.id),
      fixes: easier
        ? [
            {
              label: `${easier.name} in its place`,
              plan: updateStation(plan, block.id, station.id, (s) => withMove(s, easier, library)),
            },
          ]
        : [],
    };
  });
}

export const levelMix: Check = {
  id: 'levelMix',
  title: 'One way for two levels',
  reason: 'Where beginners stand beside practised people, each hard move wants an easier way beside it.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: ({ plan, library }) => {
    const { mix } = plan;
    if (!mix || mix.beginners === 0 || mix.practised === 0) return [];
    const alone = plan.blocks.filter(isMain).flatMap((block) =>
      block.stations.flatMap((station) => {
        const move = moveAt(library, station);
        if (!move || move.effort < EASIER_WAY_FROM || hasEasier(station, move, library)) return [];
        return [{ block, station, easier: oneEasier(library, move) }];
      }),
    );
    const [first] = alone;
    if (!first) return [];
    const places = alone.map(({ block, station }) => rowPlace(block.id, station.id));
    const fixed = alone.reduce(
      (p, { block, station, easier }) =>
        easier
          ? updateStation(p, block.id, station.id, (s) => ({
              ...s,
              easier: [...(s.easier ?? []), easier.name].slice(-MOST_WAYS),
            }))
          : p,
      plan,
    );
    const n = alone.filter((a) => a.easier).length;
    const found: DraftFinding = {
      weight: 2,
      text: `${mix.beginners} beginners, ${mix.practised} practised: no easier way beside ${listed(alone.map((a) => a.station.move))}.`,
      place: places[0] ?? blockPlace(first.block.id),
      also: places.slice(1),
      fixes:
        n > 0
          ? [{ label: n === 1 ? 'An easier way beside it' : `An easier way beside ${n} of them`, plan: fixed }]
          : [],
    };
    return [found];
  },
};

/** A way at least one effort lower, or one in the instructor's own words. */
function hasEasier({ easier = [], lowImpact }: Station, move: Move, library: Library): boolean {
  return [...easier, ...(lowImpact ? [lowImpact] : [])].some((way) => {
    const known = library.get(way);
    return known === null || known.effort < move.effort;
  });
}
