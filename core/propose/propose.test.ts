import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { checkPlan } from '../checks/index.ts';
import { addBlock, type Plan } from '../plan/index.ts';
import { mulberry32 } from '../sequence/index.ts';
import { circuit, planOf } from '../test/build.ts';
import { on } from '../test/moves.ts';
import { totals } from '../timeline/index.ts';
import { proposeCoolDown, proposeWarmUp } from './index.ts';

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
  const own = role === 'warmUp' ? ['noWarmUp', 'warmUpCovers'] : ['noCoolDown', 'coolDownCovers'];
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
      expect(complaints(whole, block!.id, 'warmUp')).toEqual([]);
    }
  });

  it('a cool-down does the same, each side as long as the other', () => {
    for (const seed of seeds) {
      const { plan, lengthMs } = randomClass(seed);
      const block = proposeCoolDown(asked(plan, lengthMs));
      const whole = addBlock(plan, block!);
      expect(Math.abs(totals(whole).blocks[1]!.totalMs - lengthMs)).toBeLessThanOrEqual(5000);
      expect(complaints(whole, block!.id, 'coolDown')).toEqual([]);
      for (const s of block!.stations) expect(library.get(s.move)!.oneSided).toBe(s.sides.mode === 'each');
    }
  });
});

describe('a proposal', () => {
  const plan = planOf(circuit(on('Goblet squat', 'Press-up', 'Band row'), 40, 20, 4));

  it('grows in range: effort never falls among the standing drills', () => {
    const block = proposeWarmUp(asked(plan))!;
    const standing = block.stations.map((s) => library.get(s.move)!).filter((m) => m.position === 'standing');
    expect(standing.map((m) => m.effort)).toEqual(standing.map((m) => m.effort).sort());
  });

  it('leaves out what someone here should not do', () => {
    const careful: Plan = { ...plan, audience: ['wrists', 'knees'] };
    const names = [
      ...proposeWarmUp(asked(careful))!.stations,
      ...proposeCoolDown(asked(careful))!.stations,
    ].map((s) => library.get(s.move)!);
    for (const m of names) expect([m.name, m.instead.wrists, m.instead.knees]).toEqual([m.name, undefined, undefined]);
  });

  it('is none when there is no time for one', () => {
    expect(proposeWarmUp(asked(plan, 20_000))).toBeNull();
  });
});
