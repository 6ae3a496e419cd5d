import type { Plan } from '../../../core/class/index.ts';
import type { Habits } from '../../../core/wire/index.ts';

/** A new class with the countdown and the voice that the club usually has. */
export function asUsual(plan: Plan, { countdown, voice }: Habits): Plan {
  const spoken = voice === 'slt' && !plan.voice ? {} : { voice: { ...(plan.voice ?? { rate: 1 }), name: voice } };
  return { ...plan, cues: { ...plan.cues, countdownBeforeWork: countdown, countdownBeforeEnd: countdown }, ...spoken };
}
