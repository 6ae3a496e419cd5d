import { withMove } from '../moves/index.ts';
import { type Format, keyOfRole, moduleOf, settingOf, updateBlock, withSetting } from '../plan/index.ts';
import { isMain } from './transitions.ts';
import { blockPlace, type Check, rowPlace } from './types.ts';

const FULL_EFFORT_RATIO = 2;

/** A time of a format by its role, ms; undefined where it has none. */
function timeOf(format: Format, role: 'work' | 'rest'): number | undefined {
  const key = keyOfRole(format, role);
  return key === null ? undefined : Number(settingOf(format, key));
}

export const workRest: Check = {
  id: 'workRest',
  title: 'Work to rest against the level',
  reason: 'Beginners do well on as much rest as work; more work than people can repeat only lowers its quality.',
  thresholds: ['ratioBeginner', 'ratioMixed', 'ratioPractised'],
  run: ({ plan, totals, thresholds }) => {
    const limits = {
      beginner: thresholds.ratioBeginner,
      mixed: thresholds.ratioMixed,
      practised: thresholds.ratioPractised,
    };
    const limit = limits[plan.level];
    return plan.blocks.flatMap((block, k) => {
      const t = totals.blocks[k];
      const timed = moduleOf(block.format).traits.timed;
      if (!t || !timed || !isMain(block) || t.workMs === 0) return [];
      const rest = t.restMs + t.breakMs;
      const ratio = rest === 0 ? Number.POSITIVE_INFINITY : t.workMs / rest;
      if (ratio <= limit) return [];
      const said = rest === 0 ? 'no rest at all' : `${Math.round(ratio * 10) / 10} : 1`;
      const { format } = block;
      const [work, now] = (['work', 'rest'] as const).map((role) => timeOf(format, role));
      const restMs = Math.ceil((work ?? 0) / limit / 5000) * 5000;
      return [
        {
          check: 'workRest',
          key: `workRest:${block.id}`,
          weight: plan.level === 'beginner' ? (2 as const) : (1 as const),
          text: `${block.title}: work to rest is ${said}; for ${plan.level} people at most ${limit} : 1.`,
          place: blockPlace(block.id),
          fixes:
            moduleOf(format).traits.scope === 'cell' && now !== undefined && restMs > now
              ? [
                  {
                    label: `${restMs / 1000} s of rest`,
                    plan: updateBlock(plan, block.id, (b) => ({
                      ...b,
                      format: withSetting(format, keyOfRole(format, 'rest') ?? '', restMs),
                    })),
                  },
                ]
              : [],
        },
      ];
    });
  },
};

export const formatLevel: Check = {
  id: 'formatLevel',
  title: 'Too hard for the level',
  reason: 'Full-effort formats and all-out moves are not for beginners, nor after illness or without clearance.',
  thresholds: [],
  run: ({ plan, totals, library }) => {
    if (plan.level !== 'beginner') return [];
    return plan.blocks.filter(isMain).flatMap((block) => {
      const t = totals.blocks[plan.blocks.indexOf(block)];
      const hard =
        moduleOf(block.format).traits.fullEffort !== null &&
        t !== undefined &&
        t.workMs > FULL_EFFORT_RATIO * (t.restMs + t.breakMs) * 0.99;
      const format = hard
        ? [
            {
              check: 'formatLevel',
              key: `formatLevel:${block.id}`,
              weight: 3 as const,
              text: `${block.title} asks for full effort; this class is for beginners.`,
              place: blockPlace(block.id),
              fixes: [],
            },
          ]
        : [];
      const moves = block.stations.flatMap((s) => {
        const move = library.get(s.move);
        const easier = move?.easier ? library.get(move.easier) : null;
        if (!move || move.effort < 5) return [];
        return [
          {
            check: 'formatLevel',
            key: `formatLevel:${block.id}:${s.id}`,
            weight: 2 as const,
            text: `${s.move} is an all-out move; this class is for beginners.`,
            place: rowPlace(block.id, s.id),
            fixes: easier
              ? [
                  {
                    label: `${easier.name} in its place`,
                    plan: updateBlock(plan, block.id, (b) => ({
                      ...b,
                      stations: b.stations.map((x) => (x.id === s.id ? withMove(x, easier, library) : x)),
                    })),
                  },
                ]
              : [],
          },
        ];
      });
      return [...format, ...moves];
    });
  },
};
