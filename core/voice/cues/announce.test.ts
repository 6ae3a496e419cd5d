import { describe, expect, it } from 'vitest';
import type { Block, Plan, Station } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { compile, runIntervals } from '../../time/index.ts';
import { planCueSheet, planCues } from './plan-cues.ts';

const named = (move: string, more: Partial<Station> = {}): Station => ({
  id: move,
  move,
  sides: { mode: 'none' },
  ...more,
});
const texts = (p: Plan, intervals = compile(p).intervals) =>
  planCues(p, intervals).flatMap((c) => (c.text === null ? [] : [[c.atMs / 1000, c.text] as const]));
const between = (from: number, to: number, p: Plan, intervals = compile(p).intervals) =>
  texts(p, intervals).filter(([at]) => at >= from && at < to);
const each = { mode: 'each', first: 'left' } as const;

const NAMES = ['Calf', 'Hamstring', 'Quad', 'Hip', 'Glute', 'Side bend', 'Chest', 'Shoulder', 'Arm', 'Neck', 'Back'];
/** A cool-down, with so many seconds of change. */
const holdsOf = (change: number) =>
  planOf(
    block(
      format('holds', { holdMs: s(25), changeMs: s(change) }),
      NAMES.map((n) => named(`${n} stretch`, { sides: each })),
    ),
  );

describe('a cool-down of eleven holds done on each side', () => {
  it.each([0, 2, 5, 8])('has every move and every side said with changes of %i s', (change) => {
    // Measured words are about as long as this: 60 ms a letter and 200 ms.
    for (const ms of [undefined, (text: string) => 200 + 60 * text.length]) {
      const { cues, notes } = planCueSheet(holdsOf(change), compile(holdsOf(change)).intervals, ms);
      const said = cues.map((c) => c.text ?? '');
      for (const n of NAMES) expect(said.filter((t) => t.includes(`${n} stretch, left side`))).toHaveLength(1);
      expect(said.filter((t) => t === 'Right side')).toHaveLength(11);
      expect(notes.filter((n) => n.what === 'dropped' && n.kind !== 'countdown')).toEqual([]);
    }
  });

  it('calls the side before the countdown where no gap follows, and in a gap of 5 s within it', () => {
    // Hold 25: 25 − 3 − 0.8 − 0.3; with a change of 5 s the right side begins at 30, called 0.7 s after the tone.
    expect(between(20, 25, holdsOf(0))).toEqual([[20.9, 'Right side']]);
    expect(between(24, 30, holdsOf(5))).toEqual([[25.7, 'Right side']]);
  });
});

describe('the other side', () => {
  it('follows in sets of one move by round, and on the way back along a chain', () => {
    const tabata = planOf(
      block(format('tabata', { rounds: 4 }), [named('Lunge', { sides: { mode: 'byRound', first: 'right' } })]),
    );
    // 20/10: the rests begin at 20, 50, 80
    expect(texts(tabata).filter(([, t]) => / side$/.test(t))).toEqual([
      [0.7, 'Lunge, right side'],
      [20.7, 'Left side'],
      [50.7, 'Right side'],
      [80.7, 'Left side'],
    ]);
    const chained = planOf(
      circuit(
        ['Step', 'Kick'].map((m) => named(m, { sides: { mode: 'chain', first: 'left' } })),
        30,
        10,
        1,
      ),
    );
    // Step left 0–30, Kick left 40–70, Step right 80–110
    expect(between(70, 80, chained)[0]).toEqual([70.7, 'Next: Step, right side']);
  });

  it('is called also where nothing else is', () => {
    const quiet: Plan = { ...holdsOf(5), cueLevels: { nextUp: 'off', left: 'off', half: 'off', tenSeconds: 'off' } };
    expect(texts(quiet).map(([, t]) => t)).toEqual(Array(11).fill('Right side'));
  });

  it('is called in the set itself where the one before waits for a tap', () => {
    const reps = planOf(block(format('reps', { rounds: 1, restMs: 0, reps: 8 }), [named('Row', { sides: each })]));
    // Eight reps at 3 s are 24 s, done on each side.
    expect(between(24, 26, reps)).toEqual([[24.7, 'Right side']]);
  });
});

describe('what changes with the move', () => {
  it('is said after its name: reps, position, length, kit', () => {
    const list = [
      named('Squat', { position: 'standing' }),
      named('Bridge', {
        position: 'supine',
        kit: ['mat'],
        reps: { count: 8, per: 'side' },
        workMs: s(40),
      }),
    ];
    // Words at 2.5 a second, 0.3 s between them.
    expect(between(30, 50, planOf(circuit(list, 30, 20, 1))).map(([, t]) => t)).toEqual([
      'Next: Bridge',
      '8 a side',
      'To the floor',
      '40 seconds this time',
      'mat',
      'Ten seconds',
      'Last one',
    ]);
  });

  it('comes in two parts where a short rest has no room for both: the name before it, the way down in it', () => {
    const list = [
      named('Squat', { position: 'standing' }),
      named('Side plank with reach', { position: 'side' }),
      named('Swing', { position: 'standing' }),
    ];
    const p = planOf(circuit(list, 30, 5, 1));
    // "Next: Side plank with reach" 2 s: 30 − 3 − 2 − 0.3
    expect(between(20.5, 35, p)).toEqual([
      [24.7, 'Next: Side plank with reach'],
      [30.7, 'To the floor'],
    ]);
    expect(between(65, 70, p)).toEqual([[65.7, 'Stand up']]);
  });

  it('is not said of a move whose position nobody knows', () => {
    const p = planOf(circuit([named('Squat', { position: 'standing' }), named('Heron dip')], 30, 20, 1));
    expect(texts(p).some(([, t]) => t === 'To the floor' || t === 'Stand up')).toBe(false);
  });

  it('tells reps as a set begins where nothing could tell them before', () => {
    const list = [named('Row', { reps: { count: 12, per: 'total' } }), named('Press')];
    const reps = planOf(block(format('reps', { rounds: 1, restMs: 0, reps: 10, secondsPerRep: 2 }), list));
    // 12 reps are 24 s; Press follows at once, with the block's ten.
    expect(between(24, 30, reps)).toEqual([
      [24.7, 'Press'],
      [25.4, '10 reps'],
      [26.5, 'Last one'],
    ]);
  });
});

describe('rounds and what is left', () => {
  const calls = (p: Plan) =>
    planCues(p, compile(p).intervals)
      .filter((c) => c.kind === 'round' || c.kind === 'left')
      .map((c) => c.text);

  it('in pairs name the pair and the time, and the last round once', () => {
    const pairs = planOf(circuit(stations(6), 40, 15, 3, { groupSize: 2, groupBreakMs: s(45) }));
    expect(calls(pairs)).toEqual([
      'Pair 1',
      'Pair 1, second time',
      'Pair 1, last time',
      'Pair 2',
      'Pair 2, second time',
      'Pair 2, last time',
      'Pair 3',
      'Pair 3, second time',
      'Last round',
      'Last one',
    ]);
  });

  it('station by station count the sets, and call the last one', () => {
    const sets = planOf(circuit(stations(2), 20, 10, 3, { groupSize: 1 }));
    expect(calls(sets)).toEqual(['Set 1 of 3', 'Set 2 of 3', 'Set 3 of 3', 'Set 1 of 3', 'Set 2 of 3', 'Last one']);
  });

  it('without rounds tell half of the moves, three, two and one to go; two sides are one move', () => {
    const list = stations(9, (x) => ({ ...x, sides: each }));
    expect(calls(planOf(block(format('holds'), list)))).toEqual([
      'Half of the moves are done',
      'Three to go',
      'Two to go',
      'Last one',
    ]);
    expect(calls(planOf(block(format('holds'), stations(1))))).toEqual([]);
  });
});

describe('talk, demos and waits', () => {
  const main = () => circuit([named('Row'), named('Press')], 30, 10, 1);

  it('tell the next towards the end of a talk, before the warning', () => {
    const p = planOf(block(format('open', { lengthMs: s(70) })), main());
    // "Next: Row" 0.8 s ends 0.3 s before the ten seconds at 60.
    expect(between(0, 70, p)).toEqual([
      [58.9, 'Next: Row'],
      [60, 'Ten seconds'],
    ]);
    expect(planCues(p, compile(p).intervals)[0]).toMatchObject({ atMs: 0, tone: 'talk' });
  });

  it('that wait have the next told as people get ready, or as the set begins', () => {
    const talk = block(format('open', { lengthMs: s(60), untilTap: true }));
    const p = (getReadyMs: number) => ({ ...planOf(talk, main()), getReadyMs });
    expect(between(0, 68, p(s(8)))).toEqual([[60.1, 'Next: Row']]);
    expect(between(0, 65, p(0))).toEqual([[60.7, 'Row']]);
  });

  it('name each move of a demo as it is shown: those of the main block, in the order and length it says', () => {
    const warm = block(format('holds', { holdMs: s(20) }), [named('Arm circles')], { role: 'warmUp' });
    const lift = main();
    const shows = {
      blockId: lift.id,
      moves: [
        { stationId: 'Press', ms: s(20) },
        { stationId: 'Row', ms: s(5) },
      ],
    };
    const demo = (more: Partial<Block>) => planOf(block(format('demo', { perStationMs: s(10) }), [], more), warm, lift);
    expect(between(0, 20, demo({}))).toEqual([
      [0.7, 'Row'],
      [10.7, 'Press'],
      [15.5, 'Next: Arm circles'],
    ]);
    expect(between(0, 25, demo({ shows }))).toEqual([
      [0.7, 'Press'],
      [20.7, 'Row'],
    ]);
  });

  it('after a break that waits the name is told again as people get ready', () => {
    const first = circuit([named('Hop')], 30, 0, 1);
    const p = { ...planOf({ ...first, breakAfter: { ms: s(60), untilTap: true } }, main()), getReadyMs: s(8) };
    expect(between(30, 98, p)).toEqual([
      [30.7, 'Next: Row'],
      [34.7, 'Water'],
      [90.1, 'Next: Row'],
    ]);
  });
});

describe('a complex', () => {
  const complex = (alternate: boolean) =>
    planOf(
      block(
        format('windows', { onMs: s(60), offMs: s(30), count: 3, alternate }),
        [named('Squat', { reps: { count: 10, per: 'total' } }), named('Row', { reps: { count: 8, per: 'side' } })],
        { title: 'Tide' },
      ),
    );

  it('is read out whole with its reps, and gone on with', () => {
    expect(between(0, 5, complex(false), runIntervals(complex(false)))).toEqual([
      [0.1, 'Next: 10 Squat, 8 a side Row'],
      [3.2, 'Round 1 of 3'],
    ]);
    expect(between(60, 70, complex(false))).toEqual([[60.7, 'Go on where you stopped']]);
    expect(between(60, 70, complex(true))).toEqual([[60.7, 'Go on where you stopped. Right side']]);
  });

  it('alternates its sides by window only where something in it has sides', () => {
    expect(compile(complex(true)).intervals.flatMap((i) => i.side ?? [])).toEqual(['left', 'right', 'left']);
    expect(compile(complex(false)).intervals.flatMap((i) => i.side ?? [])).toEqual([]);
  });
});
