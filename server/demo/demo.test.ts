import { describe, expect, it } from 'vitest';
import { checkPlan, isAccepted } from '../../core/checks/index.ts';
import { shippedLibrary } from '../library/read.ts';
import { readDemo } from './seed.ts';

describe('the demo classes', () => {
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
