import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { compile, totals } from '../../time/index.ts';
import type { Plan } from './schema.ts';
import { readStoredPlan } from './stored.ts';

/** A class as version 1 stored it. */
const old = (more: object = {}, stations: object[] = [], use = 'together') => ({
  version: 1,
  id: 'old',
  title: 'Old',
  slot: { start: null, lengthMs: 2_700_000 },
  heads: null,
  level: 'mixed',
  room: '',
  notes: '',
  countInMs: 10_000,
  cues: {
    tones: true,
    countdownBeforeWork: true,
    countdownBeforeEnd: true,
    nextUp: true,
    half: true,
    tenSeconds: true,
    rounds: true,
    phases: true,
    formCues: false,
    milestones: false,
    water: true,
  },
  blocks: [
    {
      id: 'main',
      title: 'Main',
      role: 'main',
      use,
      stations: [{ id: 's1', move: 'Row', sides: { mode: 'none' } }, ...stations],
      format: {
        kind: 'circuit',
        rounds: 2,
        workMs: 40_000,
        restMs: 20_000,
        roundBreakMs: 60_000,
        groupSize: null,
        groupBreakMs: 0,
        breakMode: 'replaces',
        lastRest: 'drop',
      },
      breakAfter: { ms: 0, untilTap: false },
      ...more,
    },
  ],
});
const read = (document: unknown, how = {}): { plan: Plan; told: string[] } => {
  const result = readStoredPlan(document, how);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
};
const each = { id: 's2', move: 'Step-up', sides: { mode: 'each', first: 'right', restMs: 5000 } };

describe('a stored class of version 2 or before', () => {
  it('had one easier and one harder way, of a station and of a move in one round', () => {
    const swap = { move: 'Oar pull', easier: 'Short pull' };
    const station = {
      ...each,
      easier: 'Half',
      harder: 'Whole',
      cells: [
        { round: 1, swap },
        { round: 2, workMs: 5000 },
      ],
    };
    const { plan, told } = read(old({}, [station]));
    expect(told).toEqual([]);
    const [read2] = plan.blocks[0]!.stations.slice(-1);
    expect([plan.version, read2?.easier, read2?.harder]).toEqual([4, ['Half'], ['Whole']]);
    expect(read2?.cells).toEqual([
      { round: 1, swap: { move: 'Oar pull', easier: ['Short pull'] } },
      { round: 2, workMs: 5000 },
    ]);
  });
});

describe('a stored class of version 1', () => {
  it('takes as long as it did: the time between sides it had stays', () => {
    const { plan, told } = read(old({}, [each]));
    expect(told).toEqual([]);
    expect(plan).toMatchObject({ version: 4, getReadyMs: 5000 });
    expect(plan.blocks[0]?.format).toMatchObject({ roundBreakHeld: false, groupBreakHeld: false });
    expect(plan.blocks[0]?.stations[1]?.sides).toEqual({ mode: 'each', first: 'right', restMs: 5000 });
    // A round: 40 + 20 + 40 + 5 + 40 = 145 s; two of them and the break of 60 s.
    expect(totals(plan).totalMs).toBe(350_000);
  });

  it('drops what stretches passed over: between their sides was the change, whatever was set', () => {
    const holds = { format: { kind: 'holds', holdMs: 25_000, changeMs: 8000 } };
    const { plan } = read(old(holds, [each]));
    expect(plan.blocks[0]?.stations[1]?.sides).toEqual({ mode: 'each', first: 'right' });
    expect(totals(plan).totalMs).toBe(3 * 25_000 + 2 * 8000);
  });

  it('at stations has one clock, and says what that changed', () => {
    const own = { ...each, workMs: 50_000, cells: [{ round: 2, restMs: 5000 }] };
    const chain = { id: 's3', move: 'Swing', sides: { mode: 'chain', first: 'left', breakMs: 20_000 } };
    const { plan, told } = read(old({}, [own, chain], 'stations'));
    expect(plan.blocks[0]?.stations.slice(1)).toEqual([
      { id: 's2', move: 'Step-up', sides: { mode: 'split', first: 'right' } },
      { id: 's3', move: 'Swing', sides: { mode: 'split', first: 'left' } },
    ]);
    expect(told).toEqual([
      'Main, Step-up: one clock serves all groups, so its own times are those of the block.',
      'Main, Step-up: one clock serves all groups, so the sides switch at half time.',
      'Main, Swing: one clock serves all groups, so the sides switch at half time.',
    ]);
  });

  it('gets ready after its waits, and says so', () => {
    const { plan, told } = read({
      ...old(),
      blocks: [...old({ breakAfter: { ms: 30_000, untilTap: true } }).blocks, { ...old().blocks[0], id: 'end' }],
    });
    expect(told).toEqual(['After a wait there are 5 s to get ready.']);
    expect(compile(plan).intervals.map((i) => i.kind)).toContain('countIn');
  });

  it('that was led stays as it was led, to the second', () => {
    const led = old({ breakAfter: { ms: 30_000, untilTap: true } }, [each], 'stations');
    const { plan, told } = read({ ...led, blocks: [...led.blocks, { ...old().blocks[0], id: 'end' }] }, { ran: true });
    expect([told, plan.getReadyMs, plan.blocks[0]?.use]).toEqual([[], 0, 'together']);
    // The first block as above, the break, and 2 × 40 s with the break of 60 s.
    expect(totals(plan).totalMs).toBe(350_000 + 30_000 + 140_000);
  });
});

describe('a stored class of version 3', () => {
  const written = (more: object = {}) => {
    const { plan } = read(old());
    const { warningsMs: _, reps: __, left: ___, ...cues } = plan.cues;
    return {
      ...plan,
      version: 3,
      cues: { ...cues, countdownBeforeWork: true, countdownBeforeEnd: false },
      ...more,
    };
  };

  it('counts down from three or not at all, and keeps its lines at their time from the start of the class', () => {
    const { plan, told } = read(written({ lines: [{ atMs: 65_000, text: 'Welcome aboard', spoken: true }] }));
    expect(plan.cues).toMatchObject({
      countdownBeforeWork: 3,
      countdownBeforeEnd: 0,
      warningsMs: [10_000],
      left: true,
    });
    expect(plan.lines).toEqual([{ at: { on: 'class', afterMs: 65_000 }, text: 'Welcome aboard', spoken: true }]);
    expect(told).toEqual([]);
  });

  it('loses its words for the move of one group at stations, and says so; windows have both sides', () => {
    const windows = { kind: 'windows', onMs: 60_000, offMs: 30_000, count: 3, lastOff: 'drop' };
    const { plan, told } = read(
      written({
        phrases: { nextUpRotate: 'Along. {move}', rest: 'Breathe' },
        blocks: [{ ...written().blocks[0], format: windows }],
      }),
    );
    expect(plan.phrases).toEqual({ rest: 'Breathe' });
    expect(told).toEqual([
      'At stations no one move is next for all: \u201cRotate\u201d is said in place of your words for it.',
    ]);
    expect(plan.blocks[0]?.format).toEqual({ ...windows, alternate: false });
  });
});

describe('a stored class', () => {
  it('of version 0 goes the whole way', () => {
    const { plan } = read({
      version: 0,
      id: 'draft',
      blocks: [{ moves: ['Row', 'Swing'], rounds: 2, work: 30, rest: 15, break: 45 }],
    });
    expect(totals(plan).totalMs).toBe(195_000);
  });

  it('of a newer version, or with a key that is unknown, is named and not half read', () => {
    const newer = readStoredPlan({ ...old(), version: 9 });
    expect(newer.ok || newer.problems[0]?.message).toContain('newer version');
    expect(readStoredPlan({ ...old(), colour: 'tar' }).ok).toBe(false);
    for (const torn of [null, [], 'x', 7, {}, { version: 1 }, { version: 1, blocks: [1, { format: 2 }] }])
      expect(readStoredPlan(torn).ok).toBe(false);
  });

  it('of this version comes back as it is', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        expect(read(JSON.parse(JSON.stringify(plan)))).toEqual({ plan, told: [] });
      }),
      { numRuns: 500 },
    );
  });
});
