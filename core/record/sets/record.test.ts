import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { eventsOf, T0 } from '../../test/events.ts';
import { type RunCommand, RunLog, recordsOf, summarise } from '../../time/index.ts';
import { countsByMove, countsOf, densityOf, dropOf, paceWords, volumeOf } from './counts.ts';
import { doneIntervals } from './done.ts';
import { cellText, entryAt, gridRows, readCell, readTable } from './grid.ts';
import { lastTime, lastTimeWords } from './last-time.ts';
import { isOfAll, recordOf, type SetRecord } from './sets.ts';

const start: [number, RunCommand] = [0, { type: 'start' }];
const reps = (stationId: string, round: number, count: number | null, more: object = {}): RunCommand =>
  ({ type: 'reps', stationId, round, squad: null, count, ...more }) as RunCommand;

/** Count-in 10, then work 30, rest 10, work 30, rest 10 twice over: sets begin at 10, 50, 90, 130; it ends at 160. */
const plan: Plan = { ...planOf(circuit(stations(2), 30, 10, 2)), squads: ['Heron', 'Teal'] };

describe('the record of a run', () => {
  it('has every set once, with its times, and what is written down of it beside it', () => {
    const record = recordOf(
      plan,
      eventsOf(
        start,
        [45, reps('s1', 1, 12, { squad: 'Heron', weightKg: 16 })],
        [46, reps('s1', 1, 14, { squad: 'Teal', weightKg: 12, effort: 7, note: 'shallow' })],
        [100, { type: 'pause' }],
        [120, { type: 'resume' }],
        [190, { type: 'finish' }],
      ),
    );
    const short = record.sets.map((x) => [x.move, x.round, x.squad, x.reps, x.weightKg, x.actualMs]);
    expect(short).toEqual([
      ['Move 1', 1, null, null, null, 30_000],
      ['Move 1', 1, 'Heron', 12, 16, 30_000],
      ['Move 1', 1, 'Teal', 14, 12, 30_000],
      ['Move 2', 1, null, null, null, 30_000],
      ['Move 1', 2, null, null, null, 30_000],
      ['Move 2', 2, null, null, null, 30_000],
    ]);
    expect(record.sets[2]).toMatchObject({ effort: 7, note: 'shallow', startedAtMs: T0 + s(10), plannedMs: 30_000 });
    // 150 s of the class, 20 of them paused more; 120 of work.
    expect([record.totalMs, record.workMs, record.pausedMs]).toEqual([170_000, 120_000, 20_000]);
    expect(densityOf(record)).toBeCloseTo(120 / 170, 10);
  });

  it('calls a set as it was called when it was done: a swap counts from its moment on', () => {
    const record = recordOf(
      plan,
      eventsOf(
        start,
        [60, { type: 'swap', stationId: 's1', scope: 'on', to: { move: 'Box squat' } }],
        [200, { type: 'finish' }],
      ),
    );
    expect(record.sets.map((x) => x.move)).toEqual(['Move 1', 'Move 2', 'Box squat', 'Move 2']);
  });

  it('has a set that was gone back to once, with all that ran of it, and one cut short as long as it ran', () => {
    const record = recordOf(
      plan,
      // Ten seconds of the first set, then again from its start; the second set is left after 5.
      eventsOf(start, [20, { type: 'restart' }], [65, { type: 'skip' }], [300, { type: 'finish' }]),
    );
    expect(record.sets.map((x) => x.actualMs)).toEqual([40_000, 5_000, 30_000, 30_000]);
  });

  it('the last that was said of a set counts; nothing said any more is no record', () => {
    const record = recordOf(
      plan,
      eventsOf(
        start,
        [45, reps('s1', 1, 12)],
        [46, reps('s1', 1, 13)],
        [47, reps('s2', 1, 9)],
        [48, reps('s2', 1, null)],
      ),
    );
    expect(record.sets.map((x) => x.reps)).toEqual([13]);
    expect(recordsOf(eventsOf(start, [47, reps('s2', 1, 9)], [48, reps('s2', 1, null)])).reps).toEqual([]);
  });

  it('what was written down of a set that was never done stands by itself, without times', () => {
    const record = recordOf(plan, eventsOf(start, [30, { type: 'finish' }], [90, reps('s2', 2, 11, { person: 'p1' })]));
    expect(record.sets.at(-1)).toMatchObject({
      move: 'Move 2',
      person: 'p1',
      reps: 11,
      actualMs: null,
      plannedMs: null,
    });
  });

  it('of a complex it says how far each came', () => {
    const windows = planOf(block(format('windows', { onMs: s(60), offMs: s(30), count: 2 }), stations(3)));
    const record = recordOf(
      windows,
      eventsOf(start, [71, reps('s2', 1, 4, { squad: 'Heron' })], [72, reps('s3', 1, 6)], [300, { type: 'finish' }]),
    );
    expect(record.sets.map((x) => [x.move, x.round, x.squad, x.reps])).toEqual([
      ['Move 3', 1, null, 6],
      ['Move 2', 1, 'Heron', 4],
      [windows.blocks[0]?.title, 2, null, null],
    ]);
  });

  it('is as long in its parts as in the whole, whatever was done live, and the same replayed as live', () => {
    const command = fc.oneof(
      fc.constantFrom<RunCommand>(
        { type: 'pause' },
        { type: 'resume' },
        { type: 'skip' },
        { type: 'back' },
        { type: 'restart' },
        { type: 'hold', readyMs: 5000 },
        { type: 'release' },
        { type: 'rounds', delta: 1 },
        { type: 'more' },
        { type: 'swap', stationId: 's1', scope: 'on', to: { move: 'Box squat' } },
      ),
      fc.constantFrom(10_000, -10_000).map((deltaMs): RunCommand => ({ type: 'adjust', deltaMs })),
      fc.nat(20).map((n) => reps('s1', 1, n, { squad: 'Heron' })),
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 40 }), command), { maxLength: 14 }), (steps) => {
        let at = 0;
        const events = eventsOf(
          start,
          ...steps.map(([gap, what]): [number, RunCommand] => {
            at += gap;
            return [at, what];
          }),
          [900, { type: 'finish' }],
        );
        const record = recordOf(plan, events);
        const log = new RunLog(plan);
        for (const e of events) log.add([e]);
        const { sets, ...sums } = recordOf(plan, log.events);
        expect({ sets, ...sums }).toEqual(record);
        const parts = record.sets.filter(isOfAll).reduce((sum, x) => sum + (x.actualMs ?? 0), 0);
        expect(parts).toBe(record.workMs);
        expect(record.workMs).toBe(summarise(plan, log.state).workMs);
        const intervals = doneIntervals(plan, events).flatMap((d) => d.intervals);
        const whole = intervals.reduce((sum, i) => sum + i.durationMs, 0);
        expect(whole + record.pausedMs).toBe(record.totalMs);
      }),
      { numRuns: 150 },
    );
  });
});

const set = (more: Partial<SetRecord>): SetRecord => ({
  blockId: 'b',
  stationId: 's1',
  move: 'Press-up',
  side: null,
  round: 1,
  again: 1,
  layer: null,
  squad: null,
  person: null,
  startedAtMs: 0,
  plannedMs: 30_000,
  actualMs: 30_000,
  reps: null,
  weightKg: null,
  effort: null,
  note: '',
  ...more,
});
const counts = (...list: (number | null)[]) => list.map((n, k) => set({ round: k + 1, reps: n }));

describe('what a record says', () => {
  it('what fell from the first set to the last: 20, 19, 17 is 15 %, paced too fast; 20, 18 is held', () => {
    expect(dropOf(counts(20, 19, 17))).toBeCloseTo(0.15, 10);
    expect(paceWords(0.15)).toBe('paced too fast');
    expect(dropOf(counts(20, 18))).toBeCloseTo(0.1, 10);
    expect([paceWords(0.1), paceWords(-0.1), paceWords(-0.25)]).toEqual(['held', 'held', 'rose']);
    expect([dropOf(counts(20)), dropOf(counts(0, 4)), dropOf(counts(null, 4))]).toEqual([null, null, null]);
  });

  it('sides are set each against itself', () => {
    const sided = [
      set({ side: 'left', reps: 10 }),
      set({ side: 'right', reps: 20 }),
      set({ side: 'left', round: 2, reps: 8 }),
      set({ side: 'right', round: 2, reps: 20 }),
    ];
    // 20 % on the left, none on the right.
    expect(dropOf(sided)).toBeCloseTo(0.1, 10);
  });

  it('volume is reps times weight where both are known: 12 × 16 + 10 × 20 = 392', () => {
    expect(volumeOf([set({ reps: 12, weightKg: 16 }), set({ reps: 10, weightKg: 20 }), set({ reps: 30 })])).toBe(392);
    expect(volumeOf(counts(3, 4))).toBeNull();
  });

  it('a run is summed by one kind of counts: those of all, else of squads, else of people', () => {
    const record = { sets: [], notes: [], closing: { came: null, effort: null, next: '', trial: false, felt: [] } };
    const whole = { ...record, totalMs: 200_000, workMs: 120_000, pausedMs: 0 };
    const squads = [
      set({}),
      set({ squad: 'Heron', reps: 10, weightKg: 10 }),
      set({ squad: 'Teal', reps: 12, weightKg: 10 }),
    ];
    const people = [...squads, set({ person: 'p1', reps: 5 })];
    expect(countsOf({ ...whole, sets: people })).toEqual({
      totalMs: 200_000,
      workMs: 120_000,
      density: 0.6,
      sets: 1,
      reps: 22,
      volumeKg: 220,
      countedBy: 'squads',
    });
    expect(countsOf({ ...whole, sets: [set({ reps: 9 }), ...people] })).toMatchObject({ reps: 9, countedBy: 'all' });
    expect(countsOf({ ...whole, sets: [set({})] })).toMatchObject({ reps: null, countedBy: null });
  });

  it('the parts of a list of moves sum to the whole of it', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            m: fc.constantFrom('a', 'b', 'c'),
            n: fc.nat(30),
            kg: fc.option(fc.integer({ min: 1, max: 40 })),
          }),
        ),
        (list) => {
          const sets = list.map(({ m, n, kg }, k) => set({ move: m, reps: n, weightKg: kg, round: k + 1 }));
          const parts = countsByMove(sets);
          expect(parts.reduce((sum, p) => sum + p.reps, 0)).toBe(list.reduce((sum, x) => sum + x.n, 0));
          expect(parts.reduce((sum, p) => sum + (p.volumeKg ?? 0), 0)).toBe(volumeOf(sets) ?? 0);
        },
      ),
    );
  });

  it('the last time is of the same set and who, else of all', () => {
    const sets = [
      set({ reps: 9 }),
      set({ squad: 'Heron', reps: 12, weightKg: 16 }),
      set({ squad: 'Heron', round: 2, reps: 10 }),
      set({ person: 'p1', reps: 20 }),
    ];
    const at = { stationId: 's1', round: 1 };
    expect(lastTime(sets, at, { squad: 'Heron' })).toEqual({ reps: 12, weightKg: 16 });
    expect(lastTime(sets, at, { squad: 'Teal' })).toEqual({ reps: 9, weightKg: null });
    expect(lastTime(sets, at, { squad: null, person: 'p1' })).toEqual({ reps: 20, weightKg: null });
    expect(lastTime(sets, { stationId: 's1', round: 3 }, { squad: 'Heron' })).toBeNull();
    expect(lastTimeWords(sets, at, ['Heron', 'Teal'])).toBe('last time Heron 12 × 16 kg');
    expect(lastTimeWords(sets, at, [])).toBe('last time 9');
    expect(lastTimeWords(sets, { stationId: 's9', round: 1 }, [])).toBe('');
  });
});

describe('the grid', () => {
  it('reads a count, a weight, or both, and writes them so that they are read the same', () => {
    const read = (text: string, unit: 'kg' | 'lb' = 'kg') => {
      const cell = readCell(text, unit);
      return cell.ok ? [cell.entry.reps, cell.entry.weightKg] : 'no';
    };
    expect(['12', '12x16', '12 × 16 kg', '12@20', '16 kg', ' ', '-'].map((t) => read(t))).toEqual([
      [12, null],
      [12, 16],
      [12, 16],
      [12, 20],
      [null, 16],
      [null, null],
      [null, null],
    ]);
    expect(['12kg0', 'x', '12 x', '99999', '=1+1'].map((t) => read(t))).toEqual(['no', 'no', 'no', 'no', 'no']);
    expect(read('12 x 25', 'lb')).toEqual([12, 11.339809]);
    for (const counted of [
      { reps: 12, weightKg: 16 },
      { reps: 0, weightKg: null },
      { reps: null, weightKg: 7.5 },
      { reps: null, weightKg: null },
    ])
      for (const effort of [null, 0, 10])
        for (const note of ['', 'left hip, then both', 'effort 3', 'rpe 11, so I was told', '12 x 16']) {
          const entry = { ...counted, effort, note };
          expect(readCell(cellText(entry), 'kg')).toEqual({ ok: true, entry });
        }
  });

  it('reads how hard it was and a note after commas', () => {
    const read = (text: string) => {
      const cell = readCell(text, 'kg');
      return cell.ok ? Object.values(cell.entry) : 'no';
    };
    expect(read('12 x 16 kg, effort 8, left hip, stiff')).toEqual([12, 16, 8, 'left hip, stiff']);
    expect(read('9 x 12,5, RPE 7')).toEqual([9, 12.5, 7, '']);
    expect(read('12,too quick')).toEqual([12, null, null, 'too quick']);
    expect(read(', not done')).toEqual([null, null, null, 'not done']);
    expect(read('12, effort 11')).toBe('no');
    expect(read('deep, effort 8')).toBe('no');
    expect(read(`12, ${'x'.repeat(201)}`)).toBe('no');
    expect(cellText({ reps: null, weightKg: null, effort: 8, note: ' two\nlines ' })).toBe(
      '\u2013, effort 8, two lines',
    );
  });

  it('reads a table as a spreadsheet copies it', () => {
    expect(readTable('12\t13\r\n\t"14"\r\n')).toEqual([
      ['12', '13'],
      ['', '14'],
    ]);
  });

  it('has a row for each set, and in its cells what is written down', () => {
    const events = eventsOf(
      start,
      [45, reps('s1', 1, 12, { squad: 'Heron', weightKg: 16 })],
      [200, { type: 'finish' }],
    );
    const rows = gridRows(recordOf(plan, events).sets, () => 'Main');
    expect(rows.map((r) => [r.move, r.where])).toEqual([
      ['Move 1', 'Main, round 1'],
      ['Move 2', 'Main, round 1'],
      ['Move 1', 'Main, round 2'],
      ['Move 2', 'Main, round 2'],
    ]);
    const [first, second] = rows;
    const { reps: kept } = recordsOf(events);
    if (!first || !second) throw new Error('rows');
    expect(entryAt(kept, first, { squad: 'Heron' })).toEqual({ reps: 12, weightKg: 16, effort: null, note: '' });
    const nothing = { reps: null, weightKg: null, effort: null, note: '' };
    expect(entryAt(kept, first, { squad: 'Teal' })).toEqual(nothing);
    expect(entryAt(kept, second, { squad: 'Heron' })).toEqual(nothing);
  });
});
