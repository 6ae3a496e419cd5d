import type { Plan } from '../../core/class/index.ts';
import { circuit, planOf, s, stations, TONES_ALONE } from '../../core/test/build.ts';

/** A class of three moves with all that a desk has to show of one: form cues, another way, reps, a weight. */
export const ledClass = (use: 'together' | 'stations', more: Partial<Plan>): Plan => ({
  ...planOf({
    ...circuit(
      stations(3, (x, k) => ({
        ...x,
        move: ['Rope slam', 'Press-up', 'Band row'][k] ?? '',
        formCues: ['Tall'],
        easier: ['Step it'],
        reps: { count: 10 + k, per: 'total' },
        ...(k === 0 ? { weightKg: 12 } : {}),
      })),
      60,
      20,
      3,
      { roundBreakMs: s(30) },
    ),
    id: 'main',
    use,
  }),
  cueLevels: TONES_ALONE,
  heads: 7,
  ...more,
});
