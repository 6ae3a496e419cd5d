import { describe, expect, it } from 'vitest';
import type { Plan } from '../../class/index.ts';
import { libraryOf } from '../../moves/index.ts';
import { block, circuit, format, planOf, s } from '../../test/build.ts';
import { findingsOf, fixed, textsOf } from '../../test/checking.ts';
import { move, on } from '../../test/moves.ts';

const library = libraryOf([
  move('Plank', { pattern: 'brace', position: 'prone', main: ['belly'] }),
  move('Side plank', { pattern: 'brace', position: 'side', main: ['flanks'] }),
  move('Carry', { grip: 'firm' }),
  move('Swing', { grip: 'firm', effort: 4 }),
  move('Press', { overhead: true, effort: 3 }),
  move('Jerk', { overhead: true, effort: 4 }),
  move('Snatch', { overhead: true, effort: 4 }),
  move('Reach', { overhead: true, effort: 1 }),
  move('Fold', { headBelow: true, pattern: 'stretch', effort: 1 }),
  move('Step', {}),
  move('Burpee', { pattern: 'jump', impact: 'high', landings: 25 }),
  move('Slow squat', { tempo: { downMs: 2000, holdMs: 0, upMs: 2000, topMs: 0 } }),
]);
const of = (plan: Plan, check: string) => findingsOf(plan, check, { library });
const texts = (plan: Plan, check: string) => textsOf(plan, check, library);

describe('holding and gripping without a pause', () => {
  it('a plank over 90 s, also of several moves; ten seconds let go', () => {
    expect(texts(planOf(circuit(on('Plank'), 91, 20, 1)), 'braceRun')).toEqual([
      '1:31 of holding without a pause: Plank.',
    ]);
    expect(of(planOf(circuit(on('Plank'), 90, 20, 1)), 'braceRun')).toEqual([]);
    expect(texts(planOf(circuit(on('Plank', 'Side plank'), 50, 9, 1)), 'braceRun')).toEqual([
      '1:40 of holding without a pause: Plank, Side plank.',
    ]);
    expect(of(planOf(circuit(on('Plank', 'Side plank'), 50, 10, 1)), 'braceRun')).toEqual([]);
  });

  it('a firm grip over 90 s, at stations from whichever group\u2019s side', () => {
    const room = (use: 'together' | 'stations') => planOf({ ...circuit(on('Carry', 'Step', 'Swing'), 50, 5, 1), use });
    expect(of(room('together'), 'gripRun')).toEqual([]);
    // The group that begins at Swing goes on to Carry
    expect(texts(room('stations'), 'gripRun')).toEqual(['1:40 of firm grip without a pause: Swing, Carry.']);
  });
});

describe('in a complex', () => {
  it('nobody stays at a move for its whole share of the time', () => {
    const amrap = (...names: string[]) => planOf(block(format('amrap', { capMs: s(1800) }), on(...names)));
    expect(of(amrap('Swing', 'Step', 'Step'), 'gripRun')).toEqual([]);
    // Nothing but grips: twice round, 12 reps of 3 s each
    expect(texts(amrap('Swing', 'Carry'), 'gripRun')).toEqual(['2:24 of firm grip without a pause: Swing, Carry.']);
  });
});

describe('overhead in a row', () => {
  it('more than two moves; reaching is none', () => {
    expect(texts(planOf(circuit(on('Press', 'Jerk', 'Snatch', 'Step'), 40, 20, 1)), 'overheadRun')).toEqual([
      '3 moves overhead in a row: Press, Jerk, Snatch.',
    ]);
    expect(of(planOf(circuit(on('Press', 'Jerk', 'Step', 'Snatch'), 40, 20, 1)), 'overheadRun')).toEqual([]);
    expect(of(planOf(circuit(on('Press', 'Jerk', 'Reach'), 40, 20, 1)), 'overheadRun')).toEqual([]);
  });
});

describe('head down after hard work', () => {
  it('within a minute of effort 4; after it not', () => {
    expect(texts(planOf(circuit(on('Swing', 'Fold'), 40, 20, 1)), 'headDown')).toEqual([
      'Fold puts the head down 20 s after Swing.',
    ]);
    expect(of(planOf(circuit(on('Swing', 'Fold'), 40, 60, 1)), 'headDown')).toEqual([]);
    expect(of(planOf(circuit(on('Step', 'Fold'), 40, 20, 1)), 'headDown')).toEqual([]);
  });
});

describe('music and counts', () => {
  const danced = (bpm: number, music: number) =>
    planOf({ ...block(format('beats', { bpm, counts: 32 }), on('Step')), musicBpm: music });
  it.each([
    [128, 128],
    [128, 64],
    [64, 128],
    [128, 130],
  ])('%i counts to %i beats go together', (bpm, music) => {
    expect(of(danced(bpm, music), 'musicCounts')).toEqual([]);
  });

  it('others do not, and either can give way', () => {
    const plan = danced(128, 140);
    const [found] = of(plan, 'musicCounts');
    expect(found?.text).toBe('Main is counted at 128 beats a minute, its music is at 140.');
    expect(found?.fixes.map((f) => f.label)).toEqual(['Count at 140', 'Music at 128']);
    for (const fix of found!.fixes) expect(of(fixed(plan, fix), 'musicCounts')).toEqual([]);
  });
});

describe('reps against the time', () => {
  const reps = (count: number, more = {}) =>
    planOf(
      circuit(
        on('Step').map((x) => ({ ...x, reps: { count, per: 'total' as const }, ...more })),
        30,
        20,
        1,
      ),
    );
  it('by the tempo of the station, else as quick as a whole rep can be done', () => {
    // 20 x 1.5 s are 30 s, 21 are 31.5
    expect(of(reps(20), 'repsFit')).toEqual([]);
    expect(texts(reps(21), 'repsFit')).toEqual(['21 \u00d7 Step at 1.5 s a rep take 31.5 s; there are 30 s.']);
    const slow = { tempo: { downMs: 3000, holdMs: 0, upMs: 1000, topMs: 0 } };
    expect(texts(reps(10, slow), 'repsFit')).toEqual(['10 \u00d7 Step at 4 s a rep take 40 s; there are 30 s.']);
  });

  it('a jump takes as long as its landings say, a lift a good half of its usual tempo', () => {
    const of10 = (name: string, count: number) =>
      texts(
        planOf(
          circuit(
            on(name).map((x) => ({ ...x, reps: { count, per: 'total' as const } })),
            30,
            20,
            1,
          ),
        ),
        'repsFit',
      );
    // 25 landings a minute are 2.4 s each; 4 s of tempo can be done in 2.4
    expect(of10('Burpee', 13)).toEqual(['13 \u00d7 Burpee at 2.4 s a rep take 31.2 s; there are 30 s.']);
    expect(of10('Burpee', 12)).toEqual([]);
    expect(of10('Slow squat', 13)).toEqual(['13 \u00d7 Slow squat at 2.4 s a rep take 31.2 s; there are 30 s.']);
  });

  it('reps a side are twice as many in one visit', () => {
    const sided = {
      reps: { count: 12, per: 'side' as const },
      sides: { mode: 'split' as const, first: 'left' as const },
    };
    expect(texts(reps(1, sided), 'repsFit')).toEqual(['24 \u00d7 Step at 1.5 s a rep take 36 s; there are 30 s.']);
  });
});

describe('formats that hide their sums', () => {
  it('an add-on gives its first moves the most', () => {
    const names = (n: number) =>
      Array.from(
        { length: n },
        (_, k) => ['Step', 'Press', 'Reach', 'Carry', 'Jerk', 'Swing', 'Snatch', 'Fold', 'Plank'][k]!,
      );
    // 9 turns: the first move 9 x 30 = 4:30, the last 0:30; the second 8 x 30 = 4:00 is not over
    const nine = planOf(block(format('addOn', { workMs: s(30) }), on(...names(9))));
    expect(texts(nine, 'addOnVolume')).toEqual(['Main: Step 4:30 of work, the last move 0:30.']);
    expect(of(planOf(block(format('addOn', { workMs: s(30) }), on(...names(8)))), 'addOnVolume')).toEqual([]);
    expect(
      of(planOf(block(format('addOn', { workMs: s(30), reverse: true }), on(...names(9)))), 'addOnVolume'),
    ).toEqual([]);
  });

  it('a rest kept and a break set on top of it', () => {
    const plan = planOf(circuit(on('Step', 'Press'), 40, 20, 2, { roundBreakMs: s(60), breakMode: 'adds' }));
    const [found] = of(plan, 'restAndBreak');
    expect(found?.text).toBe('Main: 20 s of rest and then 60 s of break, 1:20 in all.');
    expect(of(fixed(plan, found!.fixes[0]), 'restAndBreak')).toEqual([]);
    expect(of(planOf(circuit(on('Step', 'Press'), 40, 20, 2, { roundBreakMs: s(60) })), 'restAndBreak')).toEqual([]);
    const kept = {
      ...circuit(on('Step', 'Press'), 40, 20, 2, { lastRest: 'keep' }),
      breakAfter: { ms: s(60), untilTap: false },
    };
    expect(of(planOf(kept, circuit(on('Carry'), 40, 20, 1)), 'restAndBreak')).toHaveLength(1);
  });
});

describe('heat', () => {
  const warm = (celsius: number, rest: number): Plan => ({
    ...planOf(circuit(on('Swing', 'Press'), 40, rest, 3)),
    climate: { celsius, humidity: 55 },
  });
  it('asks for more rest by the band, and names the guidance', () => {
    // 31 degrees and 55 %: half as much rest again; mixed at most 4 : 1, so 2.7 : 1
    const plan = warm(31, 12);
    const [found] = of(plan, 'heat');
    expect(found).toMatchObject({ weight: 2 });
    expect(found?.text).toContain('Main: at most 2.7 of work to 1 of rest.');
    expect(of(fixed(plan, found!.fixes[0]), 'heat')[0]?.weight).toBe(1);
    expect(of(warm(20, 10), 'heat')).toEqual([]);
    expect(of(warm(38, 20), 'heat')[0]?.weight).toBe(3);
  });

  it('shortens the dry stretch', () => {
    // 16 minutes without a pause
    const long = (celsius: number): Plan => ({
      ...planOf(circuit(on('Swing', 'Press'), 40, 20, 8)),
      climate: { celsius, humidity: 55 },
    });
    expect(texts(long(31), 'water')).toEqual([
      '15:40 without a break to drink in, from the start; at most 15 min in this heat.',
    ]);
    expect(of(long(20), 'water')).toEqual([]);
  });
});
