import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultFormat, type FormatKind } from '../../class/index.ts';
import { blockArb } from '../../test/arbitrary.ts';
import { block, circuit, planOf, s, stations } from '../../test/build.ts';
import { compile, oddRounds } from '../../time/index.ts';
import { costOfOneMore } from './costs.ts';
import { fitSlot, knobName, knobsOf } from './fit.ts';

const base = { spareMs: 0, keepRatio: false, limit: 10 };
/** 6 stations, 40/20, 3 rounds, 60 s breaks: 19:00. */
const plan = planOf(circuit(stations(6), 40, 20, 3, { roundBreakMs: s(60) }));

describe('the slot fitter', () => {
  it('finds the two ways to fill 20:30 with breaks alone or a longer rest', () => {
    // 18 work of 40, 15 rests, 2 breaks. 20:30 is 90 s more: breaks +45 each, or rest +6 each.
    const result = fitSlot({
      ...base,
      plan,
      blockIndex: 0,
      slotMs: s(1230),
      vary: { restMs: { min: s(20), max: s(30), step: s(1) }, roundBreakMs: { min: s(60), max: s(120), step: s(15) } },
    });
    expect(result?.tried).toBe(55);
    expect(result?.fits.map((f) => f.changes)).toEqual([
      [{ knob: 'restMs', from: s(20), to: s(26) }],
      [
        { knob: 'restMs', from: s(20), to: s(24) },
        { knob: 'roundBreakMs', from: s(60), to: s(75) },
      ],
      [
        { knob: 'restMs', from: s(20), to: s(22) },
        { knob: 'roundBreakMs', from: s(60), to: s(90) },
      ],
      [{ knob: 'roundBreakMs', from: s(60), to: s(105) }],
    ]);
  });

  it('leaves out rounds that make the sides uneven', () => {
    const sided = planOf(
      circuit(
        stations(6, (x, k) => (k === 0 ? { ...x, sides: { mode: 'byRound', first: 'left' } } : x)),
        40,
        20,
        2,
        { roundBreakMs: s(60) },
      ),
    );
    const result = fitSlot({
      ...base,
      plan: sided,
      blockIndex: 0,
      slotMs: s(3600),
      spareMs: s(3600),
      vary: { rounds: { min: 1, max: 6, step: 1 } },
    });
    expect(result?.fits.map((f) => f.block.format).map((f) => (f as { rounds: number }).rounds)).toEqual([2, 4, 6]);
  });

  it('keeps a warm-up to its floor: five moves of 40 s are cut to three minutes and no further', () => {
    const warm = { ...planOf({ ...circuit(stations(5), 40, 0, 1), role: 'warmUp' as const }) };
    const vary = { workMs: { min: s(20), max: s(40), step: s(2) } };
    const result = fitSlot({ ...base, plan: warm, blockIndex: 0, slotMs: s(200), spareMs: s(200), vary });
    expect(result?.fits.map((f) => f.totalMs)).toEqual([s(200), s(190), s(180)]);
  });

  it('keeps work to rest when asked', () => {
    const result = fitSlot({
      ...base,
      plan,
      blockIndex: 0,
      slotMs: s(1500),
      spareMs: s(600),
      keepRatio: true,
      vary: { workMs: { min: s(30), max: s(50), step: s(10) }, restMs: { min: s(10), max: s(30), step: s(5) } },
    });
    for (const fit of result?.fits ?? []) {
      const f = fit.block.format as { workMs: number; restMs: number };
      expect(Math.abs(f.workMs / f.restMs - 2)).toBeLessThanOrEqual(0.2);
    }
    expect(result?.fits.length).toBeGreaterThan(0);
  });

  it('says what is nearest and by how much when nothing fits', () => {
    const result = fitSlot({
      ...base,
      plan,
      blockIndex: 0,
      slotMs: s(600),
      vary: { restMs: { min: s(10), max: s(20), step: s(5) } },
    });
    expect(result?.fits).toEqual([]);
    // Shortest: 18 × 40 + 15 × 10 + 2 × 60 = 990 s, 390 s over.
    expect(result?.nearest).toMatchObject({ totalMs: s(990), spareMs: -s(390) });
  });

  it('stops when told', () => {
    const vary = { workMs: { min: s(10), max: s(60), step: 500 }, restMs: { min: s(5), max: s(60), step: 500 } };
    expect(fitSlot({ ...base, plan, blockIndex: 0, slotMs: s(1200), vary }, () => false)).toBeNull();
  });

  it('counts lengths as the compiler does, for every format', () => {
    fc.assert(
      fc.property(blockArb, fc.integer({ min: 1, max: 4 }), fc.integer({ min: 5, max: 50 }), (b, rounds, rest) => {
        const block = { id: 'b', ...b };
        const knobs = knobsOf(block);
        const vary = {
          ...(knobs.includes('rounds') ? { rounds: { min: rounds, max: rounds + 1, step: 1 } } : {}),
          ...(knobs.includes('restMs') ? { restMs: { min: 0, max: s(rest), step: s(5) } } : {}),
          ...(knobs.includes('workMs') ? { workMs: { min: s(rest), max: s(rest + 20), step: s(10) } } : {}),
        };
        const result = fitSlot({
          ...base,
          plan: planOf(block),
          blockIndex: 0,
          slotMs: s(20_000),
          spareMs: s(20_000),
          vary,
        });
        for (const fit of result?.fits ?? []) {
          expect(fit.totalMs).toBe(compile({ blocks: [fit.block] }).totalMs);
          expect(fit.spareMs).toBe(s(20_000) - fit.totalMs);
          expect(oddRounds({ blocks: [fit.block] })).toEqual([]);
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('what one more costs', () => {
  it('a station 3 × (40 + 20), a round 6 × 40 + 5 × 20 + 60, five seconds of rest 15 × 5', () => {
    expect(Object.fromEntries(costOfOneMore(plan.blocks[0]!).map((c) => [c.knob, c.costMs / 1000]))).toEqual({
      workMs: 90,
      restMs: 75,
      roundBreakMs: 10,
      rounds: 400,
      stations: 180,
    });
  });

  it('a break where there is none yet takes the place of the rest', () => {
    // Two gaps of 20 s become 5 s.
    const costs = costOfOneMore(circuit(stations(3), 40, 20, 3));
    expect(costs.find((c) => c.knob === 'roundBreakMs')).toEqual({
      knob: 'roundBreakMs',
      costMs: -30_000,
      replacesRest: true,
    });
    const flowing = costOfOneMore(circuit(stations(3), 40, 0, 3));
    expect(flowing.find((c) => c.knob === 'roundBreakMs')).toMatchObject({ costMs: 10_000, replacesRest: false });
    const adds = costOfOneMore(circuit(stations(3), 40, 20, 3, { breakMode: 'adds' }));
    expect(adds.find((c) => c.knob === 'roundBreakMs')).toMatchObject({ costMs: 10_000, replacesRest: false });
  });

  it('things are called as the format calls them', () => {
    const words = (kind: FormatKind) => {
      const b = block(defaultFormat(kind), stations(3));
      return knobsOf(b).map((knob) => knobName(b, knob));
    };
    expect(words('windows')).toEqual(['on', 'off', 'windows', null]);
    expect(words('holds')).toEqual(['hold', 'change', null]);
    expect(words('circuit')).toEqual(['work', 'rest', 'break between rounds', 'rounds', null]);
  });
});
