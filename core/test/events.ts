import { parseWith } from '../class/index.ts';
import { type RunCommand, type RunEvent, RunEventSchema } from '../time/index.ts';

/** When the runs of tests begin, ms since 1970. */
export const T0 = 1_790_000_000_000;

/** Events one after the other, each so many seconds after the start; what is no event throws. */
export function eventsOf(...steps: [seconds: number, what: RunCommand][]): RunEvent[] {
  return steps.map(([at, what], k) => {
    const read = parseWith(RunEventSchema, {
      ...what,
      id: `event-${k}-x`,
      seq: k + 1,
      atMs: T0 + Math.round(at * 1000),
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.value;
  });
}
