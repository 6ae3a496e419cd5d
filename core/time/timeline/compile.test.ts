import { describe, expect, it } from 'vitest';
import { atOneClock, formatDuration, type Station } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { GOLDEN } from '../../test/golden.ts';
import { compile, stationAt } from './compile.ts';
import { planProblems } from './problems.ts';
import { sheetOf } from './sheet.ts';
import { totals, workToRest } from './totals.ts';

describe('golden totals', () => {
  it.each(GOLDEN)('$name', ({ plan, total, workSeconds, intervals }) => {
    const t = totals(plan);
    expect(formatDuration(t.totalMs)).toBe(total);
    expect(t.workMs).toBe(workSeconds * 1000);
    expect(t.intervals).toBe(intervals);
    expect(t.workMs + t.restMs + t.breakMs + t.openMs).toBe(t.totalMs);
  });

  it('six stations, 40/20, three rounds, 60 s breaks make 19:00', () => {
    expect(formatDuration(totals(planOf(circuit(stations(6), 40, 20, 3, { roundBreakMs: s(60) }))).totalMs)).toBe(
      '19:00',
    );
  });
});

const shape = (plan: Parameters<typeof compile>[0]) =>
  compile(plan).intervals.map((i) =>
    `${i.kind} ${i.durationMs / 1000} ${i.stationIndex ?? '-'} ${i.side ?? ''}`.trim(),
  );

describe('circuit', () => {
  it('runs rest, then break, in "adds"; the break alone in "replaces"', () => {
    const adds = circuit(stations(1), 10, 5, 2, { roundBreakMs: s(30), breakMode: 'adds' });
    expect(shape(planOf(adds))).toEqual(['work 10 0', 'rest 5 0', 'roundBreak 30 0', 'work 10 0']);
    const replaces = circuit(stations(1), 10, 5, 2, { roundBreakMs: s(30) });
    expect(shape(planOf(replaces))).toEqual(['work 10 0', 'roundBreak 30 0', 'work 10 0']);
  });

  it('takes the strongest override: cell, station, round, block', () => {
    const list = stations(2, (x, k) => (k === 0 ? { ...x, workMs: s(7), cells: [{ round: 2, workMs: s(9) }] } : x));
    const plan = planOf(circuit(list, 40, 0, 3, { workByRoundMs: [s(20), s(25)] }));
    expect(compile(plan).intervals.map((i) => i.durationMs / 1000)).toEqual([7, 20, 9, 25, 7, 20]);
  });

  it('goes round pairs, the last group smaller', () => {
    const plan = planOf(circuit(stations(3), 10, 0, 2, { groupSize: 2, groupBreakMs: s(8) }));
    expect(shape(plan)).toEqual([
      'work 10 0',
      'work 10 1',
      'work 10 0',
      'work 10 1',
      'groupBreak 8 1',
      'work 10 2',
      'work 10 2',
    ]);
  });

  it('gives no interval to a gap of 0 s', () => {
    expect(shape(planOf(circuit(stations(2), 10, 0, 1)))).toEqual(['work 10 0', 'work 10 1']);
  });
});

describe('sides', () => {
  const sided = (sides: Parameters<typeof stations>[1]) => planOf(circuit(stations(2, sides), 10, 4, 2));

  it('each: two work intervals with the side rest between, the station gap after the second', () => {
    const plan = sided((x, k) => (k === 0 ? { ...x, sides: { mode: 'each', first: 'right', restMs: s(3) } } : x));
    expect(shape(plan).slice(0, 5)).toEqual(['work 10 0 right', 'rest 3 0', 'work 10 0 left', 'rest 4 0', 'work 10 1']);
  });

  it('by round: left, then right', () => {
    const plan = sided((x, k) => (k === 0 ? { ...x, sides: { mode: 'byRound', first: 'left' } } : x));
    expect(shape(plan).filter((x) => x.includes(' 0 '))).toEqual(['work 10 0 left', 'work 10 0 right']);
  });

  it('split: one interval that switches at half time', () => {
    const plan = sided((x) => ({ ...x, sides: { mode: 'split', first: 'left' } }));
    expect(compile(plan).intervals[0]?.phases).toEqual([{ atMs: 5000, say: 'Switch sides' }]);
  });

  it('chain: the whole run on one side, then on the other, and then the next station', () => {
    const plan = planOf(
      circuit(
        stations(3, (x, k) => (k < 2 ? { ...x, sides: { mode: 'chain', first: 'left', breakMs: s(20) } } : x)),
        10,
        4,
        1,
      ),
    );
    expect(shape(plan)).toEqual([
      'work 10 0 left',
      'rest 4 0',
      'work 10 1 left',
      'rest 20 1',
      'work 10 0 right',
      'rest 4 0',
      'work 10 1 right',
      'rest 4 1',
      'work 10 2',
    ]);
  });
});

describe('other formats', () => {
  it('EMOM: work as long as the period leaves no rest, and never runs past it', () => {
    const plan = planOf(
      block(
        format('emom', { rounds: 1 }),
        stations(2, (x, k) => ({ ...x, workMs: s([60, 75][k] ?? 0) })),
      ),
    );
    expect(shape(plan)).toEqual(['work 60 0', 'work 60 1']);
  });

  it('EMOM by reps: twelve reps at 3 s are 36 s of the minute', () => {
    const plan = planOf(
      block(
        format('emom', { rounds: 1 }),
        stations(1, (x) => ({ ...x, reps: { count: 12, per: 'total' } })),
      ),
    );
    expect(shape(plan)).toEqual(['work 36 0', 'rest 24 0']);
  });

  it('add-on, newest first and oldest first', () => {
    const order = (o: 'newestFirst' | 'oldestFirst') =>
      compile(planOf(block(format('addOn', { order: o, restMs: 0 }), stations(3)))).intervals.map(
        (i) => i.stationIndex,
      );
    expect(order('newestFirst')).toEqual([0, 1, 0, 2, 1, 0]);
    expect(order('oldestFirst')).toEqual([0, 0, 1, 0, 1, 2]);
  });

  it('add-on reverse pass numbers the stations backwards', () => {
    const plan = planOf(block(format('addOn', { reverse: true, restMs: 0 }), stations(3)));
    expect(compile(plan).intervals.map((i) => i.stationIndex)).toEqual([0, 1, 0, 2, 1, 0, 2, 1, 2, 0, 1, 2]);
  });

  it('beats never drift: 7 × 8 counts at 131 BPM end at the exact sum', () => {
    const plan = planOf(block(format('beats', { bpm: 131, counts: 8 }), stations(7)));
    expect(compile(plan).totalMs).toBe(25_649); // 56 × 60 000 / 131 = 25 648.85
    expect(compile(plan).intervals[1]?.startMs).toBe(3664); // 8 × 60 000 / 131 = 3 664.12
  });

  it('beats layers are intervals of their own', () => {
    const list = stations(1, (x) => ({
      ...x,
      layers: [
        { name: 'learn it', counts: 32 },
        { name: 'add power', counts: 16 },
      ],
    }));
    const plan = planOf(block(format('beats', { bpm: 120 }), list));
    expect(compile(plan).intervals.map((i) => [i.layer, i.durationMs])).toEqual([
      ['learn it', 16_000],
      ['add power', 8000],
    ]);
  });

  it('reps wait for the instructor and make the total "about": 2 × (10 × 3 s) + 30 s rest', () => {
    const plan = planOf(block(format('reps', { rounds: 1 }), stations(2)));
    expect(shape(plan)).toEqual(['open 30 0', 'rest 30 0', 'open 30 1']);
    expect(totals(plan)).toMatchObject({ totalMs: 90_000, workMs: 60_000, about: true });
  });

  it('reps with a tempo of 3-1-1-0 and 8 a side take 80 s', () => {
    const list = stations(1, (x) => ({
      ...x,
      reps: { count: 8, per: 'side' as const },
      tempo: { downMs: 3000, holdMs: 1000, upMs: 1000, topMs: 0 },
    }));
    expect(compile(planOf(block(format('reps', { rounds: 1 }), list))).totalMs).toBe(80_000);
  });

  it('a demo shows the stations of the next block', () => {
    const plan = planOf(block(format('demo', { perStationMs: s(6) })), circuit(stations(3), 10, 0, 1));
    expect(shape(plan).slice(0, 3)).toEqual(['demo 6 0', 'demo 6 1', 'demo 6 2']);
  });

  it('an open block until tapped is "about"', () => {
    expect(totals(planOf(block(format('open', { lengthMs: s(90), untilTap: true })))).about).toBe(true);
  });
});

describe('blocks', () => {
  it('puts the block break between two blocks and never at the end of the class', () => {
    const one = { ...circuit(stations(1), 10, 0, 1), breakAfter: { ms: s(45), untilTap: true } };
    const plan = planOf(one, { ...one, id: 'other' });
    expect(shape(plan)).toEqual(['work 10 0', 'blockBreak 45 -', 'countIn 5 -', 'work 10 0']);
    const t = totals(plan);
    expect(t.blocks.map((b) => [b.startMs, b.totalMs, b.withBreakMs])).toEqual([
      [0, 10_000, 60_000],
      [60_000, 10_000, 10_000],
    ]);
  });

  it('says what is spare against the slot', () => {
    const plan = {
      ...planOf(circuit(stations(6), 40, 20, 3, { roundBreakMs: s(60) })),
      slot: { start: '18:30', lengthMs: s(1200) },
    };
    expect(totals(plan)).toMatchObject({ spareMs: 60_000, startClockMs: 66_600_000 });
  });

  it('states work against rest', () => {
    expect(workToRest({ workMs: 40_000, restMs: 20_000 })).toBe('2 : 1');
    expect(workToRest({ workMs: 20_000, restMs: 30_000 })).toBe('1 : 1.5');
    expect(workToRest({ workMs: 20_000, restMs: 0 })).toBe('no rest');
  });
});

describe('sides and the gap between them', () => {
  const sided = (sides: Station['sides'], settings = {}) =>
    planOf(
      circuit(
        stations(2, (x, k) => (k === 0 ? { ...x, sides } : x)),
        30,
        10,
        1,
        settings,
      ),
    );

  it('between them lies what lies between stations, unless it is set', () => {
    expect(shape(sided({ mode: 'each', first: 'right' }))).toEqual([
      'work 30 0 right',
      'rest 10 0',
      'work 30 0 left',
      'rest 10 0',
      'work 30 1',
    ]);
    expect(shape(sided({ mode: 'each', first: 'left', restMs: s(3) }))[1]).toBe('rest 3 0');
    expect(shape(sided({ mode: 'each', first: 'left', restMs: 0 }))).toEqual([
      'work 30 0 left',
      'work 30 0 right',
      'rest 10 0',
      'work 30 1',
    ]);
  });

  it('one side is done on that side alone', () => {
    expect(shape(sided({ mode: 'one', side: 'right' }))).toEqual(['work 30 0 right', 'rest 10 0', 'work 30 1']);
  });

  it('a chain without a break of its own has the rest of the station it turns at', () => {
    const plan = planOf(
      circuit(
        stations(2, (x) => ({ ...x, sides: { mode: 'chain', first: 'left' } })),
        30,
        10,
        1,
      ),
    );
    // 4 × 30 s of work and three gaps of 10 s.
    expect(compile(plan).totalMs).toBe(150_000);
  });
});

describe('waiting until tapped', () => {
  const held = (settings: object, more: object = {}) => ({
    ...planOf(circuit(stations(1), 30, 10, 2, { roundBreakMs: s(60), ...settings })),
    ...more,
  });

  it('a round break that waits is an estimate, and time to get ready comes after it', () => {
    const plan = held({ roundBreakHeld: true });
    expect(shape(plan)).toEqual(['work 30 0', 'roundBreak 60 0', 'countIn 5 0', 'work 30 0']);
    expect(compile(plan).intervals[1]).toMatchObject({ untilTap: true, about: true });
    expect(totals(plan)).toMatchObject({ totalMs: s(125), workMs: s(60), breakMs: s(65), about: true });
    expect(totals(plan).blocks[0]).toMatchObject({ totalMs: s(125), withBreakMs: s(125) });
  });

  it('as long as the class says, none at 0, and none where nothing waits', () => {
    expect(shape(held({ roundBreakHeld: true }, { getReadyMs: s(8) }))[2]).toBe('countIn 8 0');
    expect(shape(held({ roundBreakHeld: true }, { getReadyMs: 0 }))).toHaveLength(3);
    expect(shape(held({}))).toHaveLength(3);
  });

  it('before work alone: no talk needs it, and reps that wait are the work', () => {
    const open = block(format('open', { lengthMs: s(20), untilTap: true }));
    expect(shape(planOf(open, { ...open, id: 'two' }))).toEqual(['open 20 -', 'open 20 -']);
    expect(
      shape(planOf(block(format('reps', { rounds: 2, restMs: 0, roundBreakMs: 0 }), stations(1)))).join(),
    ).not.toContain('countIn');
  });

  it('in pairs, each group has its wait', () => {
    const plan = planOf(circuit(stations(4), 30, 10, 1, { groupSize: 2, groupBreakMs: s(40), groupBreakHeld: true }));
    expect(shape(plan)).toEqual([
      'work 30 0',
      'rest 10 0',
      'work 30 1',
      'groupBreak 40 1',
      'countIn 5 1',
      'work 30 2',
      'rest 10 2',
      'work 30 3',
    ]);
    expect(sheetOf(plan.blocks[0]!).rowGaps).toEqual([{ afterRow: 1, ms: s(45) }]);
  });
});

describe('at stations', () => {
  it('one clock serves all groups: no times, no turn and no chain of a station', () => {
    const apart = stations(3, (x, k) =>
      k === 0
        ? { ...x, workMs: s(50), cells: [{ round: 2, restMs: s(1), swap: { move: 'Row' } }] }
        : { ...x, sides: k === 1 ? { mode: 'each', first: 'right' } : { mode: 'chain', first: 'left' } },
    );
    const plan = planOf({ ...circuit(apart, 40, 20, 2), use: 'stations' });
    expect(shape(plan).slice(0, 5)).toEqual([
      'work 40 0',
      'rest 20 0',
      'work 40 1 right',
      'rest 20 1',
      'work 40 2 left',
    ]);
    expect(compile(plan).totalMs).toBe(compile(planOf(circuit(stations(3), 40, 20, 2))).totalMs);
    expect(planProblems(plan).map((p) => p.message)).toEqual([
      'Move 1: at stations one clock serves all groups: its own times are not used',
      'Move 2: at stations one clock serves all groups: the sides switch at half time',
      'Move 3: at stations one clock serves all groups: the sides switch at half time',
    ]);
    expect(atOneClock(apart[0]!)).toEqual({ ...stations(1)[0]!, cells: [{ round: 2, swap: { move: 'Row' } }] });
  });
});

describe('a single round', () => {
  it('with another move has nothing that was said of the usual one', () => {
    const said = stations(1, (x) => ({
      ...x,
      sayAs: 'Goblets',
      kit: ['kettlebell'],
      weightKg: 16,
      tempo: { downMs: 3000, holdMs: 0, upMs: 1000, topMs: 0 },
      formCues: ['Elbows in'],
      reps: { count: 8, per: 'total' as const },
      cells: [
        { round: 2, swap: { move: 'Press-up' } },
        { round: 3, weightKg: 20 },
      ],
    }));
    const plan = planOf(circuit(said, 30, 10, 3));
    const [one, , two, , three] = compile(plan).intervals;
    expect(stationAt(plan, one!)).toMatchObject({ move: 'Move 1', sayAs: 'Goblets', weightKg: 16 });
    const { cells, ...swapped } = stationAt(plan, two!)!;
    expect(swapped).toEqual({ id: 's1', move: 'Press-up', sides: { mode: 'none' }, reps: { count: 8, per: 'total' } });
    expect(stationAt(plan, three!)).toMatchObject({ move: 'Move 1', weightKg: 20 });
  });

  it('has phases of its own beside those of every round', () => {
    const own = stations(1, (x) => ({
      ...x,
      phases: [{ when: 'half' as const, say: 'change' }],
      cells: [{ round: 2, phases: [{ when: 'at' as const, ms: 1000, say: 'Pulse' }] }],
    }));
    const said = compile(planOf(circuit(own, 30, 10, 2))).intervals.map((i) => i.phases.map((p) => p.say));
    expect(said).toEqual([['change'], [], ['Pulse', 'change']]);
  });
});
