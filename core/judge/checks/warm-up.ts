import { addBlock, moveBlock } from '../../class/index.ts';
import { type BodyPart, basisOf, movesNamed, PART_WORDS, someOf } from '../../moves/index.ts';
import { workedAreas } from '../balance/index.ts';
import { proposeWarmUp } from '../propose/index.ts';
import { another, lengthOf, PROPOSED_MS, proposed, RAMP_SOURCE, wantsEnds, warmUpBouts } from './ends.ts';
import { easierThere } from './fixes.ts';
import { isMain, listed } from './parts.ts';
import { blockPlace, type Check, CLASS_PLACE, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

export const noWarmUp: Check = {
  id: 'noWarmUp',
  title: 'No warm-up',
  reason: 'Cold muscles and joints are where people get hurt.',
  source: RULE_OF_THUMB,
  thresholds: ['warmUpMin'],
  run: (context) => {
    const { plan, thresholds } = context;
    if (!wantsEnds(context)) return [];
    const at = plan.blocks.findIndex(isMain);
    const hasMs = lengthOf(context, (b, k) => b.role === 'warmUp' && k < at);
    const late = plan.blocks.find((b, k) => b.role === 'warmUp' && k > at);
    if (hasMs >= thresholds.warmUpMin * 60_000) return [];
    const own = plan.blocks.find((b, k) => b.role === 'warmUp' && k < at);
    const proposal = hasMs === 0 && !late ? proposeWarmUp(proposed(context, PROPOSED_MS)) : null;
    const found: DraftFinding = {
      weight: 2,
      text:
        hasMs > 0
          ? `The warm-up is shorter than ${thresholds.warmUpMin} min.`
          : late
            ? `The warm-up comes after ${plan.blocks[at]?.title}.`
            : 'There is no warm-up.',
      place: late && hasMs === 0 ? blockPlace(late.id) : CLASS_PLACE,
      fixes: proposal
        ? [{ label: 'Add a proposed warm-up of 5 min', plan: addBlock(plan, proposal, at) }]
        : late && hasMs === 0
          ? [{ label: 'The warm-up first', plan: moveBlock(plan, late.id, at) }]
          : own
            ? another(context, own, PROPOSED_MS)
            : [],
    };
    return [found];
  },
};

export const warmUpCovers: Check = {
  id: 'warmUpCovers',
  title: 'Warm-up leaves something out',
  reason: 'What is worked hard later is moved gently first; a few seconds of it are none.',
  source: RAMP_SOURCE,
  thresholds: ['coverFromS', 'warmAreaS'],
  run: (context) => {
    const { plan, library, thresholds } = context;
    const block = plan.blocks.find((b) => b.role === 'warmUp');
    if (!block || !wantsEnds(context) || plan.blocks.some((b) => b.role === 'warmUp' && b.stations.length === 0))
      return [];
    const moved = warmUpBouts(context).filter((s) => s.sure && s.move !== null && s.move.pattern !== 'stretch');
    const secondsFor = (parts: readonly BodyPart[]) =>
      moved
        .filter(({ move }) => move && [...move.main, ...move.helpers].some((p) => parts.includes(p)))
        .reduce((sum, s) => sum + s.ms, 0) / 1000;
    const lacking = workedAreas(plan, context.bouts, 'warmUp', thresholds.coverFromS * 1000).flatMap(
      ({ area, parts }) => {
        const seconds = secondsFor(area);
        return seconds < thresholds.warmAreaS ? [{ parts, seconds: Math.round(seconds) }] : [];
      },
    );
    if (lacking.length === 0) return [];
    const parts = lacking.flatMap((l) => l.parts).sort();
    const { guessed, unknown } = basisOf(
      movesNamed({ blocks: plan.blocks.filter((b) => b.role === 'warmUp') }),
      library,
    );
    const open = [...guessed, ...unknown];
    const words = parts.map((p) => PART_WORDS[p]).join(', ');
    const some = lacking.filter((l) => l.seconds > 0);
    const dose =
      some.length > 0
        ? ` It gives ${some.map((l) => `${l.parts.map((p) => PART_WORDS[p]).join(' and ')} ${l.seconds} s`).join(', ')}; ${thresholds.warmAreaS} s in motion are wanted.`
        : '';
    const found: DraftFinding = {
      key: parts.join('+'),
      weight: open.length === 0 ? 2 : 1,
      text:
        open.length > 0
          ? `Not known whether the warm-up reaches ${words}: ${someOf(open)} ${open.length === 1 ? 'is' : 'are'} not known.`
          : some.length === lacking.length
            ? `The warm-up hardly moves ${words}, which the class works.${dose}`
            : `The warm-up leaves out ${words}, which the class works.${dose}`,
      place: blockPlace(block.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

/** Effort from which a start is hard. */
const HARD = 4;

export const hardStart: Check = {
  id: 'hardStart',
  title: 'Hard start',
  reason: 'The first minutes raise the pulse and open the joints; hard landings and full effort come after them.',
  source: RAMP_SOURCE,
  thresholds: ['gentleMin'],
  run: (context) => {
    const { thresholds } = context;
    const warm = warmUpBouts(context);
    const from = warm[0]?.interval.startMs ?? 0;
    const hard = warm.filter(
      (s) =>
        s.sure &&
        s.move !== null &&
        (s.move.impact === 'high' || s.move.effort >= HARD) &&
        s.interval.startMs - from < thresholds.gentleMin * 60_000,
    );
    const [first] = hard;
    const block = first && context.plan.blocks[first.blockIndex];
    if (!first || !block) return [];
    const found: DraftFinding = {
      key: block.id,
      weight: 2,
      text: `${listed(hard.map((s) => s.station.move))} in the first ${thresholds.gentleMin} min: ${first.move?.impact === 'high' ? 'hard landings on cold joints' : 'hard work before the pulse is up'}.`,
      place: rowPlace(block.id, first.station.id),
      fixes: [...easierThere(context, block, first.station), ...another(context, block)],
    };
    return [found];
  },
};
