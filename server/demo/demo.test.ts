import { describe, expect, it } from 'vitest';
import { checkPlan, isAccepted } from '../../core/checks/index.ts';
import { estimateSpokenMs, planCues } from '../../core/cues/index.ts';
import { resolvePlan } from '../../core/moves/index.ts';
import type { Plan } from '../../core/plan/index.ts';
import { runIntervals } from '../../core/run/index.ts';
import { type Interval, isWork, stationAt } from '../../core/timeline/index.ts';
import { shippedLibrary } from '../library/read.ts';
import { readDemo } from './seed.ts';

/** The sets that another follows, together, and whether the name of that one is said between the start of the first and its own. */
function namesSaid(plan: Plan, spokenMs: (text: string) => number): boolean[] {
  const intervals = runIntervals(plan);
  const said = planCues(plan, intervals, spokenMs).filter((c) => c.text !== null);
  const isTogether = (i: Interval) => plan.blocks[i.blockIndex]?.use === 'together' && i.stationIndex !== null;
  const sets = intervals.filter(isWork);
  return sets.flatMap((next, k) => {
    const before = sets[k - 1];
    const station = stationAt(plan, next);
    const other = before && (before.blockIndex !== next.blockIndex || before.stationIndex !== next.stationIndex);
    if (!before || !station || !isTogether(next) || !other) return [];
    const name = station.sayAs ?? station.move;
    return [said.some((c) => c.atMs >= before.startMs && c.atMs < next.startMs && c.text?.includes(name))];
  });
}

describe('the demo classes', () => {
  it.each([
    ['as estimated', estimateSpokenMs],
    ['of a slow voice', (text: string) => 300 + 75 * text.length],
  ])('say what comes next in all gaps but one in fifty, with words %s', async (_, spokenMs) => {
    const library = shippedLibrary();
    const { plans } = await readDemo();
    const said = plans.flatMap((plan) => namesSaid(resolvePlan(plan, library), spokenMs));
    expect(said.length).toBeGreaterThan(150);
    expect(said.filter((yes) => yes).length / said.length).toBeGreaterThanOrEqual(0.98);
  });

  it('are clean but for what they show on purpose', async () => {
    const { plans, kit } = await readDemo();
    const library = shippedLibrary();
    const found = Object.fromEntries(
      plans.map((plan) => [
        plan.title,
        checkPlan(plan, { library, kitRoom: kit })
          .filter((f) => !isAccepted(plan, f))
          .map((f) => f.text),
      ]),
    );
    expect(found).toEqual({
      'First Light': [
        'Box step-up goes by round: right gets one set fewer.',
        '1:10 of left, 0:35 of right.',
        'Seven stations: a round is 70 m on foot; one way round the room it is 57 m.',
      ],
      'Slack Water': [
        'Pairs, three times each wants 18 × sandbag for 18 people; there are 16. To stand in: a rucksack with books.',
      ],
      Slipway: ['1:30 of right, 0:50 of left.'],
      'Short Tide': [],
      'Rising Tide': [
        'The warm-up is shorter than 3 min.',
        'The cool-down is shorter than 2 min.',
        'The cool-down leaves out seat, upper back, which the class works.',
      ],
      'Tide Clock': [],
      'Ebb and Flow': [],
    });
  });
});
