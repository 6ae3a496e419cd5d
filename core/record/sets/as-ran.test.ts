import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applySteps, type Plan, parseWith, stepsBetween } from '../../class/index.ts';
import { planArb } from '../../test/arbitrary.ts';
import { circuit, planOf, s, stations } from '../../test/build.ts';
import { eventsOf } from '../../test/events.ts';
import type { RunCommand } from '../../time/index.ts';
import { compile } from '../../time/index.ts';
import { changesOf, habitsOf } from './as-ran.ts';
import { ChangeSchema, type PlanChange } from './change.ts';
import { changeKey, changeWords, isOpenChange, withChange } from './changes.ts';
import { withChanges } from './progress.ts';

/*
 * Count-in 10, then of two stations, twice: work 30 at 10, rest at 40, work at 50, the round break of 60 at 80, work at 140, rest at
 * 170, work at 180, and the end at 210; after it 20 of a block break, and then a finisher of one station, work 40 at 230, end at 270.
 */
const main = {
  ...circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60) }),
  breakAfter: { ms: s(20), untilTap: false },
};
const last = circuit(
  stations(1, (x) => ({ ...x, id: 'f1', move: 'Finisher' })),
  40,
  0,
  1,
);
const plan: Plan = { ...planOf(main, last), heads: 10 };
const finish: [number, RunCommand] = [600, { type: 'finish' }];
const changes = (...steps: [number, RunCommand][]) =>
  changesOf(plan, eventsOf([0, { type: 'start' }], ...steps, finish));
const words = (list: readonly PlanChange[]) => list.map((c) => changeWords(plan, c));
const lengths = (p: Plan) => compile(p).intervals.map((i) => `${i.kind} ${i.durationMs / 1000}`);

describe('the plan as it ran', () => {
  it('has nothing to change where all ran as planned, or was a second off', () => {
    expect(changes()).toEqual([]);
    expect(changes([45, { type: 'adjust', deltaMs: 1000 }])).toEqual([]);
    // A pause is no change of the plan.
    expect(changes([20, { type: 'pause' }], [50, { type: 'resume' }])).toEqual([]);
  });

  it('six kinds of change at once, each by itself to take or to leave', () => {
    const found = changes(
      // The first rest 10 longer, so all is 10 later: the break at 90, 30 longer; work of round 2 at 180 then.
      [45, { type: 'adjust', deltaMs: 10_000 }],
      [95, { type: 'adjust', deltaMs: 30_000 }],
      // Another move from the second round on.
      [170, { type: 'swap', stationId: 's1', scope: 'on', to: { move: 'Box squat' } }],
      // The last set of work 10 shorter: 40 later it begins at 220.
      [225, { type: 'adjust', deltaMs: -10_000 }],
      // One round more of the finisher, and a break before it that waits.
      [241, { type: 'hold', readyMs: 0 }],
      [275, { type: 'release' }],
      [400, { type: 'close', came: 12, next: 'Mats out first.' }],
    );
    expect(words(found)).toEqual([
      'Box squat in place of Move 1',
      'Work at Move 2, round 2: 0:10 less',
      'Rest after Move 1, round 1: 0:10 more',
      'The break between rounds of Main: 0:30 more',
      'The break after Main waits until tapped',
      '12 people',
      'Into the notes: “Mats out first.”',
    ]);
    expect(new Set(found.map((c) => c.kind)).size).toBeGreaterThanOrEqual(6);
    const next = withChanges(plan, found);
    expect(lengths(next).slice(0, 8)).toEqual([
      'work 30',
      'rest 20',
      'work 30',
      'roundBreak 90',
      'work 30',
      'rest 10',
      'work 20',
      'blockBreak 20',
    ]);
    expect([next.heads, next.notes, next.blocks[0]?.breakAfter.untilTap]).toEqual([12, 'Mats out first.', true]);
    // Each leaves the plan as a step that can be taken back, and taken once changes nothing more.
    for (const c of found) {
      const one = withChange(plan, c);
      expect(one).not.toBe(plan);
      expect(withChange(one, c) === one || 'deltaMs' in c).toBe(true);
      expect(applySteps(plan, stepsBetween(plan, one))).toEqual(one);
      expect(parseWith(ChangeSchema, JSON.parse(JSON.stringify(c)))).toEqual({ ok: true, value: c });
    }
  });

  it('rounds dropped and added, a station always skipped, another move put in', () => {
    expect(words(changes([15, { type: 'rounds', delta: -1 }]))).toEqual(['1 round of Main']);
    expect(words(changes([15, { type: 'rounds', delta: 1 }]))).toEqual(['3 rounds of Main']);
    const skipped = changes([51, { type: 'skip' }], [153, { type: 'skip' }]);
    expect(words(skipped)).toEqual(['Main without Move 2']);
    // Once is not always.
    expect(changes([51, { type: 'skip' }])).toEqual([]);
    const put = changes([235, { type: 'more', to: { move: 'Front plank' } }]);
    expect(words(put)).toEqual(['Front plank after Finisher']);
    expect(withChanges(plan, put).blocks[1]?.stations.map((x) => x.move)).toEqual(['Finisher', 'Front plank']);
    // The set once more has no place in a plan.
    expect(changes([235, { type: 'more' }])).toEqual([]);
  });

  it('a rest that always ran longer is the rest of the block; that of one station, of the station', () => {
    const both = changes([45, { type: 'adjust', deltaMs: 6000 }], [180, { type: 'adjust', deltaMs: 7000 }]);
    // Once after either round of the first station; 6 and 7 s are the same: by their mean, to the second.
    expect(words(both)).toEqual(['Rest in Main: 0:07 more']);
    expect(lengths(withChanges(plan, both)).filter((x) => x.startsWith('rest'))).toEqual(['rest 17', 'rest 17']);
    const three = planOf(circuit(stations(3), 30, 10, 2));
    const found = changesOf(
      three,
      // Rests of the first station at 40 and, 6 s later, at 166.
      eventsOf(
        [0, { type: 'start' }],
        [45, { type: 'adjust', deltaMs: 6000 }],
        [170, { type: 'adjust', deltaMs: 6000 }],
        finish,
      ),
    );
    expect(found).toEqual([
      { kind: 'time', time: 'rest', blockId: three.blocks[0]?.id, stationId: 's1', round: null, deltaMs: 6000 },
    ]);
  });

  it('a move for one round, and for one set, is of that round', () => {
    expect(changes([15, { type: 'swap', stationId: 's1', scope: 'round', to: { move: 'Box squat' } }])).toMatchObject([
      { kind: 'move', stationId: 's1', round: 1, to: { move: 'Box squat' } },
    ]);
    expect(changes([145, { type: 'swap', stationId: 's1', scope: 'set', to: { move: 'Box squat' } }])).toMatchObject([
      { kind: 'move', stationId: 's1', round: 2, to: { move: 'Box squat' } },
    ]);
  });

  it('changes nothing in a plan in which what it is about is gone', () => {
    const gone: PlanChange[] = [
      { kind: 'time', time: 'rest', blockId: 'nowhere', stationId: null, round: null, deltaMs: 5000 },
      { kind: 'move', blockId: main.id, stationId: 'nowhere', round: null, to: { move: 'x' } },
      { kind: 'drop', blockId: main.id, stationId: 'nowhere' },
      { kind: 'drop', blockId: last.id, stationId: 'f1' },
      { kind: 'add', blockId: main.id, afterId: 'nowhere', id: 'n', to: { move: 'x' } },
      { kind: 'heads', heads: 10 },
    ];
    for (const c of gone) expect(withChange(plan, c)).toBe(plan);
  });

  it('any change gives a class that can be kept', () => {
    fc.assert(
      fc.property(
        planArb,
        fc.integer({ min: -90_000, max: 90_000 }),
        fc.integer({ min: 1, max: 9 }),
        (p, deltaMs, rounds) => {
          for (const b of p.blocks) {
            const [station] = b.stations;
            const all: PlanChange[] = [
              {
                kind: 'time',
                time: 'work',
                blockId: b.id,
                stationId: null,
                round: null,
                deltaMs: Math.round(deltaMs / 1000) * 1000,
              },
              { kind: 'time', time: 'rest', blockId: b.id, stationId: station?.id ?? null, round: 1, deltaMs },
              { kind: 'break', gap: 'roundBreak', blockId: b.id, deltaMs },
              { kind: 'rounds', blockId: b.id, rounds },
              ...(station ? [{ kind: 'weight' as const, blockId: b.id, stationId: station.id, weightKg: 12 }] : []),
            ];
            for (const c of all) {
              expect(() => compile(withChange(p, c))).not.toThrow();
              expect(changeWords(p, c)).not.toBe('');
              expect(changeKey(c)).not.toBe('');
            }
          }
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what always goes otherwise', () => {
  const longer = (ms: number) => ({
    plan,
    changes: [
      { kind: 'time', time: 'rest', blockId: main.id, stationId: 's1', round: null, deltaMs: ms },
      { kind: 'heads', heads: 12 },
    ] satisfies PlanChange[],
  });
  const none = { plan, changes: [] };

  it('is proposed after three runs alike, by its mean; not after two, and not where one was otherwise', () => {
    expect(habitsOf(plan, [longer(6000), longer(5000), longer(7000), none])).toEqual([
      {
        change: { kind: 'time', time: 'rest', blockId: main.id, stationId: 's1', round: null, deltaMs: 6000 },
        amountsMs: [6000, 5000, 7000],
        times: 3,
      },
    ]);
    expect(habitsOf(plan, [longer(6000), longer(6000)])).toEqual([]);
    expect(habitsOf(plan, [longer(6000), none, longer(6000), longer(6000)])).toEqual([]);
    expect(habitsOf(plan, [longer(6000), longer(-6000), longer(6000)])).toEqual([]);
  });

  it('once it is made so is not proposed again, nor where the time was set otherwise by hand', () => {
    const runs = [longer(6000), longer(6000), longer(6000)];
    const [habit] = habitsOf(plan, runs);
    const made = withChange(plan, habit!.change);
    expect(habitsOf(made, runs)).toEqual([]);
    expect([isOpenChange(plan, plan, habit!.change), isOpenChange(made, plan, habit!.change)]).toEqual([true, false]);
    // Something else that was changed is no matter.
    expect(habitsOf({ ...plan, title: 'Other', heads: 30 }, runs)).toHaveLength(1);
    const broken: PlanChange = { kind: 'break', gap: 'roundBreak', blockId: main.id, deltaMs: 5000 };
    expect(isOpenChange(withChange(plan, broken), plan, broken)).toBe(false);
  });
});
