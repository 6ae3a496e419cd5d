import { addBlock, type Block, moveBlock } from '../../class/index.ts';
import { type BodyPart, basisOf, movesNamed, PART_WORDS, someOf } from '../../moves/index.ts';
import { isWork } from '../../time/index.ts';
import { isBreathless, workedAreas } from '../balance/index.ts';
import { proposeCoolDown } from '../propose/index.ts';
import { another, lengthOf, PROPOSED_MS, proposed, wantsEnds } from './ends.ts';
import { isMain, listed, secondsOf } from './parts.ts';
import { blockPlace, type Check, CLASS_PLACE, type DraftFinding, RULE_OF_THUMB, rowPlace } from './types.ts';

export const noCoolDown: Check = {
  id: 'noCoolDown',
  title: 'No cool-down',
  reason: 'Stopping dead makes people dizzy; the heart wants to come down slowly.',
  source: RULE_OF_THUMB,
  thresholds: ['coolDownMin'],
  run: (context) => {
    const { plan, thresholds } = context;
    const hasMs = lengthOf(context, (b) => b.role === 'coolDown');
    if (!wantsEnds(context) || hasMs >= thresholds.coolDownMin * 60_000) return [];
    const own = plan.blocks.find((b) => b.role === 'coolDown');
    const proposal = hasMs === 0 ? proposeCoolDown(proposed(context, PROPOSED_MS)) : null;
    const found: DraftFinding = {
      weight: 2,
      text: hasMs === 0 ? 'There is no cool-down.' : `The cool-down is shorter than ${thresholds.coolDownMin} min.`,
      place: CLASS_PLACE,
      fixes: own
        ? another(context, own, PROPOSED_MS)
        : proposal
          ? [{ label: 'Add a proposed cool-down of 5 min', plan: addBlock(plan, proposal) }]
          : [],
    };
    return [found];
  },
};

export const coolDownCovers: Check = {
  id: 'coolDownCovers',
  title: 'Cool-down leaves something out',
  reason: 'What was worked is stretched and let go.',
  source: RULE_OF_THUMB,
  thresholds: ['stretchFromS', 'stretchS'],
  run: (context) => {
    const { plan, bouts, library, thresholds } = context;
    const blocks = plan.blocks.filter((b) => b.role === 'coolDown');
    const [block] = blocks;
    if (!block || !wantsEnds(context) || blocks.some((b) => b.stations.length === 0)) return [];
    const own = bouts.filter((s) => s.sure && s.move !== null && plan.blocks[s.blockIndex]?.role === 'coolDown');
    const secondsFor = (parts: readonly BodyPart[]) =>
      own
        .filter(({ move }) => move && [...move.main, ...move.helpers].some((p) => parts.includes(p)))
        .reduce((sum, s) => sum + s.ms, 0) / 1000;
    const missing = workedAreas(plan, bouts, 'coolDown', thresholds.stretchFromS * 1000)
      .filter(({ area }) => secondsFor(area) < thresholds.stretchS)
      .flatMap(({ parts }) => parts)
      .sort();
    if (missing.length === 0) return [];
    const { guessed, unknown } = basisOf(movesNamed({ blocks }), library);
    const open = [...guessed, ...unknown];
    const words = missing.map((p) => PART_WORDS[p]).join(', ');
    const found: DraftFinding = {
      key: missing.join('+'),
      weight: 1,
      text:
        open.length === 0
          ? `The cool-down leaves out ${words}, which the class works.`
          : `Not known whether the cool-down reaches ${words}: ${someOf(open)} ${open.length === 1 ? 'is' : 'are'} not known.`,
      place: blockPlace(block.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

const LYING = new Set(['prone', 'supine', 'side']);

export const coolDownEasy: Check = {
  id: 'coolDownEasy',
  title: 'Stopped dead',
  reason: 'After hard work people keep moving for two minutes: lying, head down or on one leg they get dizzy or fall.',
  source: RULE_OF_THUMB,
  thresholds: ['easyS'],
  run: (context) => {
    const { plan, timeline, bouts, thresholds } = context;
    const at = plan.blocks.findIndex((b) => b.role === 'coolDown');
    const hard = bouts.findLast((s) => s.blockIndex < at && s.sure && s.move !== null && isBreathless(s.move));
    const last = timeline.intervals.findLast(
      (i) => isWork(i) && i.blockIndex < at && isMain(plan.blocks[i.blockIndex] as Block),
    );
    if (at < 0 || !hard || !last) return [];
    const endMs = hard.interval.startMs + hard.interval.durationMs;
    const early = bouts.filter((s) => {
      const still = s.move !== null && s.move.pattern === 'stretch';
      const down = s.move !== null && (LYING.has(s.move.position) || s.move.headBelow || s.move.balance === 'much');
      return (
        s.blockIndex === at && s.sure && (still || down) && s.interval.startMs - endMs < thresholds.easyS * 1000 - 1000
      );
    });
    const [first] = early;
    const block = plan.blocks[at];
    if (!first || !block) return [];
    const risky = early.some((s) => s.move && (LYING.has(s.move.position) || s.move.headBelow));
    const gap = secondsOf(first.interval.startMs - endMs);
    const found: DraftFinding = {
      key: block.id,
      weight: risky ? 2 : 1,
      text: `${first.station.move} comes ${gap} s after ${hard.station.move}; ${thresholds.easyS} s of easy movement first.`,
      place: rowPlace(block.id, first.station.id),
      fixes: another(context, block),
    };
    return [found];
  },
};

export const hardAfterEnd: Check = {
  id: 'hardAfterEnd',
  title: 'Hard work after the cool-down',
  reason: 'Once people have come down, what is hard again finds them cold and unready.',
  source: RULE_OF_THUMB,
  thresholds: [],
  run: (context) => {
    const { plan, bouts } = context;
    const at = plan.blocks.findIndex((b) => b.role === 'coolDown');
    if (at < 0) return [];
    const after = plan.blocks.find((b, k) => k > at && isMain(b));
    const hard = bouts.filter((s) => s.blockIndex >= at && s.sure && (s.move?.effort ?? 0) >= 3);
    const [first] = hard;
    const block = after ?? (first && plan.blocks[first.blockIndex]);
    if (!block) return [];
    const found: DraftFinding = {
      key: block.id,
      weight: 2,
      text: first
        ? `${listed(hard.map((s) => s.station.move))} ${block.role === 'coolDown' ? 'in' : 'after'} the cool-down.`
        : `${block.title} comes after the cool-down.`,
      place: first ? rowPlace(block.id, first.station.id) : blockPlace(block.id),
      fixes: after
        ? [{ label: 'The cool-down last', plan: moveBlock(plan, plan.blocks[at]?.id ?? '', plan.blocks.length - 1) }]
        : [],
    };
    return [found];
  },
};
