import { type Block, formatDuration, moveBlock, type Plan } from '../../class/index.ts';
import { hardBefore, hardnessOf, intensityAt, isHard } from '../balance/index.ts';
import type { GroupSet } from '../changes/index.ts';
import { isHeavy } from '../sequence/index.ts';
import { byLevel, isMain, LEVEL_WORDS, listed } from './parts.ts';
import {
  blockPlace,
  type Check,
  type CheckContext,
  CLASS_PLACE,
  type DraftFinding,
  RULE_OF_THUMB,
  rowPlace,
} from './types.ts';

const CURVE = `${RULE_OF_THUMB} Effort is smoothed: half of the way up in 30 s, half of the way down in 60 s.`;

/** Says whether part of the work is left out for not being known. */
const least = ({ intensity }: CheckContext) => (intensity.atLeast ? 'at least ' : '');

export const hardMinutes: Check = {
  id: 'hardMinutes',
  title: 'Too long too hard',
  reason: 'Hard minutes are the dose of such a class; beyond what people can bear form goes and injuries come.',
  source: CURVE,
  thresholds: ['hardBeginnerMin', 'hardMixedMin', 'hardPractisedMin'],
  run: (context) => {
    const { plan, thresholds, intensity, timeline } = context;
    const limitMin = byLevel(plan, thresholds.hardBeginnerMin, thresholds.hardMixedMin, thresholds.hardPractisedMin);
    const { hardS, stretchS, stretchFromS } = hardnessOf(intensity);
    const over = hardS > limitMin * 60;
    const dense = stretchS > limitMin * 60;
    if (!over && !dense) return [];
    const time = (s: number) => formatDuration(s * 1000);
    const at = timeline.intervals.find((i) => (i.startMs + i.durationMs) / 1000 > stretchFromS);
    const block = at && plan.blocks[at.blockIndex];
    const parts = [
      ...(over ? [`${least(context)}${time(hardS)} at effort 4 or more`] : []),
      ...(dense
        ? [`${least(context)}${time(stretchS)} without a minute below effort 3, from ${time(stretchFromS)} on`]
        : []),
    ].join('; ');
    const found: DraftFinding = {
      key: [...(over ? ['sum'] : []), ...(dense ? ['stretch'] : [])].join('+'),
      weight: plan.level === 'beginner' || hardS > limitMin * 90 ? 3 : 2,
      text: `${parts.charAt(0).toUpperCase()}${parts.slice(1)}; for ${LEVEL_WORDS[plan.level]} at most ${limitMin} min.`,
      place: dense && block ? blockPlace(block.id) : CLASS_PLACE,
      fixes: relief(context),
    };
    return [found];
  },
};

const RELIEF_MS = 120_000;
const LEAST_BREAK_MS = 90_000;

/** Breaks long enough to come down in, after the main blocks that have none. */
function relief({ plan }: CheckContext): { label: string; plan: Plan }[] {
  const main = plan.blocks.filter(isMain);
  const without = new Set(
    main
      .filter((b, k) => k < main.length - 1 && b.breakAfter.ms < LEAST_BREAK_MS && !b.breakAfter.untilTap)
      .map((b) => b.id),
  );
  if (without.size === 0) return [];
  const blocks = plan.blocks.map((b) =>
    without.has(b.id) ? { ...b, breakAfter: { ...b.breakAfter, ms: RELIEF_MS } } : b,
  );
  return [{ label: 'Breaks of 2 min between the main blocks', plan: { ...plan, blocks } }];
}

/** Patterns in which a heavy weight is lifted with the back in play. */
const LIFTS = new Set(['squat', 'hinge', 'pull', 'push', 'lunge', 'carry']);

export const tiredSkill: Check = {
  id: 'tiredSkill',
  title: 'Skill after fatigue',
  reason: 'What takes skill or a heavy weight comes while people are fresh; tired it goes wrong where it hurts.',
  source: RULE_OF_THUMB,
  thresholds: ['freshMin'],
  run: (context) => {
    const { plan, paths, intensity, thresholds } = context;
    const sums = hardBefore(intensity);
    const hardS = ({ startMs }: GroupSet) => sums[Math.min(sums.length - 1, Math.floor(startMs / 1000))] ?? 0;
    const met = new Set<string>();
    const late = (paths[0] ?? []).filter((turn) => {
      const key = `${turn.block.id}:${turn.station.id}`;
      const isFirst = !met.has(key);
      met.add(key);
      const { move, known, station } = turn;
      // All out with a weight in the hands is heavy for whoever lifts it.
      const heavy = isHeavy(move, station) || (move.effort >= 5 && move.grip === 'firm');
      const asks = known && (move.skill === 'skilled' || (heavy && LIFTS.has(move.pattern)));
      if (!asks || !isFirst || !isMain(turn.block)) return false;
      return hardS(turn) >= thresholds.freshMin * 60 || isHard(intensityAt(intensity, turn.startMs));
    });
    const [first] = late;
    if (!first) return [];
    const found: DraftFinding = {
      key: `${first.block.id}:${first.station.id}`,
      weight: 2,
      text: `${listed(late.map((t) => t.station.move))} ${late.length === 1 ? 'comes' : 'come'} after ${formatDuration(hardS(first) * 1000)} of hard work; what takes skill or a heavy weight is better done fresh.`,
      place: rowPlace(first.block.id, first.station.id),
      also: late.slice(1).map((t) => rowPlace(t.block.id, t.station.id)),
      fixes: earlier(plan, first.block),
    };
    return [found];
  },
};

/** The whole block as the first of the main part. */
function earlier(plan: Plan, block: Block): { label: string; plan: Plan }[] {
  const at = plan.blocks.findIndex(isMain);
  const from = plan.blocks.indexOf(block);
  return from > at && at >= 0 ? [{ label: `${block.title} first`, plan: moveBlock(plan, block.id, at) }] : [];
}
