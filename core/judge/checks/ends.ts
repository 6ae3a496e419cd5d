import type { Block } from '../../class/index.ts';
import { basisOf, movesNamed } from '../../moves/index.ts';
import type { Bout } from '../balance/index.ts';
import { type EndRequest, proposeCoolDown, proposeWarmUp } from '../propose/index.ts';
import type { DraftFix } from './fixes.ts';
import { isMain } from './parts.ts';
import type { CheckContext } from './types.ts';

/** What warm-up and cool-down are judged by alike. */

/** The length proposed where a warm-up or cool-down is too short, ms. */
export const PROPOSED_MS = 300_000;

/** Classes that ask for preparation and an end: what eases the body is both itself. */
export const wantsEnds = ({ plan, kind }: CheckContext) => kind !== 'mobility' && plan.blocks.some(isMain);

/** The length of some blocks together, ms. */
export function lengthOf({ plan, totals }: CheckContext, which: (block: Block, k: number) => boolean): number {
  return plan.blocks.reduce((sum, b, k) => sum + (which(b, k) ? (totals.blocks[k]?.totalMs ?? 0) : 0), 0);
}

/** The input of a proposal. */
export const proposed = ({ plan, library, kitRoom, thresholds }: CheckContext, lengthMs: number): EndRequest => ({
  plan,
  library,
  kitRoom,
  lengthMs,
  coverFromMs: thresholds.coverFromS * 1000,
});

/** Another warm-up or cool-down in the place of this one: so long, or as long as it is where nothing is said. */
export function another(context: CheckContext, old: Block | undefined, ms?: number): DraftFix[] {
  const { plan, totals } = context;
  if (!old) return [];
  const lengthMs = ms ?? totals.blocks[plan.blocks.indexOf(old)]?.totalMs ?? 0;
  const isCool = old.role === 'coolDown';
  const made = (isCool ? proposeCoolDown : proposeWarmUp)(proposed(context, lengthMs));
  if (!made) return [];
  const block = { ...made, id: old.id, title: old.title, breakAfter: old.breakAfter };
  const word = isCool ? 'cool-down' : 'warm-up';
  return [
    {
      label:
        ms === undefined
          ? `Propose another ${word} of the same length`
          : `A proposed ${word} of ${ms / 60_000} min in its place`,
      plan: { ...plan, blocks: plan.blocks.map((b) => (b.id === old.id ? block : b)) },
    },
  ];
}

/** The first warm-up of a class. */
export const warmUpOf = ({ plan }: CheckContext): Block | undefined => plan.blocks.find((b) => b.role === 'warmUp');

/** The bouts of warm-up blocks that come before the main part. */
export function warmUpBouts({ plan, bouts }: CheckContext): Bout[] {
  const first = plan.blocks.findIndex(isMain);
  return bouts.filter((s) => s.blockIndex < first && plan.blocks[s.blockIndex]?.role === 'warmUp');
}

/** Whether the content of a warm-up is known: no block is led freely, no move is a guess. */
export function isWarmUpKnown({ plan, library }: CheckContext): boolean {
  const blocks = plan.blocks.filter((b) => b.role === 'warmUp');
  const { guessed, unknown } = basisOf(movesNamed({ blocks }), library);
  return blocks.every((b) => b.stations.length > 0) && guessed.length + unknown.length === 0;
}

/** The source of the warm-up rules. */
export const RAMP_SOURCE =
  'Rule of thumb. Pulse, mobility, the moves themselves, then near the effort of the first work.';
