import type { Interval } from '../../time/index.ts';
import { planCueSheet } from './plan-cues.ts';

/** Every text the cues of these intervals may say, in any form, each once: what a voice must be able to speak. */
export function wordsOf(plan: Parameters<typeof planCueSheet>[0], intervals: readonly Interval[]): string[] {
  const asked = new Set<string>();
  planCueSheet(plan, intervals, (text) => {
    asked.add(text);
    return 1;
  });
  return [...asked];
}
