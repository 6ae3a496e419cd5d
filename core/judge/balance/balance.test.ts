import { describe, expect, it } from 'vitest';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { on, TEST_LIBRARY } from '../../test/moves.ts';
import { compile } from '../../time/index.ts';
import { workedAreas } from './areas.ts';
import { balanceOf, boutsOf, energyRange, strainOf, sumBalances } from './work.ts';

const bouts = (plan: ReturnType<typeof planOf>) => boutsOf(plan, compile(plan), TEST_LIBRARY);

describe('balance', () => {
  it('adds work up by part, pattern and side', () => {
    const [squat, lunge] = on('Squat', 'Lunge');
    const plan = planOf(circuit([squat!, { ...lunge!, sides: { mode: 'byRound', first: 'left' } }], 40, 20, 3));
    const b = balanceOf(bouts(plan));
    // squat 3 × 40 s on thighs and seat, lunge 3 × 40 s on thighs; left, right, left
    expect([b.parts.frontThighs, b.parts.seat, b.patterns.squat, b.patterns.lunge]).toEqual([
      240_000, 120_000, 120_000, 120_000,
    ]);
    expect([b.left, b.right, b.totalMs]).toEqual([80_000, 40_000, 240_000]);
    expect(sumBalances([b, b]).parts.frontThighs).toBe(480_000);
  });

  it('shares a window among its complex, and sets aside what it does not know', () => {
    const plan = planOf(block(format('windows', { onMs: s(90), count: 2 }), on('Squat', 'Push', 'Unheard of')));
    const b = balanceOf(bouts(plan));
    expect([b.patterns.squat, b.patterns.push, b.unknownMs]).toEqual([60_000, 60_000, 60_000]);
  });

  it('counts as worked what has time enough in the main part, area by area; the trunk that holds asks for nothing', () => {
    const plan = planOf(circuit(on('Squat', 'Hold'), 40, 20, 2), {
      ...circuit(on('Pull'), 90, 0, 3),
      role: 'coolDown',
    });
    const parts = (fromMs: number) => workedAreas(plan, bouts(plan), 'warmUp', fromMs).map((w) => w.parts);
    expect(parts(80_000)).toEqual([['frontThighs'], ['seat']]);
    expect(parts(81_000)).toEqual([]);
  });

  it('follows effort and impact along the class', () => {
    const plan = planOf(circuit(on('Jump', 'All out'), 40, 20, 1));
    expect(strainOf(plan, compile(plan), TEST_LIBRARY).map((x) => [x.atMs, x.effort, x.impact])).toEqual([
      [0, 2, 2],
      [40_000, 0, 0],
      [60_000, 5, 0],
    ]);
  });

  it('gives energy as a range, and none when too little is known', () => {
    // One hour: 30 min at 8 MET, 30 min at 1.5: 70 kg × 4.75 = 332.5 kcal, a fifth either way
    const at8 = bouts(planOf(circuit(on('Squat'), 1800, 0, 1))).map((x) => ({ ...x, move: { ...x.move!, met: 8 } }));
    expect(energyRange(at8, 3_600_000, 70)).toEqual({ fromKcal: 270, toKcal: 400 });
    expect(energyRange(bouts(planOf(circuit(on('Squat'), 40, 0, 1))), 40_000, 70)).toBeNull();
  });
});
