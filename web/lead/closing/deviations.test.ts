import { describe, expect, it } from 'vitest';
import { circuit, planOf, s, stations } from '../../../core/test/build.ts';
import { foldRun, type RunEvent, sumDeviations, summarise } from '../../../core/time/index.ts';
import { countDeviations, deviationWords } from './deviations.ts';

const T0 = 1_790_000_000_000;
/** 10 s count-in, then work 30, rest 10, work 30, break 60, work 30, rest 10, work 30. */
const plan = planOf(circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }));
const event = (seq: number, seconds: number, what: object) =>
  ({ id: `event-${seq}`, seq, atMs: T0 + s(seconds), ...what }) as RunEvent;
const deviationsOf = (...steps: [number, object][]) => {
  const events = [event(1, 0, { type: 'start' }), ...steps.map(([at, what], k) => event(k + 2, at, what))];
  return summarise(plan, foldRun(plan, events)).deviations;
};

describe('what went otherwise, in words', () => {
  it('a pause, a skip and added time', () => {
    const found = deviationsOf(
      [20, { type: 'pause' }],
      [65, { type: 'resume' }],
      [70, { type: 'skip' }],
      [75, { type: 'adjust', deltaMs: s(20) }],
      [90, { type: 'finish' }],
    );
    expect(found.map((d) => deviationWords(plan, d))).toEqual([
      'Skipped Move 1, round 1 with 0:15 to go',
      'Paused 0:45 in Move 1, round 1',
      'Added 0:20 to the rest after Move 1, round 1',
      'Ended in the rest after Move 1, round 1, 2:50 before the planned end',
    ]);
    expect(countDeviations(sumDeviations(found))).toBe('paused 0:45, 1 skipped, +0:20 added, ended 2:50 early');
  });

  it('something begun again, and a break', () => {
    const found = deviationsOf([15, { type: 'restart' }], [90, { type: 'skip' }]);
    expect(found.map((d) => deviationWords(plan, d))).toEqual([
      'Began Move 1, round 1 again after 0:05',
      'Skipped the break after round 1 with 0:55 to go',
    ]);
  });

  it('says nothing of a run as planned', () => {
    expect(countDeviations(sumDeviations(deviationsOf()))).toBe('');
  });
});
