import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../server/library/read.ts';
import type { Block, Plan } from '../../class/index.ts';
import { alternativesTo, basisOf, basisWords, lowImpactTwin, movesNamed } from '../../moves/index.ts';
import { circuit, planOf } from '../../test/build.ts';
import { on } from '../../test/moves.ts';
import { compile } from '../../time/index.ts';
import { balanceOf, boutsOf, energyRange, strainOf } from '../balance/index.ts';
import { proposeCoolDown, proposeWarmUp } from '../propose/index.ts';
import { featuresOf, SCHOOL_WEIGHTS } from '../sequence/index.ts';
import { checkPlan } from './index.ts';

const library = shippedLibrary();
const main = (...names: string[]): Block => ({ ...circuit(on(...names), 40, 20, 3), id: 'm', role: 'main' });
const ends = (plan: Plan): Plan => {
  const warmUp = { ...circuit(on('March on the spot', 'Arm circles'), 90, 5, 1), id: 'w', role: 'warmUp' as const };
  return { ...plan, blocks: [warmUp, ...plan.blocks] };
};
const KIT = [
  { name: 'kettlebell', count: 4, sharedBy: 1 },
  { name: 'mat', count: 4, sharedBy: 1 },
  { name: 'box', count: 4, sharedBy: 1 },
];

describe('one class in two languages', () => {
  const LIBRARY = ['Goblet squat', 'Press-up', 'Squat jump', 'Front plank', 'Box jump', 'Mountain climber'];
  const EVERYDAY = ['KB goblet squats', 'push ups', 'jump squats', 'plank', 'box jumps', 'mountain climbers'];
  const found = (names: string[]) => {
    const plan = { ...ends(planOf(main(...names))), heads: 12, audience: ['wrists', 'knees'] as Plan['audience'] };
    return checkPlan(plan, { library, kitRoom: KIT }).map((f) => ({
      check: f.check,
      key: f.key,
      weight: f.weight,
      // What is heard takes as long as its words do.
      place: { ...f.place, text: undefined },
      fixes: f.fixes.length,
    }));
  };

  it('gives the same findings in everyday words and in the library\u2019s', () => {
    const findings = found(LIBRARY);
    expect(findings.length).toBeGreaterThan(8);
    expect(found(EVERYDAY)).toEqual(findings);
  });
});

describe('ten moves nobody knows', () => {
  const NAMES = ['Kelp', 'Ebb', 'Flood', 'Slack', 'Neap', 'Eddy', 'Shoal', 'Bight', 'Fathom', 'Lagan'];
  const plan = { ...ends(planOf(main(...NAMES))), heads: 12, audience: ['wrists', 'bones'] as Plan['audience'] };
  const findings = checkPlan(plan, { library, kitRoom: KIT });
  const text = findings.map((f) => f.text).join('\n');

  it('raise no finding that claims to know them', () => {
    expect(findings.map((f) => f.check)).not.toEqual(
      expect.arrayContaining([expect.stringMatching(/sameArea|balance|impactRun|lowImpact|missingSides|audience/)]),
    );
    expect(text).not.toMatch(/same area|leaves out|none of|no low-impact|hard landings/);
    for (const name of NAMES) expect(text).not.toContain(name);
  });

  it('are named as not judged', () => {
    expect(basisWords(basisOf(movesNamed(plan), library))).toBe(
      '2 of 12 moves known, 10 unknown: cannot judge Kelp, Ebb, Flood, Slack and 6 more.',
    );
  });

  it('count for nothing in the balance but their time, and for no energy', () => {
    const timeline = compile(plan);
    const bouts = boutsOf(plan, timeline, library);
    const balance = balanceOf(bouts);
    // 10 stations, 3 rounds, 40 s
    expect(balance.unknownMs).toBe(1_200_000);
    expect(Object.values(balance.patterns).reduce((a, b) => a + b, 0)).toBe(180_000);
    expect(energyRange(bouts, timeline.totalMs, 70)).toBeNull();
    const work = strainOf(plan, timeline, library).filter((_, k) => timeline.intervals[k]?.kind === 'work');
    expect(work.slice(2).every((s) => s.effort === null && s.impact === null)).toBe(true);
  });

  it('have no order better than another, no stand-in, no low-impact way', () => {
    const block = plan.blocks[1]!;
    const request = { block, weights: SCHOOL_WEIGHTS.spread, pinned: [], walkM: null };
    const sums = featuresOf(request, library, [0, 1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(Object.values(sums).every((x) => x === 0)).toBe(true);
    const twin = lowImpactTwin({ ...plan, blocks: [block] }, library);
    expect([twin.added, twin.without, twin.notKnown]).toEqual([0, [], NAMES]);
  });

  it('call for nothing particular in a warm-up or cool-down', () => {
    const only = planOf(main(...NAMES));
    for (const propose of [proposeWarmUp, proposeCoolDown]) {
      const made = propose({ plan: only, library, kitRoom: [], lengthMs: 300_000, coverFromMs: 90_000 });
      if (made) expect(made.stations.every((s) => library.get(s.move) !== null)).toBe(true);
    }
  });
});

describe('moves guessed or unknown beside known ones', () => {
  it('leave open what they may reach, lack or balance', () => {
    const push = main('Press-up', 'Overhead press', 'Close press-up', 'Kelp', 'Ebb', 'Flood');
    const texts = (block: Block) =>
      checkPlan(planOf(block), { library })
        .filter((f) => f.check === 'balance')
        .map((f) => f.text);
    const surely = main('Press-up', 'Overhead press', 'Close press-up');
    // 3 x 3 x 40 s of push, and nothing unknown
    expect(texts(surely)).toContain('6:00 of push, none of pull.');
    expect(texts(push)).not.toContain('6:00 of push, none of pull.');
    expect(texts(push).join()).not.toContain('of push');
  });

  it('make the warm-up\u2019s reach not known, in so many words', () => {
    const plan = planOf(main('Press-up', 'Close press-up', 'Band row'));
    const warmUp = (name: string) => ({ ...circuit(on(name), 200, 0, 1), id: 'w', role: 'warmUp' as const });
    const said = (name: string) =>
      checkPlan({ ...plan, blocks: [warmUp(name), ...plan.blocks] }, { library }).find(
        (f) => f.check === 'warmUpCovers',
      )?.text;
    // Steps move the hips and calves, not the arms.
    expect(said('Step touch')).toMatch(/^The warm-up leaves out arms, chest/);
    expect(said('Kelp')).toMatch(/^Not known whether the warm-up reaches arms, chest.*: Kelp is not known\.$/);
  });

  it('are called guessed where a caution rests on the guess', () => {
    const texts = checkPlan(planOf(main('Heron squat jump', 'Curlew lunge', 'Press-up')), { library }).map(
      (f) => f.text,
    );
    expect(texts).toContain('Heron squat jump is guessed to land hard and has no low-impact option beside it.');
    expect(texts).toContain('Curlew lunge is guessed to be done on one side at a time; nothing says when to change.');
    expect(texts.join()).not.toContain('same area');
  });

  it('are replaced without a word that compares with the guess', () => {
    const guess = library.read('Heron squat').move!;
    const found = alternativesTo(library, guess, { used: [], kit: null, limit: 10, sure: false });
    expect(found.length).toBeGreaterThan(3);
    for (const a of found) expect(a.reasons.join()).not.toMatch(/same|less impact|no impact|not standing|no kit/);
  });
});
