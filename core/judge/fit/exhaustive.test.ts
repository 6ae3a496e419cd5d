import { describe, expect, it } from 'vitest';
import { type Plan, withRounds, withSetting } from '../../class/index.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { mulberry32 } from '../sequence/index.ts';
import { fitSlot } from './fit.ts';

/** How far some numbers are from others, by shares of what was set; times from ten seconds on, counts from two. */
function apart(from: readonly number[], to: readonly number[]): number {
  const least = [10_000, 10_000, 10_000, 2];
  return from.reduce((sum, x, k) => sum + Math.abs(to[k]! - x) / Math.max(x, least[k]!), 0);
}

interface Found {
  values: number[];
  spare: number;
  distance: number;
}

/** Every choice of work, rest, break and rounds, by the length of the whole class compiled anew. */
function everyWay(plan: Plan, from: readonly number[], axes: readonly number[][], slotMs: number): Found[] {
  const [block] = plan.blocks;
  const ways: Found[] = [];
  for (const work of axes[0]!)
    for (const rest of axes[1]!)
      for (const pause of axes[2]!)
        for (const rounds of axes[3]!) {
          let format = withRounds(block!.format, rounds);
          format = withSetting(withSetting(withSetting(format, 'workMs', work), 'restMs', rest), 'roundBreakMs', pause);
          const spare = slotMs - compile({ ...plan, blocks: [{ ...block!, format }] }).totalMs;
          const values = [work, rest, pause, rounds];
          ways.push({ values, spare, distance: apart(from, values) });
        }
  return ways;
}

const steps = (min: number, max: number, step: number) =>
  Array.from({ length: Math.floor((max - min) / step) + 1 }, (_, k) => min + k * step);

describe('the fitter against every way there is', () => {
  it('gives the same nearest ways, or the same nearest miss, for 500 random small classes', () => {
    let [fitted, missed] = [0, 0];
    for (let seed = 1; seed <= 500; seed++) {
      const random = mulberry32(seed);
      const pick = (from: number, to: number) => from + Math.floor(random() * (to - from + 1));
      const from = [s(pick(4, 12) * 5), s(pick(1, 6) * 5), s(pick(0, 6) * 15), pick(1, 4)];
      const plan = planOf(
        circuit(stations(pick(2, 4)), from[0]! / 1000, from[1]! / 1000, from[3]!, { roundBreakMs: from[2]! }),
      );
      const ranges = [
        { min: s(20), max: s(60), step: s(10) },
        { min: s(5), max: s(30), step: s(5) },
        { min: 0, max: s(60), step: s(30) },
        { min: 1, max: 4, step: 1 },
      ];
      const slotMs = s(pick(60, 1500));
      const spareMs = s(pick(0, 20));
      const given = fitSlot({
        plan,
        blockIndex: 0,
        slotMs,
        spareMs,
        keepRatio: false,
        limit: 5,
        vary: { workMs: ranges[0]!, restMs: ranges[1]!, roundBreakMs: ranges[2]!, rounds: ranges[3]! },
      })!;
      const ways = everyWay(
        plan,
        from,
        ranges.map((r) => steps(r.min, r.max, r.step)),
        slotMs,
      );
      const fit = ways
        .filter((w) => w.spare >= 0 && w.spare <= spareMs)
        .sort((a, b) => a.distance - b.distance || a.spare - b.spare);
      const round = (x: number) => Math.round(x * 1e9) / 1e9;
      expect([seed, given.fits.map((f) => [round(f.distance), f.spareMs])]).toEqual([
        seed,
        fit.slice(0, 5).map((w) => [round(w.distance), w.spare]),
      ]);
      if (fit.length > 0) fitted += 1;
      else {
        missed += 1;
        const miss = (w: Found) => (w.spare < 0 ? -w.spare : w.spare - spareMs);
        const [best] = ways.sort((a, b) => miss(a) - miss(b) || a.distance - b.distance);
        expect([seed, given.nearest?.spareMs, round(given.nearest!.distance)]).toEqual([
          seed,
          best!.spare,
          round(best!.distance),
        ]);
      }
    }
    expect(Math.min(fitted, missed)).toBeGreaterThan(20);
  });

  it('of two ways that miss by as much it gives the one nearer to what was set', () => {
    // 60/30, two sets: 150 s. To 145 s in steps: 58/28 and 50/38 make 144 and 138; to 1 s under, both knobs free by 2 and 8.
    const plan = planOf(circuit(stations(2), 60, 30, 1));
    const result = fitSlot({
      plan,
      blockIndex: 0,
      slotMs: s(147),
      spareMs: 0,
      keepRatio: false,
      limit: 5,
      vary: { workMs: { min: s(50), max: s(58), step: s(8) }, restMs: { min: s(28), max: s(44), step: s(16) } },
    });
    // 50/28 128, 50/44 144, 58/28 144, 58/44 160: two miss 147 by 3 s.
    expect(result?.fits).toEqual([]);
    expect(result?.nearest?.changes.map((c) => c.to)).toEqual([s(58), s(28)]);
  });
});
