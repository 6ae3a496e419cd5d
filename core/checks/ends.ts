import { addBlock, type BlockRole } from '../plan/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../propose/index.ts';
import { isMain } from './transitions.ts';
import { type Check, type CheckContext, CLASS_PLACE, type Raised } from './types.ts';

function lengthOf({ plan, totals }: CheckContext, role: BlockRole): number {
  return plan.blocks.reduce((sum, b, k) => sum + (b.role === role ? (totals.blocks[k]?.totalMs ?? 0) : 0), 0);
}

function missing(context: CheckContext, role: 'warmUp' | 'coolDown', atLeastMin: number): Raised[] {
  const { plan, library, thresholds } = context;
  const has = lengthOf(context, role);
  if (!plan.blocks.some(isMain) || has >= atLeastMin * 60_000) return [];
  const check = role === 'warmUp' ? 'noWarmUp' : 'noCoolDown';
  const word = role === 'warmUp' ? 'warm-up' : 'cool-down';
  const propose = role === 'warmUp' ? proposeWarmUp : proposeCoolDown;
  const proposal = has === 0 ? propose(plan, library, 300_000, thresholds.coverFromS * 1000) : null;
  const at = role === 'warmUp' ? plan.blocks.findIndex(isMain) : plan.blocks.length;
  return [
    {
      check,
      key: check,
      weight: 2,
      text: has === 0 ? `There is no ${word}.` : `The ${word} is shorter than ${atLeastMin} min.`,
      place: CLASS_PLACE,
      fixes: proposal ? [{ label: `Add a proposed ${word} of 5 min`, plan: addBlock(plan, proposal, at) }] : [],
    },
  ];
}

export const noWarmUp: Check = {
  id: 'noWarmUp',
  title: 'No warm-up',
  reason: 'Cold muscles and joints are where people get hurt.',
  thresholds: ['warmUpMin'],
  run: (context) => missing(context, 'warmUp', context.thresholds.warmUpMin),
};

export const noCoolDown: Check = {
  id: 'noCoolDown',
  title: 'No cool-down',
  reason: 'Stopping dead makes people dizzy; the heart wants to come down slowly.',
  thresholds: ['coolDownMin'],
  run: (context) => missing(context, 'coolDown', context.thresholds.coolDownMin),
};
