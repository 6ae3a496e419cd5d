import { describe, expect, it } from 'vitest';
import { newLayout, type Plan, type Stays } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { findingsOf, fixed, KIT_ROOM, textsOf } from '../../test/checking.ts';
import { move, on, TEST_LIBRARY } from '../../test/moves.ts';
import { totals } from '../../time/index.ts';
import { USUAL_THRESHOLDS } from '../thresholds/index.ts';
import { CHECKS, checkPlan, isAccepted, withAccepted } from './index.ts';

const [of, texts] = [findingsOf, textsOf];
const slotOf = (plan: Plan, minutes: number): Plan => ({ ...plan, slot: { start: null, lengthMs: minutes * 60_000 } });
const long = (...names: string[]) => planOf(circuit(on(...names), 40, 20, 4));

describe('slot', () => {
  // 3 stations × 40 s × 2 rounds + 5 rests of 20 s = 5:40
  const plan = planOf(circuit(on('Squat', 'Push', 'Hinge'), 40, 20, 2));
  it('speaks when it runs over and when much is unused', () => {
    expect(texts(slotOf(plan, 5), 'slot')).toEqual(['The class runs 0:40 over its slot.']);
    expect(texts(slotOf(plan, 11), 'slot')).toEqual(['5:20 of the slot are not used.']);
    expect(texts(slotOf(plan, 6), 'slot')).toEqual([]);
  });
});

describe('sides', () => {
  it('an odd round is found with its even choices, an even one is not', () => {
    const byRound = (rounds: number) => {
      const [lunge, ...rest] = on('Lunge', 'Push');
      return planOf(circuit([{ ...lunge!, sides: { mode: 'byRound', first: 'left' } }, ...rest], 40, 20, rounds));
    };
    const [found] = of(byRound(3), 'oddRound');
    expect(found?.text).toBe('Lunge goes by round: right gets one set fewer.');
    expect(found?.fixes.map((f) => f.label)).toEqual(['4 rounds (+2:00)', '2 rounds (−2:00)', 'Switch at half']);
    expect(of(byRound(4), 'oddRound')).toEqual([]);
  });

  it('a one-sided move with no word on sides is found, one that switches is not', () => {
    const plan = planOf(circuit(on('Lunge', 'Push'), 40, 20, 2));
    const [found] = of(plan, 'missingSides');
    expect(found?.text).toBe('Lunge is done on one side at a time; nothing says when to change.');
    expect(of(fixed(plan, found!.fixes[0]), 'missingSides')).toEqual([]);
  });
});

describe('where everybody stays', () => {
  const plan = (stays: Stays) => ({
    ...planOf(circuit(on('Squat', 'Hold', 'Pull', 'Mystery'), 40, 20, 2)),
    body: { stays },
  });
  it('a move that is done elsewhere is found, one that can be done there is not', () => {
    expect(texts(plan('seated'), 'stays')).toEqual([
      'Squat is done standing; here it is all seated.',
      'Hold is done on the front; here it is all seated.',
    ]);
    expect(texts(plan('standing'), 'stays')).toEqual(['Hold is done on the front; here it is all standing.']);
    expect(texts(plan('noFloor'), 'stays')).toEqual(['Hold is done on the front; here it is no floor.']);
    expect(texts(plan('free'), 'stays')).toEqual([]);
  });

  it('a station that says itself where it is done is meant', () => {
    const [squat] = on('Squat');
    const own = {
      ...planOf(circuit([{ ...squat!, position: 'standing' }], 40, 20, 2)),
      body: { stays: 'seated' as const },
    };
    expect(texts(own, 'stays')).toEqual([]);
  });
});

describe('room plan', () => {
  const placed = (names: string[], ...spots: [x: number, y: number][]): Plan => {
    const plan = planOf({ ...circuit(on(...names), 40, 20, 2), id: 'main', use: 'stations' });
    const ids = plan.blocks[0]!.stations.map((s) => s.id);
    const layout = {
      ...newLayout(),
      spots: spots.map(([x, y], k) => ({ blockId: 'main', stationId: ids[k]!, x, y })),
    };
    return { ...plan, heads: names.length, layout };
  };

  it('two stations too near to each other are found, and set out anew', () => {
    // 0.9 m round a squat and 1.1 m round a move on the floor: 2.0 m between them.
    const plan = placed(['Squat', 'Push', 'Hinge'], [2, 2], [3.5, 2], [8, 5]);
    const [found] = of(plan, 'roomPlan');
    expect([found?.weight, found?.text]).toEqual([3, 'Squat and Push are 1.5 m apart; for 1 at each they want 2.0 m.']);
    expect(found?.fixes.map((f) => f.label)).toEqual(['Set the stations out anew']);
    expect(of(fixed(plan, found!.fixes[0]), 'roomPlan').filter((f) => f.weight === 3)).toEqual([]);
  });

  it('a round that crosses the room is walked the shorter way', () => {
    // Corner to corner: 2 × √(6² + 4²) + 2 × 6 = 26.4 m; along the walls 2 × 6 + 2 × 4 = 20 m.
    const plan = placed(['Squat', 'Push', 'Hinge', 'Lunge'], [2, 2], [8, 6], [2, 6], [8, 2]);
    const [found] = of(plan, 'roomPlan');
    expect(found?.text).toMatch(/a round is 26 m on foot; one way round the room it is 20 m\.$/);
    expect(of(fixed(plan, found!.fixes[0]), 'roomPlan')).toEqual([]);
  });
});

describe('same area', () => {
  it('two moves on one area running, but not when clustered on purpose or apart', () => {
    const plan = planOf(circuit(on('Squat', 'Deep squat', 'Push', 'Hinge'), 40, 20, 2));
    expect(texts(plan, 'sameArea')).toEqual(['Squat and Deep squat work the same area, one after the other.']);
    const [found] = of(plan, 'sameArea');
    expect(found?.fixes.map((f) => f.label)).toEqual(['Spread the areas', 'I cluster on purpose']);
    for (const fix of found!.fixes) expect(of(fixed(plan, fix), 'sameArea')).toEqual([]);
    expect(of(planOf(circuit(on('Squat', 'Push', 'Deep squat', 'Hinge'), 40, 20, 2)), 'sameArea')).toEqual([]);
  });
});

describe('drills', () => {
  it('led in a warm-up need no word on sides, held or worked they do', () => {
    const library = libraryOf([move('Opener', { pattern: 'mobilise', oneSided: true })]);
    const at = (role: 'warmUp' | 'main') => planOf({ ...circuit(on('Opener'), 40, 0, 1), role });
    expect(findingsOf(at('warmUp'), 'missingSides', { library })).toEqual([]);
    expect(findingsOf(at('main'), 'missingSides', { library })).toHaveLength(1);
  });
});

describe('balance', () => {
  // 8 sets of 40 s push are 5:20
  it('push without pull is found, push with pull is not', () => {
    expect(texts(long('Push', 'Band push', 'Squat', 'Hinge'), 'balance')).toEqual(['5:20 of push, none of pull.']);
    expect(texts(long('Push', 'Pull', 'Squat', 'Hinge'), 'balance')).toEqual([]);
  });

  it('one side worked more than the other', () => {
    const lunges = (rounds: number) => {
      const [lunge] = on('Lunge');
      return planOf(circuit([{ ...lunge!, sides: { mode: 'byRound', first: 'left' } }], 40, 20, rounds));
    };
    // An odd round is said at its own place, once; even rounds may have uneven seconds.
    expect(texts(lunges(3), 'unevenSides')).toEqual([]);
    expect(texts(lunges(4), 'unevenSides')).toEqual([]);
    const waves = planOf({
      ...lunges(4).blocks[0]!,
      format: format('circuit', { rounds: 4, workByRoundMs: [30_000, 50_000, 30_000, 50_000] }),
    });
    expect(texts(waves, 'unevenSides')).toEqual(['Lunge: 1:00 left, 1:40 right.']);
    const one = (side: 'left' | 'right') => on('Lunge').map((x) => ({ ...x, sides: { mode: 'one' as const, side } }));
    expect(texts(planOf(circuit(one('left'), 40, 20, 1)), 'unevenSides')).toEqual(['Lunge: 0:40 left, none right.']);
    expect(texts(planOf(circuit(one('left'), 40, 20, 1), circuit(one('right'), 40, 20, 1)), 'unevenSides')).toEqual([]);
  });
});

describe('warm-up and cool-down', () => {
  const warm = (...names: string[]) => ({ ...circuit(on(...names), 90, 0, 2), role: 'warmUp' as const });
  const cool = (...names: string[]) => ({
    ...block(format('holds', { holdMs: s(60) }), on(...names)),
    role: 'coolDown' as const,
  });
  const main = circuit(on('Squat', 'Push'), 40, 20, 4);

  it('none at all', () => {
    expect(texts(planOf(main), 'noWarmUp')).toEqual(['There is no warm-up.']);
    expect(texts(planOf(main), 'noCoolDown')).toEqual(['There is no cool-down.']);
    expect(texts(planOf(warm('Drill'), main), 'noWarmUp')).toEqual([]);
    expect(texts(planOf(main, cool('Stretch', 'Stretch')), 'noCoolDown')).toEqual([]);
  });

  it('a worked part left out', () => {
    const both = planOf(warm('Drill'), main, cool('Stretch', 'Stretch'));
    expect(texts(both, 'warmUpCovers')).toEqual(['The warm-up leaves out arms, chest, which the class works.']);
    expect(texts(both, 'coolDownCovers')).toEqual(['The cool-down leaves out arms, chest, which the class works.']);
    const legs = planOf(warm('Drill'), circuit(on('Squat', 'Step'), 40, 20, 4), cool('Stretch', 'Stretch'));
    expect(texts(legs, 'warmUpCovers')).toEqual([]);
    expect(texts(legs, 'coolDownCovers')).toEqual([]);
  });
});

describe('impact', () => {
  it('the third hard landing in a row', () => {
    expect(texts(long('Jump', 'Bound', 'Leap', 'Squat'), 'impactRun')).toEqual([
      'Leap is the 3rd move with hard landings in a row.',
    ]);
    expect(texts(long('Jump', 'Bound', 'Squat', 'Leap', 'Hold'), 'impactRun')).toEqual([]);
  });

  it('a jump without a low option beside it, and the fix that puts one there', () => {
    const plan = long('Jump', 'Squat');
    const [found] = of(plan, 'lowImpact');
    expect(found?.text).toBe('Jump has no low-impact option beside it.');
    expect(found?.fixes[0]?.label).toBe('Beside it: Step');
    expect(of(fixed(plan, found!.fixes[0]), 'lowImpact')).toEqual([]);
  });
});

describe('level', () => {
  const at = (level: Plan['level'], plan: Plan): Plan => ({ ...plan, level });
  it('more work to rest than the level bears', () => {
    // 45 s to 10 s inside the round: the two minutes between rounds excuse nothing
    const plan = planOf(circuit(on('Squat', 'Push'), 45, 10, 2, { roundBreakMs: s(120) }));
    expect(texts(at('mixed', plan), 'workRest')).toEqual([
      'Main: work to rest is 4.5 : 1; for mixed people at most 4 : 1.',
    ]);
    expect(texts(at('practised', plan), 'workRest')).toEqual([]);
  });

  it('a full-effort format or an all-out move for beginners', () => {
    const tabata = planOf(block(format('tabata'), on('Squat')));
    expect(texts(at('beginner', tabata), 'formatLevel')).toEqual([
      'Main asks for full effort; this class is for beginners.',
    ]);
    expect(texts(at('mixed', tabata), 'formatLevel')).toEqual([]);
    const allOut = at('beginner', long('All out', 'Squat'));
    const [found] = of(allOut, 'formatLevel');
    expect(found?.fixes[0]?.label).toBe('Step in its place');
    expect(of(fixed(allOut, found!.fixes[0]), 'formatLevel')).toEqual([]);
  });
});

describe('kit and heads', () => {
  const withHeads = (heads: number, use: 'together' | 'stations'): Plan => ({
    ...planOf({
      ...circuit(
        on('Bell', 'Squat').map((x) => (x.move === 'Bell' ? { ...x, kit: ['kettlebell'] } : x)),
        40,
        20,
        2,
      ),
      use,
    }),
    heads,
  });
  it('together all want one at once, at stations only those who stand there', () => {
    expect(texts(withHeads(8, 'together'), 'kitHeads')).toEqual([
      'Main wants 8 × kettlebell for 8 people; there are 6. To stand in: a can.',
    ]);
    expect(texts(withHeads(6, 'together'), 'kitHeads')).toEqual([]);
    expect(texts(withHeads(12, 'stations'), 'kitHeads')).toEqual([]);
    expect(texts(withHeads(13, 'stations'), 'kitHeads')).toHaveLength(1);
    const eight = withHeads(8, 'together');
    const [found] = of(eight, 'kitHeads');
    expect(of(fixed(eight, found!.fixes[0]), 'kitHeads')).toEqual([]);
  });
});

describe('floor trips', () => {
  it('three trips a round, and an order with one', () => {
    const plan = long('Hold', 'Squat', 'Push', 'Hinge', 'Hold', 'Pull');
    const [found] = of(plan, 'floorTrips');
    expect(found?.text).toBe('Main: 3 trips to the floor in a round.');
    expect(found?.fixes[0]?.label).toBe('Floor moves together: 1 trip');
    expect(of(fixed(plan, found!.fixes[0]), 'floorTrips')).toEqual([]);
    expect(of(long('Hold', 'Push', 'Squat', 'Hinge', 'Pull'), 'floorTrips')).toEqual([]);
    // The round begins on the floor, where the one before has ended.
    expect(texts(long('Hold', 'Squat', 'Push', 'Hinge', 'Hold', 'Pull', 'Push'), 'floorTrips')).toEqual([
      'Main: 3 trips to the floor in a round.',
    ]);
  });
});

describe('water', () => {
  const half = () => circuit(on('Squat', 'Push', 'Hinge'), 40, 20, 4); // 11:40
  const rested = () => ({ ...half(), breakAfter: { ms: s(30), untilTap: false } });

  it('the longest stretch without a pause to drink in, wherever it is', () => {
    expect(texts(planOf(half(), half()), 'water')).toEqual([
      '23:20 without a break to drink in, from the start; at most 20 min.',
    ]);
    expect(texts(planOf(rested(), half()), 'water')).toEqual([]);
    // One early break does not silence what follows: 11:40 and 0:30 before it
    expect(texts(planOf(rested(), half(), half()), 'water')).toEqual([
      '23:20 without a break to drink in, from 12:10 on; at most 20 min.',
    ]);
    const dry = planOf(half(), half());
    const [found] = of(dry, 'water');
    expect(of(fixed(dry, found!.fixes[0]), 'water')).toEqual([]);
  });

  it('in one long block the break goes between its rounds', () => {
    const one = planOf(circuit(on('Squat', 'Push', 'Hinge'), 40, 20, 8));
    const [found] = of(one, 'water');
    expect(found?.fixes.map((f) => f.label)).toEqual(['60 s between the rounds of Main']);
    expect(of(fixed(one, found!.fixes[0]), 'water')).toEqual([]);
  });

  it('after the main part people drink as they like', () => {
    const cool = {
      ...block(format('holds', { holdMs: s(60) }), on(...Array<string>(12).fill('Stretch'))),
      role: 'coolDown' as const,
    };
    expect(texts(planOf(half(), cool), 'water')).toEqual([]);
  });
});

describe('audience', () => {
  it('a move with a caution for someone here', () => {
    const plan: Plan = { ...long('Push', 'Squat'), audience: ['wrists'] };
    const [found] = of(plan, 'audience');
    expect(found?.text).toBe('Push with wrists: Band push instead.');
    for (const fix of found!.fixes) expect(of(fixed(plan, fix), 'audience')).toEqual([]);
    expect(of({ ...plan, audience: ['knees'] }, 'audience')).toEqual([]);
  });
});

describe('acceptance and thresholds', () => {
  it('is kept with its words, and taken back', () => {
    const plan = planOf(circuit(on('Lunge', 'Push'), 40, 20, 2));
    const [found] = of(plan, 'missingSides');
    const accepted = withAccepted(plan, found!, true);
    expect(accepted.accepted).toEqual([{ key: found!.key, text: found!.text }]);
    expect(isAccepted(accepted, found!)).toBe(true);
    expect(withAccepted(accepted, found!, false)).toEqual(plan);
  });

  it('another threshold changes the answer', () => {
    const plan = planOf(circuit(on('Squat', 'Push'), 45, 10, 2));
    expect(of(plan, 'workRest', { thresholds: { ...USUAL_THRESHOLDS, ratioMixed: 6 } })).toEqual([]);
  });

  it('every check has a reason, and every fix leaves a plan that compiles', () => {
    expect(new Set(CHECKS.map((c) => c.id)).size).toBe(CHECKS.length);
    for (const check of CHECKS) expect(check.reason.length).toBeGreaterThan(20);
    const plan = { ...long('Jump', 'Bound', 'Leap', 'Lunge', 'Hold', 'Push'), audience: ['wrists' as const] };
    for (const f of checkPlan(plan, { library: TEST_LIBRARY, kitRoom: KIT_ROOM }))
      for (const fix of f.fixes) expect(totals(fixed(plan, fix)).totalMs).toBeGreaterThan(0);
  });
});
