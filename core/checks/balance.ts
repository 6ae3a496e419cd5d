import { balanceOf } from '../balance/index.ts';
import type { Part, Pattern } from '../moves/index.ts';
import { formatDuration } from '../plan/index.ts';
import { isMain } from './transitions.ts';
import { type Check, CLASS_PLACE } from './types.ts';

type Take = { patterns?: readonly Pattern[]; parts?: readonly Part[] };

/** What should not be far apart over a class. */
const PAIRS: readonly { key: string; a: string; b: string; of: readonly [Take, Take] }[] = [
  { key: 'pushPull', a: 'push', b: 'pull', of: [{ patterns: ['push'] }, { patterns: ['pull'] }] },
  {
    key: 'squatHinge',
    a: 'squat and lunge',
    b: 'hinge',
    of: [{ patterns: ['squat', 'lunge'] }, { patterns: ['hinge'] }],
  },
  {
    key: 'frontBack',
    a: 'front',
    b: 'back',
    of: [
      { parts: ['frontThighs', 'chest', 'belly', 'hipFront'] },
      { parts: ['backThighs', 'seat', 'upperBack', 'lowBack'] },
    ],
  },
];

export const balance: Check = {
  id: 'balance',
  title: 'Out of balance',
  reason:
    'Push without pull, squat without hinge, front without back or one side more than the other adds up over weeks.',
  thresholds: ['balanceRatio', 'balanceFromS'],
  run: ({ plan, stints, thresholds }) => {
    const main = stints.filter((s) => {
      const block = plan.blocks[s.blockIndex];
      return block !== undefined && isMain(block);
    });
    const sums = balanceOf(main.filter((s) => s.sure));
    // What is not known may be of the lesser kind: only what is uneven even then is claimed.
    const openMs = main.reduce((sum, s) => sum + (s.sure ? 0 : s.ms), 0);
    const take = ({ patterns = [], parts = [] }: Take) =>
      patterns.reduce((t, p) => t + sums.patterns[p], 0) + parts.reduce((t, p) => t + sums.parts[p], 0);
    const finding = (key: string, more: string, less: string, moreMs: number, lessMs: number) => ({
      check: 'balance',
      key: `balance:${key}:${more}`,
      weight: 1 as const,
      text: `${formatDuration(moreMs)} of ${more}, ${lessMs === 0 ? 'none' : formatDuration(lessMs)} of ${less}${openMs > 0 ? `, ${formatDuration(openMs)} not known` : ''}.`,
      place: CLASS_PLACE,
      fixes: [],
    });
    const pairs = PAIRS.flatMap(({ key, a, b, of }) => {
      const [x, y] = [take(of[0]), take(of[1])];
      const [more, less] = x >= y ? [a, b] : [b, a];
      const [moreMs, lessMs] = [Math.max(x, y), Math.min(x, y)];
      const uneven = moreMs >= thresholds.balanceFromS * 1000 && moreMs > thresholds.balanceRatio * (lessMs + openMs);
      return uneven ? [finding(key, more, less, moreMs, lessMs)] : [];
    });
    const sided = balanceOf(main);
    const apart = Math.abs(sided.left - sided.right);
    const sides =
      apart > 0 && apart * 20 > sided.left + sided.right
        ? [
            finding(
              'leftRight',
              sided.left > sided.right ? 'left' : 'right',
              sided.left > sided.right ? 'right' : 'left',
              Math.max(sided.left, sided.right),
              Math.min(sided.left, sided.right),
            ),
          ]
        : [];
    return [...pairs, ...sides];
  },
};
