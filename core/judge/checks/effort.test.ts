import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { findingsOf, fixed, textsOf } from '../../test/checking.ts';
import { move, on } from '../../test/moves.ts';

const library = libraryOf([
  move('Five', { effort: 5, easier: 'Three' }),
  move('Four', { effort: 4, easier: 'Three' }),
  move('Three', { effort: 3 }),
  move('Clean', { effort: 4, skill: 'skilled', pattern: 'hinge' }),
  move('Shoulder', { effort: 5, pattern: 'hinge', grip: 'firm', kit: ['sandbag'] }),
  move('Lift', { effort: 3, pattern: 'hinge', kit: ['kettlebell'] }),
  move('Hop', { effort: 3, impact: 'high', pattern: 'jump', landings: 60 }),
  move('Leap', { effort: 3, impact: 'high', pattern: 'jump', landings: 30 }),
  move('Run', { effort: 3, impact: 'high', pattern: 'locomote', landings: 160 }),
]);
const at = (level: Plan['level'], plan: Plan): Plan => ({ ...plan, level });
const of = (plan: Plan, check: string) => findingsOf(plan, check, { library });
const texts = (plan: Plan, check: string) => textsOf(plan, check, library);

describe('too long too hard', () => {
  const minutes = (n: number) => planOf(circuit(on('Five'), n * 60, 0, 1));
  it('minutes at effort 4 and more, against 6, 12 and 20', () => {
    // All but the first 42 s count: 12:00 give 11:18, 13:00 give 12:18
    expect(of(at('mixed', minutes(12)), 'hardMinutes')).toEqual([]);
    expect(texts(at('mixed', minutes(13)), 'hardMinutes')).toEqual([
      '12:18 at effort 4 or more; 12:31 without a minute below effort 3, from 0:29 on; for mixed people at most 12 min.',
    ]);
    expect(of(at('practised', minutes(13)), 'hardMinutes')).toEqual([]);
    expect(of(at('beginner', minutes(7)), 'hardMinutes')[0]?.weight).toBe(3);
  });

  it('says "at least" where part is not known', () => {
    const plan = planOf(circuit(on('Five', 'Kelp'), 800, 0, 1));
    // 800 s less the first 42, and 40 s more as it falls to 3.5
    expect(texts(at('mixed', plan), 'hardMinutes')[0]).toMatch(/^At least 13:18 at effort 4 or more/);
  });

  it('offers breaks to come down in, which help', () => {
    const two = at('mixed', planOf(circuit(on('Five'), 400, 0, 1), circuit(on('Five'), 400, 0, 1)));
    const [found] = of(two, 'hardMinutes');
    expect(found?.fixes.map((f) => f.label)).toEqual(['Breaks of 2 min between the main blocks']);
    expect(texts(fixed(two, found!.fixes[0]), 'hardMinutes').join()).not.toContain('without a minute');
  });
});

describe('work to rest inside the round', () => {
  it('long breaks between rounds excuse nothing', () => {
    // 45 to 5 is 9 : 1, whatever stands between the rounds
    const plan = planOf(circuit(on('Four', 'Three'), 45, 5, 3, { roundBreakMs: s(120) }));
    expect(texts(at('practised', plan), 'workRest')).toEqual([
      'Main: work to rest is 9 : 1; for practised people at most 6 : 1.',
    ]);
  });

  it('a round without rests has its break as rest', () => {
    // 2 x 45 s to 60 s: 1.5 : 1
    const plan = planOf(circuit(on('Four', 'Three'), 45, 0, 3, { roundBreakMs: s(60) }));
    expect(of(at('beginner', plan), 'workRest')).toEqual([]);
    expect(
      of(at('beginner', planOf(circuit(on('Four', 'Three'), 45, 0, 3, { roundBreakMs: s(50) }))), 'workRest'),
    ).toHaveLength(1);
  });

  it('of strength as much rest as work is asked', () => {
    const plan = { ...planOf(circuit(on('Lift'), 40, 30, 4)), kind: 'strength' as const };
    expect(texts(plan, 'workRest')).toEqual(['Main: work to rest is 1.3 : 1; for strength at most 1 : 1.']);
  });
});

describe('rest for all-out work', () => {
  const sprints = (work: number, rest: number) => planOf(circuit(on('Five'), work, rest, 6));
  it.each([
    [10, 115, '12 to 20'],
    [20, 50, '3 to 5'],
    [90, 200, '3 to 4'],
    [240, 200, '1 to 3'],
  ])('%i s want more than %i s: %s times', (work, rest, range) => {
    expect(texts(sprints(work, rest), 'allOutRest')[0]).toContain(`${work} s all out want ${range} times as long`);
  });

  it.each([
    [10, 120],
    [20, 60],
    [90, 270],
    [240, 240],
  ])('%i s with %i s are enough; a circuit with one such station is another thing', (work, rest) => {
    expect(of(sprints(work, rest), 'allOutRest')).toEqual([]);
    expect(of(planOf(circuit(on('Five', 'Three', 'Three'), work, 10, 3)), 'allOutRest')).toEqual([]);
  });
});

describe('full-effort formats for beginners', () => {
  it('no break excuses them; as much rest as work does', () => {
    const tabata = (restS: number) =>
      at('beginner', planOf(block(format('tabata', { restMs: s(restS), breakMs: s(180) }), on('Three', 'Four'))));
    const hard = tabata(10);
    const [found] = of(hard, 'formatLevel');
    expect(found?.text).toBe('Main asks for full effort; this class is for beginners.');
    expect(of(fixed(hard, found!.fixes[0]), 'formatLevel')).toEqual([]);
    expect(of(tabata(20), 'formatLevel')).toEqual([]);
  });
});

describe('skill after fatigue', () => {
  const four = () => block(format('tabata'), on('Four'));
  it('what takes skill, or a heavy weight, after five hard minutes', () => {
    const heavy = on('Lift').map((x) => ({ ...x, weightKg: 32 }));
    const lift = circuit(heavy, 40, 60, 3);
    const plan = planOf(four(), four(), four(), { ...lift, title: 'Heavy' });
    const [found] = of(plan, 'tiredSkill');
    expect(found?.text).toMatch(/^Lift comes after \d+:\d\d of hard work/);
    const first = fixed(plan, found!.fixes[0]);
    expect(first.blocks[0]?.title).toBe('Heavy');
    expect(of(first, 'tiredSkill')).toEqual([]);
    expect(of(planOf(circuit(on('Clean'), 40, 60, 3), four()), 'tiredSkill')).toEqual([]);
    // Without a weight said: all out in a firm grip is heavy.
    expect(of(planOf(four(), four(), four(), circuit(on('Shoulder'), 40, 60, 3)), 'tiredSkill')).toHaveLength(1);
    // Light and simple it may be whenever.
    expect(of(planOf(four(), four(), four(), circuit(on('Lift'), 40, 60, 3)), 'tiredSkill')).toEqual([]);
  });
});

describe('landings', () => {
  it('are work by landings a minute, against 100, 120 and 140; a run has steps', () => {
    // 3 x 40 s at 60 a minute: 120
    const plan = planOf(circuit(on('Hop', 'Three'), 40, 20, 3));
    expect(of(at('mixed', plan), 'landings')).toEqual([]);
    expect(texts(at('beginner', plan), 'landings')).toEqual([
      'About 120 hard landings a person (Hop); for beginners at most 100.',
    ]);
    expect(of(at('beginner', planOf(circuit(on('Run'), 40, 20, 3))), 'landings')).toEqual([]);
  });

  it('count in a complex too, for the share of each move', () => {
    // 10 min shared by two moves: 5 min at 30 a minute: 150
    const amrap = planOf(block(format('amrap', { capMs: s(600) }), on('Leap', 'Three')));
    expect(texts(at('practised', amrap), 'landings')).toEqual([
      'About 150 hard landings a person (Leap); for practised people at most 140.',
    ]);
  });

  it('a run of jumps ends after two minutes without one, counts over blocks, and is seen in a complex', () => {
    const one = (pause = 0) => ({ ...circuit(on('Hop'), 20, 20, 1), breakAfter: { ms: s(pause), untilTap: false } });
    expect(texts(planOf(one(), one(), one()), 'impactRun')).toEqual([
      'Hop is the 3rd move with hard landings in a row.',
    ]);
    expect(texts(planOf(one(120), one(), one()), 'impactRun')).toEqual([]);
    expect(texts(planOf(one(119), one(), one()), 'impactRun')).toHaveLength(1);
    const windows = planOf(block(format('windows', { onMs: s(60), offMs: s(60), count: 3 }), on('Hop', 'Leap', 'Run')));
    expect(texts(windows, 'impactRun')).toHaveLength(1);
  });

  it('at stations the run goes round for those who begin elsewhere', () => {
    // Leap, Three, Run, Hop once round: the group at Run goes on Run, Hop, Leap
    const room = (use: 'together' | 'stations') =>
      planOf({ ...circuit(on('Leap', 'Three', 'Run', 'Hop'), 40, 20, 1), use });
    expect(texts(room('together'), 'impactRun')).toEqual([]);
    expect(texts(room('stations'), 'impactRun')).toHaveLength(1);
  });

  it('a low way in the instructor\u2019s own words is one', () => {
    const own = on('Hop').map((x) => ({ ...x, easier: ['step it out'] }));
    expect(texts(planOf(circuit(own, 40, 20, 1)), 'lowImpact')).toEqual([]);
    expect(texts(planOf(circuit(on('Hop'), 40, 20, 1)), 'lowImpact')).toHaveLength(1);
  });
});

describe('two levels at once', () => {
  it('ask for a way one effort lower beside every move from effort 3 on', () => {
    const plan: Plan = {
      ...planOf(circuit(on('Three', 'Four', 'Lift'), 40, 20, 2)),
      mix: { beginners: 12, practised: 6 },
    };
    // The library has an easier way beside Four; of the others none
    expect(texts(plan, 'levelMix')).toEqual(['12 beginners, 6 practised: no easier way beside Three, Lift.']);
    const own = {
      ...plan,
      blocks: plan.blocks.map((b) => ({ ...b, stations: b.stations.map((x) => ({ ...x, easier: ['half of it'] })) })),
    };
    expect(of(own, 'levelMix')).toEqual([]);
    expect(of({ ...plan, mix: { beginners: 18, practised: 0 } }, 'levelMix')).toEqual([]);
  });
});
