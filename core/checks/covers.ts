import { workedParts } from '../balance/index.ts';
import { basisOf, movesNamed, PART_WORDS, type Part, someOf } from '../moves/index.ts';
import type { BlockRole } from '../plan/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../propose/index.ts';
import { blockPlace, type Check, type CheckContext, type Raised } from './types.ts';

/** The parts that blocks of a role reach, helpers included. */
function reached(context: CheckContext, role: BlockRole): Set<Part> {
  return new Set(
    context.stints
      .filter((s) => s.sure && context.plan.blocks[s.blockIndex]?.role === role)
      .flatMap((s) => (s.move ? [...s.move.main, ...s.move.helpers] : [])),
  );
}

/** Parts worked but not reached by the blocks of a role; none when the class has no such block. */
function uncovered(context: CheckContext, role: 'warmUp' | 'coolDown'): Raised[] {
  const { plan, stints, thresholds } = context;
  const block = plan.blocks.find((b) => b.role === role);
  if (!block) return [];
  const has = reached(context, role);
  const known = stints.filter((s) => s.sure);
  const missing = workedParts(plan, known, thresholds.coverFromS * 1000).filter((p) => !has.has(p));
  if (missing.length === 0) return [];
  const inRole = movesNamed({ blocks: plan.blocks.filter((b) => b.role === role) });
  const { guessed, unknown } = basisOf(inRole, context.library);
  const open = [...guessed, ...unknown];
  const check = role === 'warmUp' ? 'warmUpCovers' : 'coolDownCovers';
  const words = missing.map((p) => PART_WORDS[p]);
  const does = role === 'warmUp' ? 'The warm-up leaves out' : 'The cool-down leaves out';
  return [
    {
      check,
      key: `${check}:${missing.join('+')}`,
      weight: role === 'warmUp' && open.length === 0 ? 2 : 1,
      text:
        open.length === 0
          ? `${does} ${words.join(', ')}, which the class works.`
          : `Not known whether the ${role === 'warmUp' ? 'warm-up' : 'cool-down'} reaches ${words.join(', ')}: ${someOf(open)} ${open.length === 1 ? 'is' : 'are'} not known.`,
      place: blockPlace(block.id),
      fixes: proposals(context, block.id, role),
    },
  ];
}

function proposals(context: CheckContext, blockId: string, role: 'warmUp' | 'coolDown') {
  const at = context.plan.blocks.findIndex((b) => b.id === blockId);
  const lengthMs = context.totals.blocks[at]?.totalMs ?? 0;
  const propose = role === 'warmUp' ? proposeWarmUp : proposeCoolDown;
  const proposal = propose(context.plan, context.library, lengthMs, context.thresholds.coverFromS * 1000);
  const old = context.plan.blocks[at];
  if (!proposal || !old) return [];
  const block = { ...proposal, id: old.id, title: old.title, breakAfter: old.breakAfter };
  return [
    {
      label: `Propose another ${role === 'warmUp' ? 'warm-up' : 'cool-down'} of the same length`,
      plan: { ...context.plan, blocks: context.plan.blocks.map((b) => (b.id === blockId ? block : b)) },
    },
  ];
}

export const warmUpCovers: Check = {
  id: 'warmUpCovers',
  title: 'Warm-up leaves something out',
  reason: 'What is worked hard later is moved gently first.',
  thresholds: ['coverFromS'],
  run: (context) => uncovered(context, 'warmUp'),
};

export const coolDownCovers: Check = {
  id: 'coolDownCovers',
  title: 'Cool-down leaves something out',
  reason: 'What was worked is stretched and let go.',
  thresholds: ['coverFromS'],
  run: (context) => uncovered(context, 'coolDown'),
};
