import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../../server/library/read.ts';
import { addBlock, type Plan } from '../../class/index.ts';
import { circuit, planOf } from '../../test/build.ts';
import { on } from '../../test/moves.ts';
import { totals } from '../../time/index.ts';
import { checkPlan } from '../checks/index.ts';
import { mulberry32 } from '../sequence/index.ts';
import { proposeCoolDown } from './cool-down.ts';
import { proposeWarmUp } from './warm-up.ts';

const library = shippedLibrary();
const MAIN = library.moves.filter((m) => m.use.includes('main'));
const asked = (plan: Plan, lengthMs = 300_000) => ({ plan, library, kitRoom: [], lengthMs, coverFromMs: 90_000 });

function randomClass(seed: number): { plan: Plan; lengthMs: number } {
  const random = mulberry32(seed);
  const names = new Set<string>();
  const wanted = 4 + Math.floor(random() * 5);
  while (names.size < wanted) names.add(MAIN[Math.floor(random() * MAIN.length)]!.name);
  const main = circuit(on(...names), 40, 20, 3);
  return { plan: planOf(main), lengthMs: 1000 * (300 + Math.floor(random() * 180)) };
}

/** What the checks say of the ends of a class: about the block itself, or that it is missing or leaves something out. */
function complaints(plan: Plan, blockId: string, role: 'warmUp' | 'coolDown'): string[] {
  const own =
    role === 'warmUp'
      ? ['noWarmUp', 'warmUpCovers', 'warmUpPulse', 'hardStart', 'staticHolds']
      : ['noCoolDown', 'coolDownCovers', 'coolDownEasy'];
  return checkPlan(plan, { library })
    .filter((f) => own.includes(f.check) || f.place.blockId === blockId)
    .map((f) => f.text);
}

describe('proposals for 50 random classes', () => {
  const seeds = Array.from({ length: 50 }, (_, k) => k + 1);

  it('a warm-up covers what is worked, is as long as asked and trips no check', () => {
    for (const seed of seeds) {
      const { plan, lengthMs } = randomClass(seed);
      const block = proposeWarmUp(asked(plan, lengthMs));
      const whole = addBlock(plan, block!, 0);
      expect(Math.abs(totals(whole).blocks[0]!.totalMs - lengthMs)).toBeLessThanOrEqual(5000);
      expect([seed, complaints(whole, block!.id, 'warmUp')]).toEqual([seed, []]);
    }
  });

  it('a cool-down does the same, each side as long as the other', () => {
    for (const seed of seeds) {
      const { plan, lengthMs } = randomClass(seed);
      const block = proposeCoolDown(asked(plan, lengthMs));
      const whole = addBlock(plan, block!);
      expect(Math.abs(totals(whole).blocks[1]!.totalMs - lengthMs)).toBeLessThanOrEqual(5000);
      expect([seed, complaints(whole, block!.id, 'coolDown')]).toEqual([seed, []]);
      for (const x of block!.stations) expect(library.get(x.move)!.oneSided).toBe(x.sides.mode === 'each');
    }
  });
});

describe('a proposal', () => {
  const plan = planOf(circuit(on('Goblet squat', 'Press-up', 'Band row'), 40, 20, 4));

  const movesOf = (made: { stations: readonly { move: string }[] } | null) =>
    made!.stations.map((x) => library.get(x.move)!);

  it('is a ramp: pulse, joints, the patterns, and a last minute near the first work', () => {
    const made = proposeWarmUp(asked(planOf(circuit(on('Sprint on the spot', 'Squat jump', 'Press-up'), 40, 20, 4))))!;
    const moves = movesOf(made);
    expect(moves.slice(0, 3).every((m) => m.main.includes('heart'))).toBe(true);
    expect(moves.every((m) => m.impact === 'none')).toBe(true);
    // It begins at effort 5: the library has nothing without landings at 4 that is simple and stands, so 3 it is.
    expect(Math.max(...moves.slice(-2).map((m) => m.effort))).toBeGreaterThanOrEqual(3);
    expect(moves.findIndex((m) => m.effort >= 3)).toBeGreaterThanOrEqual(moves.length - 2);
  });

  it('a cool-down keeps people on their feet until it is two minutes since hard work', () => {
    const hard = planOf(circuit(on('Goblet squat', 'Press-up', 'Squat jump'), 40, 20, 4));
    const made = proposeCoolDown(asked(hard))!;
    let easyMs = 0;
    for (const x of made.stations) {
      if (library.get(x.move)!.pattern !== 'locomote') break;
      easyMs += x.workMs ?? 0;
    }
    expect(easyMs).toBeGreaterThanOrEqual(120_000);
    expect(movesOf(made).every((m) => !m.headBelow)).toBe(true);
  });

  it('a cool-down holds each worked area once before any twice, calves too', () => {
    const legs = planOf(circuit(on('Goblet squat', 'Kettlebell deadlift', 'Calf raise', 'Band row'), 40, 20, 5));
    const held = movesOf(proposeCoolDown(asked(legs, 360_000))!).filter((m) => m.pattern === 'stretch');
    expect(held.some((m) => m.main.includes('calves'))).toBe(true);
    expect(held.filter((m) => m.main.includes('backThighs'))).toHaveLength(1);
  });

  it('of a seated class all is seated', () => {
    const seated: Plan = {
      ...planOf(circuit(on('Seated march', 'Seated band row', 'Seated jack'), 40, 20, 4)),
      kind: 'seated',
    };
    for (const propose of [proposeWarmUp, proposeCoolDown])
      expect(new Set(movesOf(propose(asked(seated))).map((m) => m.position))).toEqual(new Set(['seated']));
  });

  it('wants no mat where there is none', () => {
    const bare = { ...asked(plan), kitRoom: [{ name: 'kettlebell', count: 4, sharedBy: 1 }] };
    for (const propose of [proposeWarmUp, proposeCoolDown])
      expect(movesOf(propose(bare)).flatMap((m) => m.kit)).toEqual([]);
  });

  it('leaves out what someone here should not do', () => {
    const careful: Plan = { ...plan, audience: ['wrists', 'knees'] };
    const names = [...proposeWarmUp(asked(careful))!.stations, ...proposeCoolDown(asked(careful))!.stations].map(
      (s) => library.get(s.move)!,
    );
    for (const m of names) expect([m.name, m.instead.wrists, m.instead.knees]).toEqual([m.name, undefined, undefined]);
  });

  it('is none when there is no time for one', () => {
    expect(proposeWarmUp(asked(plan, 20_000))).toBeNull();
  });
});
