import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Block, isOneSided, moduleOf, parsePlan, stationsOf } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { compile } from './compile.ts';
import { oddRounds } from './rounds.ts';
import { sheetOf } from './sheet.ts';
import { totals } from './totals.ts';
import { type Interval, isWork } from './types.ts';

/** Work intervals each station should get, counted from the settings alone. */
function expectedVisits(block: Block, k: number): number | null {
  const f = block.format;
  const mode = stationsOf(block)[k]?.sides.mode;
  const double = mode === 'each' || mode === 'chain' ? 2 : 1;
  const n = block.stations.length;
  switch (f.kind) {
    case 'circuit':
    case 'tabata':
    case 'emom':
    case 'ladder':
    case 'reps':
      return f.rounds * double;
    case 'beats':
      return f.rounds * double * (block.stations[k]?.layers?.length ?? 1);
    case 'holds':
      return double;
    case 'addOn':
      return (f.reverse ? n + 1 : n - k) * double;
    default:
      return null;
  }
}

describe('the timeline of any plan', () => {
  it('has no gap, no overlap and no empty interval, and sums to its total', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        expect(parsePlan(plan).ok).toBe(true);
        const { intervals, totalMs } = compile(plan);
        let at = 0;
        intervals.forEach((i, k) => {
          expect(i.index).toBe(k);
          expect(i.startMs).toBe(at);
          expect(Number.isInteger(i.durationMs) && i.durationMs > 0).toBe(true);
          at += i.durationMs;
        });
        expect(totalMs).toBe(at);
        const t = totals(plan);
        expect(t.workMs + t.restMs + t.breakMs + t.openMs).toBe(totalMs);
        expect(t.blocks.reduce((sum, b) => sum + b.withBreakMs, 0)).toBe(totalMs);
        expect(compile(plan)).toEqual({ intervals, totalMs, about: t.about });
      }),
      { numRuns: 500 },
    );
  });

  it('brings every station round as often as stated', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        const { intervals } = compile(plan);
        plan.blocks.forEach((block, b) => {
          block.stations.forEach((_, k) => {
            const expected = expectedVisits(block, k);
            if (expected === null) return;
            const got = intervals.filter(
              (i) => i.blockIndex === b && i.stationIndex === k && (i.kind === 'work' || i.kind === 'open'),
            );
            expect(got.length).toBe(expected);
          });
        });
      }),
      { numRuns: 300 },
    );
  });

  it('makes "adds" and "replaces" the same where there are no breaks', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        const as = (breakMode: 'adds' | 'replaces') =>
          compile({
            blocks: plan.blocks.map((b) =>
              b.format.kind === 'circuit'
                ? { ...b, format: { ...b.format, breakMode, roundBreakMs: 0, groupBreakMs: 0 } }
                : b.format.kind === 'tabata'
                  ? { ...b, format: { ...b.format, breakMode, breakMs: 0 } }
                  : b,
            ),
          });
        expect(as('adds')).toEqual(as('replaces'));
      }),
    );
  });

  it('keeps sides even but for by-round stations with an odd number of turns', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        const odd = oddRounds(plan);
        const { intervals } = compile(plan);
        plan.blocks.forEach((block, b) => {
          stationsOf(block).forEach((station, k) => {
            // Windows belong to no station: their sides are those of all that have some.
            const { complex } = moduleOf(block.format).traits;
            const at = (i: Interval) => (complex ? isOneSided(station) : i.stationIndex === k);
            const own = intervals.filter((i) => i.blockIndex === b && at(i) && isWork(i));
            const left = own.filter((i) => i.side === 'left').length;
            const right = own.filter((i) => i.side === 'right').length;
            const told = odd.some((o) => o.blockIndex === b && o.stations.some((x) => x.stationIndex === k));
            if (complex || station.sides.mode === 'byRound') expect(told).toBe(left !== right);
            else if (station.sides.mode === 'one')
              expect(own.every((i) => i.side === (station.sides as { side: string }).side)).toBe(true);
            else if (station.sides.mode !== 'split') expect(left).toBe(right);
          });
        });
        for (const o of odd) {
          for (const choice of o.choices) expect(oddRounds({ blocks: [choice.block] })).toEqual([]);
        }
      }),
      { numRuns: 300 },
    );
  });

  it('shows every second of a block on its sheet, threaded through every cell', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        plan.blocks.forEach((block, b) => {
          const sheet = sheetOf(block, plan.blocks.slice(b + 1));
          const { intervals } = compile({ blocks: plan.blocks.slice(b) });
          const own = intervals.filter((i) => i.blockIndex === 0 && i.kind !== 'blockBreak');
          const inCells = sheet.cells.flatMap((c) => c.parts.map((p) => p.interval));
          expect(new Set(inCells).size).toBe(inCells.length);
          const gaps = own.filter((i) => !inCells.includes(i.index));
          expect(gaps.every((i) => i.kind !== 'work' && i.kind !== 'open' && i.kind !== 'demo')).toBe(true);
          expect(new Set(sheet.thread)).toEqual(new Set(sheet.cells.keys()));
        });
      }),
      { numRuns: 200 },
    );
  });
});
