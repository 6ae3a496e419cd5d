import { describe, expect, it } from 'vitest';
import type { Block, Plan, Station } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { findingsOf, fixed, textsOf } from '../../test/checking.ts';
import { move, on } from '../../test/moves.ts';
import { USUAL_THRESHOLDS } from '../thresholds/index.ts';
import { contextOf } from './context.ts';
import { proposed } from './ends.ts';

const library = libraryOf([
  move('March', { main: ['heart'], effort: 1, use: ['warmUp', 'coolDown'] }),
  move('Skip', { main: ['heart'], effort: 3, impact: 'high', pattern: 'jump' }),
  move('Jog', { main: ['heart'], effort: 3 }),
  move('Legs', { main: ['frontThighs'], pattern: 'squat', effort: 3 }),
  move('Burpee', { main: ['heart'], effort: 5, impact: 'high', pattern: 'jump' }),
  move('Pull', { main: ['upperBack'], helpers: ['arms'], pattern: 'pull', effort: 3 }),
  move('Lift', { main: ['backThighs'], pattern: 'hinge', effort: 3 }),
  move('Sprint', { main: ['frontThighs'], effort: 5 }),
  move('Plank', { main: ['belly', 'flanks'], pattern: 'brace', effort: 3 }),
  move('Leg drill', { main: ['hipFront'], pattern: 'mobilise', effort: 1 }),
  move('Hinge drill', { main: ['backThighs'], pattern: 'hinge', effort: 1 }),
  move('Arm drill', { main: ['shoulders'], pattern: 'mobilise', effort: 1 }),
  move('Quad hold', { main: ['frontThighs'], pattern: 'stretch', effort: 1, oneSided: true }),
  move('Back hold', { main: ['upperBack'], pattern: 'stretch', effort: 1 }),
  move('Fold', { main: ['backThighs'], pattern: 'stretch', effort: 1, headBelow: true }),
  move('Lie', { main: ['frontThighs'], pattern: 'stretch', effort: 1, position: 'supine' }),
]);
const of = (plan: Plan, check: string) => findingsOf(plan, check, { library });
const texts = (plan: Plan, check: string) => textsOf(plan, check, library);
const warm = (seconds: number, ...names: string[]): Block => ({
  ...circuit(on(...names), seconds, 0, 1),
  id: 'w',
  role: 'warmUp',
  title: 'Warm-up',
});
const cool = (list: Station[], seconds = 30): Block => ({
  ...block(format('holds', { holdMs: s(seconds) }), list),
  id: 'c',
  role: 'coolDown',
  title: 'Cool-down',
});
const main = (...names: string[]): Block => ({ ...circuit(on(...names), 40, 20, 4), id: 'm' });

describe('the warm-up as a ramp', () => {
  it('comes before the main part', () => {
    const late = planOf(main('Legs'), warm(100, 'March', 'Jog', 'Leg drill'));
    const [found] = of(late, 'noWarmUp');
    expect(found?.text).toBe('The warm-up comes after Main.');
    expect(of(fixed(late, found!.fixes[0]), 'noWarmUp')).toEqual([]);
  });

  it('gives each worked area twenty seconds in motion; a hold is none, helpers of the work ask for none', () => {
    const plan = (...names: string[]) => planOf(warm(60, 'March', 'Jog', ...names), main('Legs', 'Pull'));
    expect(texts(plan('Leg drill'), 'warmUpCovers')).toEqual([
      'The warm-up leaves out upper back, which the class works.',
    ]);
    expect(texts(plan('Leg drill', 'Arm drill'), 'warmUpCovers')).toEqual([]);
    expect(texts(plan('Quad hold', 'Arm drill'), 'warmUpCovers')).toEqual([
      'The warm-up leaves out front thighs, which the class works.',
    ]);
    const brief = planOf(warm(19, 'March', 'Leg drill', 'Arm drill'), main('Legs', 'Pull'));
    expect(texts(brief, 'warmUpCovers')[0]).toMatch(/^The warm-up hardly moves front thighs, upper back/);
  });

  it('claims nothing of one that is led freely', () => {
    const free = { ...block(format('open', { lengthMs: s(300), purpose: 'move' })), role: 'warmUp' as const };
    for (const check of ['noWarmUp', 'warmUpCovers', 'warmUpPulse', 'warmUpRamp'])
      expect([check, of(planOf(free, main('Legs', 'Pull')), check)]).toEqual([check, []]);
  });

  it('raises the pulse for two minutes', () => {
    expect(texts(planOf(warm(60, 'March', 'Leg drill', 'Arm drill'), main('Legs')), 'warmUpPulse')).toEqual([
      'Only 60 s of the warm-up raises the pulse; 120 s at least.',
    ]);
    expect(of(planOf(warm(60, 'March', 'Jog', 'Leg drill'), main('Legs')), 'warmUpPulse')).toEqual([]);
  });

  it('has nothing hard in its first three minutes', () => {
    expect(texts(planOf(warm(60, 'Burpee', 'March', 'Jog'), main('Legs')), 'hardStart')).toEqual([
      'Burpee in the first 3 min: hard landings on cold joints.',
    ]);
    expect(of(planOf(warm(60, 'March', 'Jog', 'Leg drill', 'Skip'), main('Legs')), 'hardStart')).toEqual([]);
  });

  it('ends within one effort of the first work', () => {
    expect(texts(planOf(warm(60, 'Jog', 'March', 'Leg drill'), main('Sprint')), 'warmUpRamp')).toEqual([
      'Main begins at effort 5 with Sprint; the last minute of the warm-up is at 1.',
    ]);
    expect(of(planOf(warm(60, 'March', 'Leg drill', 'Jog'), main('Sprint')), 'warmUpRamp')).toHaveLength(1);
    expect(of(planOf(warm(60, 'March', 'Leg drill', 'Jog'), main('Legs')), 'warmUpRamp')).toEqual([]);
  });

  it('holds no muscle for a minute before jumps', () => {
    const held = (seconds: number, work: string) =>
      planOf(
        warm(60, 'March', 'Jog'),
        {
          ...cool(
            on('Quad hold').map((x) => ({ ...x, sides: { mode: 'each', first: 'left' } })),
            seconds,
          ),
          id: 'h',
          role: 'warmUp',
        },
        main(work),
      );
    expect(texts(held(60, 'Skip'), 'staticHolds')).toEqual(['60 s or more of holding front thighs before Skip.']);
    expect(of(held(30, 'Skip'), 'staticHolds')).toEqual([]);
    expect(of(held(60, 'Legs'), 'staticHolds')).toEqual([]);
  });

  it('rehearses a heavy lift without its weight', () => {
    const heavy = { ...main('Lift'), stations: on('Lift').map((x) => ({ ...x, weightKg: 32 })) };
    expect(texts(planOf(warm(60, 'March', 'Jog', 'Leg drill'), heavy), 'rehearsal')).toEqual([
      'The warm-up has nothing like Lift without the weight.',
    ]);
    expect(of(planOf(warm(60, 'March', 'Jog', 'Hinge drill'), heavy), 'rehearsal')).toEqual([]);
  });
});

describe('the cool-down', () => {
  it('comes down on its feet for two minutes after hard work', () => {
    const cooled = (first: Station[]) => planOf(main('Sprint'), cool([...first, ...on('Quad hold')]));
    const march = (seconds: number) => on('March').map((x) => ({ ...x, workMs: s(seconds) }));
    expect(texts(cooled(march(60)), 'coolDownEasy')).toEqual([
      'Quad hold comes 65 s after Sprint; 120 s of easy movement first.',
    ]);
    expect(of(cooled(march(115)), 'coolDownEasy')).toEqual([]);
    expect(of(planOf(main('Legs'), cool(on('Quad hold'))), 'coolDownEasy')).toEqual([]);
    // On one leg it is worth knowing; lying or head down people get dizzy.
    expect(of(planOf(main('Sprint'), cool(on('Lie'))), 'coolDownEasy')[0]?.weight).toBe(2);
    expect(of(planOf(main('Sprint'), cool(on('Quad hold'))), 'coolDownEasy')[0]?.weight).toBe(1);
  });

  it('stretches what was worked: not what helped, nor the trunk that held', () => {
    const plan = (...names: string[]) => planOf(main('Legs', 'Pull', 'Plank'), cool(on('March', ...names)));
    expect(texts(plan('Quad hold'), 'coolDownCovers')).toEqual([
      'The cool-down leaves out upper back, which the class works.',
    ]);
    expect(texts(plan('Quad hold', 'Back hold'), 'coolDownCovers')).toEqual([]);
  });

  it('has nothing hard in it or after it', () => {
    const sprint = { ...circuit(on('Sprint'), 20, 60, 2), id: 'f', role: 'finisher' as const, title: 'Finish' };
    const plan = planOf(main('Legs'), cool(on('March', 'Quad hold')), sprint);
    const [found] = of(plan, 'hardAfterEnd');
    expect(found?.text).toBe('Sprint after the cool-down.');
    expect(of(fixed(plan, found!.fixes[0]), 'hardAfterEnd')).toEqual([]);
    expect(texts(planOf(main('Legs'), cool(on('March', 'Jog'))), 'hardAfterEnd')).toEqual(['Jog in the cool-down.']);
    expect(of(planOf(main('Legs'), cool(on('March', 'Quad hold'))), 'hardAfterEnd')).toEqual([]);
  });
});

describe('a class that is something else', () => {
  const drills = planOf(circuit(on('Leg drill', 'Arm drill', 'Quad hold'), 70, 10, 6));
  it('mobility wants neither warm-up nor rest, said or seen', () => {
    expect(of(drills, 'noWarmUp')).toEqual([]);
    expect(of(drills, 'workRest')).toEqual([]);
    expect(of({ ...drills, kind: 'intervals' }, 'noWarmUp')).toHaveLength(1);
  });

  it('a strength class has no pulse to raise that its rests do not, a test is not balanced', () => {
    const pull = planOf(warm(60, 'March', 'Jog', 'Arm drill'), {
      ...main('Pull'),
      format: format('circuit', { rounds: 8, workMs: s(40), restMs: s(40) }),
    });
    expect(of(pull, 'balance')).toHaveLength(1);
    expect(of({ ...pull, kind: 'test' }, 'balance')).toEqual([]);
  });
});

it('what is proposed covers an area from as many seconds on as are set', () => {
  const context = contextOf(planOf(warm(60, 'March')), library, [], { ...USUAL_THRESHOLDS, coverFromS: 90 });
  expect(proposed(context, 300_000)).toMatchObject({ lengthMs: 300_000, coverFromMs: 90_000 });
});
