import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CUE_KINDS, type Plan } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { runs } from '../../test/runs.ts';
import { type Interval, isWork, runIntervals, stationAt } from '../../time/index.ts';
import { planCueSheet } from './plan-cues.ts';
import type { Cue, CueNote } from './types.ts';

/** Every kind of cue on: as much as can be asked for. */
const loud = ({ phrases: _, ...p }: Plan): Plan => ({
  ...p,
  cues: {
    ...p.cues,
    tones: true,
    nextUp: true,
    reps: true,
    half: true,
    tenSeconds: true,
    rounds: true,
    left: true,
    phases: true,
    milestones: true,
    water: true,
  },
  cueLevels: { options: 'voice' },
  blocks: p.blocks.map(({ cueLevels: _, ...b }) => ({
    ...b,
    stations: b.stations.map(({ cueLevels: _own, ...s }) => s),
  })),
});

interface Made {
  plan: Plan;
  intervals: Interval[];
  cues: Cue[];
  notes: CueNote[];
}

/** Words between 60 and 500 ms each, and 40 ms more a letter in some voices, as measured lengths are. */
const made = (p: Plan, msAWord: number, msALetter: number): Made => {
  const plan = loud(p);
  const intervals = runIntervals(plan);
  const ms = (text: string) => Math.round(text.split(' ').length * msAWord + text.length * msALetter);
  return { plan, intervals, ...planCueSheet(plan, intervals, ms) };
};

const endOf = (c: Cue) => c.atMs + c.spokenMs;

/** Every cue is where its row of the table lets it be. */
function expectInPlace({ cues, intervals }: Made): void {
  for (const { kind, intervalIndex, text } of cues) {
    const { where } = CUE_KINDS[kind];
    if (where !== 'anywhere') expect(isWork(intervals[intervalIndex]!), `${kind}: ${text}`).toBe(where === 'set');
  }
}

function expectNothingCovered({ cues, intervals }: Made): void {
  const spoken = cues.filter((c) => c.spokenMs > 0);
  for (const [k, c] of spoken.entries()) {
    const before = spoken[k - 1];
    if (before) expect(c.atMs, `${before.text} | ${c.text}`).toBeGreaterThanOrEqual(endOf(before));
    const i = intervals[c.intervalIndex]!;
    expect(endOf(c), c.text!).toBeLessThanOrEqual(i.startMs + i.durationMs);
  }
  for (const tick of cues.filter((c) => c.tone === 'tick'))
    expect(spoken.filter((c) => tick.atMs >= c.atMs && tick.atMs < endOf(c)).map((c) => c.text)).toEqual([]);
}

/** The side calls a class needs, worked out from its stations alone: by the interval they belong to. */
function expectEverySide({ plan, intervals, cues }: Made): void {
  const called = cues.filter((c) => c.kind === 'side');
  let last: Interval | null = null;
  for (const i of intervals.filter(isWork)) {
    const together = plan.blocks[i.blockIndex]?.use === 'together';
    const station = stationAt(plan, i);
    if (together && station?.sides.mode === 'split')
      expect(
        called.some((c) => c.intervalIndex === i.index),
        `${station.move} is split`,
      ).toBe(true);
    const turned = last?.blockIndex === i.blockIndex && last.stationIndex === i.stationIndex && last.side !== i.side;
    if (together && station && turned && station.sides.mode !== 'split')
      expect(
        called.some((c) => c.atMs >= last!.startMs && c.atMs < i.startMs + i.durationMs),
        `${station.move} on the ${i.side}`,
      ).toBe(true);
    last = i;
  }
}

/** Whatever a set is, its name is said between the start of the one before and its own end, or it is listed that it is not. */
function expectNothingLost({ plan, intervals, cues, notes }: Made): void {
  const works = intervals.filter(isWork);
  for (const [k, i] of works.entries()) {
    const station = stationAt(plan, i);
    const before = works[k - 1];
    const isOther = before?.blockIndex !== i.blockIndex || before.stationIndex !== i.stationIndex;
    if (!station || plan.blocks[i.blockIndex]?.use !== 'together' || !isOther) continue;
    const name = station.sayAs ?? station.move;
    const from = before?.index ?? 0;
    const here = (x: { intervalIndex: number; text: string | null }) =>
      x.intervalIndex >= from && x.intervalIndex <= i.index && x.text?.includes(name);
    expect(cues.some(here) || notes.some(here), `${name} at ${i.startMs}`).toBe(true);
  }
  for (const line of intervals.length > 0 ? (plan.lines ?? []) : [])
    expect(cues.some((c) => c.text === line.text) || notes.some((n) => n.text === line.text), line.text).toBe(true);
}

describe('random classes with measured lengths', () => {
  it('nothing overlaps or covers a countdown, no side call is missing, and what is not said is listed', () => {
    fc.assert(
      fc.property(planArb, fc.integer({ min: 60, max: 400 }), fc.constantFrom(0, 10, 20), (p, msAWord, msALetter) => {
        const all = made(p, msAWord, msALetter);
        expectNothingCovered(all);
        expectInPlace(all);
        expectEverySide(all);
        expectNothingLost(all);
      }),
      { numRuns: runs(2000, 700) },
    );
  });
});
