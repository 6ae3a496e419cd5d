import { describe, expect, it } from 'vitest';
import type { Plan } from '../../core/class/index.ts';
import { checkPlan, isAccepted } from '../../core/judge/index.ts';
import { resolvePlan } from '../../core/moves/index.ts';
import { type Interval, isWork, runIntervals, stationAt } from '../../core/time/index.ts';
import { estimateSpokenMs, planCues } from '../../core/voice/index.ts';
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
        'Only 70 s of the warm-up raises the pulse; 120 s at least.',
        'Seven stations: a round is 70 m on foot; one way round the room it is 57 m.',
      ],
      'Slack Water': [
        'About 350 hard landings a person (Skipping step, Squat thrust); for mixed people at most 120.',
        'Pairs, three times each wants 18 × sandbag for 18 people; there are 16. To stand in: a rucksack with books.',
      ],
      Slipway: [
        'Reverse lunge: 0:50 left, 1:30 right.',
        'Only 80 s of the warm-up raises the pulse; 120 s at least.',
        'Short and long rounds begins at effort 3.8 over its stations; the last minute of the warm-up is at 2.',
      ],
      'Short Tide': [],
      'Rising Tide': [
        'The warm-up is shorter than 3 min.',
        'The cool-down is shorter than 2 min.',
        'One more each time begins at effort 4 with Sandbag lift; the last minute of the warm-up is at 2.',
        'Hamstring stretch comes 15 s after Rope slam; 120 s of easy movement first.',
        'The cool-down leaves out upper back, which the class works.',
      ],
      'Tide Clock': [],
      'Ebb and Flow': [
        'Only 60 s of the warm-up raises the pulse; 120 s at least.',
        'Ebb begins at effort 4 with Skipping step; the last minute of the warm-up is at 2.',
        'About 150 hard landings a person (Skipping step, Squat thrust, Box jump); for mixed people at most 120.',
      ],
    });
  });
});
