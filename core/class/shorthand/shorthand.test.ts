import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { planArb } from '../../test/arbitrary.ts';
import { GOLDEN } from '../../test/golden.ts';
import { runs } from '../../test/runs.ts';
import { oddRounds, totals } from '../../time/index.ts';
import { newLayout, type Plan, parsePlan } from '../plan/index.ts';
import { formatDuration, same } from '../values/index.ts';
import { readStationText, writeStationText } from './index.ts';
import { readShorthand } from './read.ts';
import { KEYWORDS, spansOf } from './spans.ts';
import { writeShorthand } from './write.ts';

const main = (text: string) => readShorthand(text).plan.blocks[0];
const total = (text: string) => formatDuration(totals(readShorthand(text).plan).totalMs);
const moves = (n: number, extra = '') =>
  Array.from({ length: n }, (_, k) => `  Move ${'abcdefghij'[k]}${extra}`).join('\n');

describe('golden totals from shorthand', () => {
  it.each([
    [`main: circuit, 3 rounds, 35/20, 75 between rounds\n${moves(7)}`, '20:45'],
    [`main: circuit 3 rounds 35 on 20 off, 1:15 between rounds, breaks add\n${moves(7)}`, '21:25'],
    [`main: x3, 35/20, round break 75s, keep last rest\n${moves(7)}`, '21:05'],
    [`main: tabata\n${moves(5)}`, '20:00'],
    [`main: tabata, 45 between moves, drop last rest\n${moves(5)}`, '22:10'],
    ['main: every minute, 3 rounds\n  A, 50 work\n  B, 45 work\n  C, 40 work\n  D, 35 work\n  E, 30 work', '15:00'],
    [`main: windows x6, 90 on 60 off\n${moves(3, ', 8 reps')}`, '14:00'],
    [`main: add-on, 25 work, rest 40\n${moves(5)}`, '8:55'],
    [`main: add-on, 25 work, rest 40, back again in reverse\n${moves(5)}`, '18:30'],
    [`main: add-on 30s work 45s rest, 5 within\n${moves(4)}`, '7:45'],
    [`main: 3 rounds, work by round 30 45 30, 15 rest\n${moves(5)}`, '12:15'],
    [`main: ladder, 5 rounds, 12 a rung, 30 rest\n${moves(4)}`, '6:00'],
    [`main: 3 rounds in pairs 40/15, 45 between pairs\n${moves(8)}`, '23:15'],
    [`main: 2 rounds, 30/15, 60 between rounds\n${moves(2, ', each side 5 between sides')}\n${moves(4)}`, '11:50'],
    [`main: circuit, 30/10\n${moves(3, ', chain 20 between sides')}`, '4:00'],
    [`cool-down: holds, hold 25, change 5\n${moves(5, ', each side')}\n${moves(2)}`, '5:55'],
    ['main: beats, 128 bpm, 64 counts\n  Step touch', '0:30'],
  ])('%s', (text, expected) => {
    expect(readShorthand(text).problems).toEqual([]);
    expect(total(text)).toBe(expected);
  });

  it.each(GOLDEN)('$name, written and read', ({ plan, total: expected }) => {
    expect(total(writeShorthand(plan))).toBe(expected);
  });
});

describe('the usual ways to say it', () => {
  it.each(['40/20', '40 on 20 off', '40 work 20 rest', '40s on, 20s off', '0:40/0:20', 'work 40 rest 20'])(
    '%s',
    (words) => {
      expect(main(`main: ${words}, 3 rounds\n  Row`)?.format).toMatchObject({
        workMs: 40_000,
        restMs: 20_000,
        rounds: 3,
      });
    },
  );

  it.each(['3 rounds', 'x3', '3x', '3 sets', '3 times'])('%s', (words) => {
    expect(main(`main: 40/20 ${words}\n  Row`)?.format).toMatchObject({ rounds: 3 });
  });

  it.each([
    ['1:30', 90_000],
    ['90s', 90_000],
    ['90 sec', 90_000],
    ['2 min', 120_000],
    ['1.5 min', 90_000],
  ])('a break of %s', (words, ms) => {
    expect(main(`main: 40/20\n  Row\nbreak ${words}`)?.breakAfter).toEqual({ ms, untilTap: false });
  });

  it('reads stations with side, reps, kit and options, with or without commas', () => {
    const [lunge, press, step] = main(
      'main: 40/20\n  Reverse lunge each side\n  10 x Press-up\n  Box step-up, 8 reps a side, by round, right first, easier Low step-up, [box, mat]',
    )!.stations;
    expect([lunge?.move, lunge?.sides]).toEqual(['Reverse lunge', { mode: 'each', first: 'left' }]);
    expect([press?.move, press?.reps]).toEqual(['Press-up', { count: 10, per: 'total' }]);
    expect(step).toMatchObject({
      move: 'Box step-up',
      reps: { count: 8, per: 'side' },
      sides: { mode: 'byRound', first: 'right' },
      easier: ['Low step-up'],
      kit: ['box', 'mat'],
    });
  });

  it('opens a block by its numbers alone, and takes moves that are not indented', () => {
    const { plan, problems } = readShorthand('Tabata x4\nSquat thrust\n- Hollow rock');
    expect(problems).toEqual([]);
    expect(plan.blocks.map((b) => [b.format.kind, b.stations.map((x) => x.move)])).toEqual([
      ['tabata', ['Squat thrust', 'Hollow rock']],
    ]);
  });

  it('reads the head of a class, and leaves comments out', () => {
    const { plan } = readShorthand(
      'class: Slack Water # Thursday\nslot: 18:30, 45 min\nheads: 18\nlevel: practised\nroom: Boat bay\ncount-in: 15',
    );
    expect(plan).toMatchObject({
      title: 'Slack Water',
      slot: { start: '18:30', lengthMs: 2_700_000 },
      heads: 18,
      level: 'practised',
      room: 'Boat bay',
      countInMs: 15_000,
    });
  });

  it('sees the odd round', () => {
    expect(oddRounds(readShorthand('main: 3 rounds 40/20\n  Box step-up, by round').plan)).toHaveLength(1);
  });
});

describe('what is not understood', () => {
  it('has its line, column and the nearest word, and the rest is kept', () => {
    const { plan, problems } = readShorthand('main: circut, 3 rounds, 40/20\n  Row, alternatng, [band]');
    expect(problems).toEqual([
      { line: 1, column: 7, length: 6, message: '\u201ccircut\u201d is not understood here', suggestion: 'circuit' },
      {
        line: 2,
        column: 8,
        length: 10,
        message: '\u201calternatng\u201d is not understood here',
        suggestion: 'alternating',
      },
    ]);
    expect(plan.blocks[0]?.format).toMatchObject({ rounds: 3, workMs: 40_000 });
    expect(plan.blocks[0]?.stations[0]).toMatchObject({ move: 'Row', kit: ['band'] });
  });

  it('suggests the block that was meant', () => {
    const [problem] = readShorthand('coool-down: holds, hold 20, change 5').problems;
    expect(problem).toMatchObject({ line: 1, column: 1, suggestion: 'cool-down' });
  });
});

describe('what a station can say', () => {
  const station = (words: string) => main(`main: 40/20, 4 rounds\n  Row, ${words}`)!.stations[0]!;
  it.each([
    ['each side', { mode: 'each', first: 'left' }],
    ['each side 7 between sides, right first', { mode: 'each', first: 'right', restMs: 7000 }],
    ['chain', { mode: 'chain', first: 'left' }],
    ['left only', { mode: 'one', side: 'left' }],
    ['right side only', { mode: 'one', side: 'right' }],
    ['only the left side', { mode: 'one', side: 'left' }],
  ])('%s', (words, sides) => {
    expect(station(words).sides).toEqual(sides);
  });

  it('weights, another move in one round, and what is said in one round alone', () => {
    expect(
      station(
        '16 kg, round 2 do Box jump, round 3 say Pulse, round 3 last 10 say sprint, round 4 20 kg, round 4 30/10',
      ),
    ).toMatchObject({
      move: 'Row',
      weightKg: 16,
      cells: [
        { round: 2, swap: { move: 'Box jump' } },
        {
          round: 3,
          phases: [
            { when: 'at', ms: 1000, say: 'Pulse' },
            { when: 'last', ms: 10_000, say: 'sprint' },
          ],
        },
        { round: 4, weightKg: 20, workMs: 30_000, restMs: 10_000 },
      ],
    });
    expect(station('low impact Step jack, say as Rows, no kit')).toMatchObject({
      lowImpact: 'Step jack',
      sayAs: 'Rows',
      kit: [],
    });
  });

  it('what is out of bounds is held to them, and marked', () => {
    const said = (words: string) =>
      readShorthand(`main: 40/20\n  Row, ${words}`).problems.map((p) => [p.column, p.length, p.message]);
    expect(said('600 kg')).toEqual([[8, 6, 'At most 500 kg']]);
    expect(said('work 5:00:00')).toEqual([[8, 12, 'At most 4:00:00']]);
    expect(said('round 120 work 30')).toEqual([[8, 17, 'Rounds go from 1 to 99']]);
    expect(said(`easier ${'x'.repeat(90)}`)).toEqual([[8, 97, 'At most 80 letters; the rest was cut']]);
    expect(said('right first')).toEqual([[8, 11, 'Say first how the sides are shared']]);
    expect(said(Array.from({ length: 7 }, (_, k) => `cue c${k}`).join(', ')).at(-1)?.[2]).toBe('At most 6 of these');
  });
});

describe('what a block can say', () => {
  const said = (line: string) => readShorthand(`main: ${line}\n  Row`).problems.map((p) => [p.message, p.column]);

  it('what does not fit its format is marked where it stands, and the rest holds', () => {
    const line = 'circuit, 3 rounds, 40/20, until tapped, cap 8 min, 128 bpm, 10 reps';
    expect(said(line)).toEqual([
      ['\u201cuntil tapped\u201d does not fit Circuit', 33],
      ['\u201ccap 8 min\u201d does not fit Circuit', 47],
      ['\u201c128 bpm\u201d does not fit Circuit', 58],
      ['\u201c10 reps\u201d does not fit Circuit', 67],
    ]);
    expect(main(`main: ${line}\n  Row`)?.format).toMatchObject({ kind: 'circuit', rounds: 3, workMs: 40_000 });
  });

  it('two formats, two numbers for one thing, and more than there can be', () => {
    expect(said('tabata, circuit, 3 rounds')).toEqual([
      ['A block has one format; \u201ctabata\u201d is not Circuit', 7],
    ]);
    expect(said('3 rounds, 40/20, 5 rounds')).toEqual([
      ['\u201c3 rounds\u201d is said again later on the line; the last counts', 7],
    ]);
    expect(said('500 rounds, 40/20')).toEqual([['rounds: at most 99', 7]]);
    expect(said('0/20')).toEqual([['work: at least some time', 7]]);
    expect(said('40/0')).toEqual([]);
    expect(said('40/20, rest 5:00:00')).toContainEqual(['rest: at most 4:00:00', 14]);
  });

  it('what one clock for all groups cannot give is marked at its station', () => {
    const { problems } = readShorthand(
      'main: 40/20, at stations\n  Row, each side\n  Swing, work 50\n  Plank, switch at half',
    );
    expect(problems.map((p) => [p.line, p.column, p.message])).toEqual([
      [2, 3, 'At stations one clock serves all groups: the sides switch at half time'],
      [3, 3, 'At stations one clock serves all groups: its own times are not used'],
    ]);
  });

  it('breaks that wait until tapped', () => {
    expect(
      main('main: 3 rounds in pairs 40/20, 60 between rounds until tapped, 30 between pairs held until I tap')?.format,
    ).toMatchObject({ roundBreakMs: 60_000, roundBreakHeld: true, groupBreakMs: 30_000, groupBreakHeld: true });
    expect(main('main: tabata, break 45 until tapped')?.format).toMatchObject({ breakMs: 45_000, breakHeld: true });
  });

  it('its format in place of its part of the class', () => {
    const { plan, problems } = readShorthand(
      'talk: 2 min\ndemo: 8 a station\nholds: hold 20\n  Hip flexor\ntabata:\n  Row',
    );
    expect(problems).toEqual([]);
    expect(plan.blocks.map((b) => [b.title, b.role, b.format.kind])).toEqual([
      ['talk', 'other', 'open'],
      ['demo', 'other', 'demo'],
      ['holds', 'coolDown', 'holds'],
      ['tabata', 'main', 'tabata'],
    ]);
    expect(plan.blocks[0]?.format).toMatchObject({ lengthMs: 120_000, purpose: 'talk' });
  });

  it('a heading nobody knows keeps what stands under it, and is marked', () => {
    const { plan, problems } = readShorthand('intro: 3 rounds, 40/20\n  Row\nmain: 30/10\n  Swing');
    expect(problems).toEqual([
      {
        line: 1,
        column: 1,
        length: 5,
        message: '\u201cintro\u201d is neither a block nor a heading',
        suggestion: null,
      },
    ]);
    expect(plan.blocks.map((b) => [b.title, b.stations.map((x) => x.move)])).toEqual([
      ['intro', ['Row']],
      ['Main', ['Swing']],
    ]);
  });

  it('a word is never its own suggestion', () => {
    const { problems } = readShorthand('main: 40/20\n  Row, round 3 pulse');
    expect(problems.map((p) => p.suggestion)).not.toContain('round');
  });
});

describe('how the reader takes a line', () => {
  const shown = (line: string) => spansOf(line).map((x) => `${x.kind} ${line.slice(x.from, x.to)}`);
  it.each([
    ['class: Slack water, 3 rounds # Thursday', ['heading class:', 'comment # Thursday']],
    ['main "Low": circuit, 40/20, soon', ['heading main "Low":', 'said circuit', 'said 40/20']],
    ['  Row, 16 kg, each side 5 between sides, slowly', ['said 16 kg', 'said each side 5 between sides']],
    ['break 60 until tapped', ['heading break 60 until tapped']],
    ['tabata x8', ['said tabata', 'said x8']],
    ['', []],
  ])('%s', (line, spans) => {
    expect(shown(line)).toEqual(spans);
  });

  it('offers the words it knows', () => {
    expect(KEYWORDS.block).toEqual(expect.arrayContaining(['circuit', 'tabata', 'until tapped', 'between rounds']));
    expect(KEYWORDS.station).toEqual(expect.arrayContaining(['left only', 'each side', 'low impact']));
  });
});

describe('a text read over a class', () => {
  const base: Plan = {
    ...readShorthand('main: 40/20\n  Row, low impact Step, round 2 do Swing').plan,
    layout: { ...newLayout(), spots: [] },
  };
  const placed: Plan = {
    ...base,
    layout: {
      ...newLayout(),
      spots: base.blocks[0]!.stations.map((x) => ({ blockId: base.blocks[0]!.id, stationId: x.id, x: 1, y: 1 })),
    },
  };

  it('keeps the room plan, and takes out of it only what is gone', () => {
    const text = writeShorthand(placed);
    expect(readShorthand(`# a comment\n${text}`, placed).plan).toEqual(placed);
    expect(readShorthand('class: Class\nlevel: mixed\n', placed).plan.layout?.spots).toEqual([]);
  });

  it('one station: what its line does not say is kept', () => {
    const station = { ...base.blocks[0]!.stations[0]!, cueLevels: { nextUp: 'off' as const } };
    expect(readStationText(writeStationText(station), station)).toEqual({ station, problems: [] });
  });
});

describe('plan → text → plan', () => {
  it('is the identity, and over another plan keeps what text cannot say', () => {
    fc.assert(
      fc.property(planArb, (plan) => {
        const { plan: back, problems } = readShorthand(writeShorthand(plan), plan);
        expect(problems).toEqual([]);
        expect(same(back, plan)).toBe(true);
      }),
      { numRuns: runs(2000, 300) },
    );
  });

  it('keeps awkward names', () => {
    const names = [
      '10 x "Rope", slow',
      'Slow alternating',
      'a #1, [b]: c',
      'work 40',
      'break 30',
      'Näcken–Zug',
      'x\\n',
      'Main: lift',
      '3 rounds',
    ];
    const plan = readShorthand('main: 40/20\n  Row').plan;
    const awkward = {
      ...plan,
      title: 'A "class" # one',
      blocks: plan.blocks.map((b) => ({
        ...b,
        title: 'Main: the "long" one',
        stations: names.map((move, k) => ({
          id: `n${k}`,
          move,
          sides: { mode: 'none' as const },
          easier: [move, 'Own words'],
          kit: [move.slice(0, 40)],
          effort: 'easy, then hard',
          phases: [{ when: 'last' as const, ms: 10_500, say: 'sprint, now' }],
          layers: [{ name: 'learn it; big', counts: 32 }],
          cells: [{ round: 2, workMs: 12_000 }],
          tempo: { downMs: 3000, holdMs: 1000, upMs: 1500, topMs: 0 },
          formCues: ['hips back', 'snap: tall'],
        })),
      })),
    };
    expect(parsePlan(awkward).ok).toBe(true);
    const { plan: back, problems } = readShorthand(writeShorthand(awkward), awkward);
    expect(problems).toEqual([]);
    expect(back).toEqual(awkward);
  });
});

describe('any text at all', () => {
  it.each(['easier', 'harder', 'effort', 'cue', 'at half say', 'last 10 say', 'at 5 say', '32 counts'])(
    'empty quotes after %s say nothing',
    (words) => {
      const { plan } = readShorthand(`class: " "\nmain: 40/20\n  Row, ${words} " ", [" ", mat]`);
      expect(parsePlan(plan).ok).toBe(true);
      expect(plan.blocks[0]?.stations[0]).toMatchObject({ move: 'Row', kit: ['mat'] });
    },
  );

  it('gives a sound plan and problems that name a place', () => {
    const words = [
      'main:',
      'tabata',
      '40/20',
      'x3',
      '  ',
      '\n',
      '"',
      '[',
      ']',
      '#',
      ',',
      '9999:99',
      'by round',
      'each side',
      'break',
      'slot:',
      'é',
      '\u0000',
      'class:',
      '1e9',
      '-',
    ];
    const noise = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 200 }),
      fc.array(fc.constantFrom(...words), { maxLength: 40 }).map((w) => w.join(' ')),
    );
    fc.assert(
      fc.property(noise, (text) => {
        const { plan, problems } = readShorthand(text);
        expect(parsePlan(plan).ok).toBe(true);
        for (const p of problems) expect(p.line >= 1 && p.column >= 1 && p.length >= 1 && p.message !== '').toBe(true);
      }),
      { numRuns: runs(10_000, 800) },
    );
  });

  it('damaged boards: a sound plan, and problems that name a place', () => {
    const damaged = fc.tuple(planArb, fc.nat(), fc.nat(), fc.string({ maxLength: 3 })).map(([p, at, cut, put]) => {
      const text = writeShorthand(p);
      const from = at % text.length;
      return text.slice(0, from) + put + text.slice(from + (cut % 6));
    });
    fc.assert(
      fc.property(damaged, (text) => {
        const { plan, problems } = readShorthand(text);
        expect(parsePlan(plan).ok).toBe(true);
        for (const p of problems) expect(p.line >= 1 && p.column >= 1 && p.length >= 1 && p.message !== '').toBe(true);
      }),
      { numRuns: runs(2000, 300) },
    );
  });

  it.each(['a ', '1 ', '"', '32 counts a ', 'work by round 1 ', '[', 'at 5 say ', '1:', 'x\n', '  a,b,c 40/20\n'])(
    'an endless %j comes to an end',
    (piece) => {
      const { plan } = readShorthand(piece.repeat(100_000));
      expect(parsePlan(plan).ok).toBe(true);
    },
  );
});

describe('time without moves', () => {
  it('is called by what it is for', () => {
    const { plan, problems } = readShorthand(`main: circuit, 1 round, 40/20
  Squat

water 60 until tapped

block: talk, 120

block "Hello": water, 30
`);
    expect(problems).toEqual([]);
    expect(plan.blocks.map((b) => b.title)).toEqual(['Main', 'Water', 'Talk', 'Hello']);
    expect(readShorthand(writeShorthand(plan)).plan.blocks.map((b) => b.title)).toEqual([
      'Main',
      'Water',
      'Talk',
      'Hello',
    ]);
  });
});
