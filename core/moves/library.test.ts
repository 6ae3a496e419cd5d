import { describe, expect, it } from 'vitest';
import { newStation, type Plan, type Station } from '../class/index.ts';
import { circuit, planOf } from '../test/build.ts';
import { move, TEST_LIBRARY } from '../test/moves.ts';
import {
  insteadOf,
  libraryOf,
  moveOf,
  putMove,
  resolveStation,
  usualSides,
  withMove,
  withUsualSides,
} from './library.ts';
import { overlapOf, twinOf } from './swap.ts';

const get = (move: string) => moveOf(TEST_LIBRARY, { move });

describe('names', () => {
  it('are the same in capitals, with curly apostrophes and wide spaces', () => {
    const library = libraryOf([move('Gull\u2019s wing', { effort: 4 })]);
    for (const name of ["gull's wing", 'GULL\u2019S WING', "  Gull's   wing "])
      expect(library.get(name)?.effort).toBe(4);
    expect(library.get('Gulls wing')?.effort).toBe(4);
    expect(library.named('Gulls wing')).toBeNull();
    expect(library.get('Tern wing')).toBeNull();
  });

  it('that the library does not know stand for a plain move', () => {
    expect(get('Kelp walk')).toMatchObject({ name: 'Kelp walk', impact: 'none', kit: [], effort: 2 });
    expect(get('pull')).toMatchObject({ name: 'Pull', kit: ['band'] });
  });
});

describe('a move put on a station', () => {
  const library = libraryOf([
    ...TEST_LIBRARY.moves,
    move('Goblet squat', { kit: ['kettlebell'], cues: ['Elbows in'], easier: 'Squat' }),
    move('Rope pull', { kit: ['rope'], harder: 'Heavy pull' }),
  ]);
  const station: Station = {
    ...newStation('s1', 'Goblet squat'),
    workMs: 25_000,
    reps: { count: 8, per: 'total' },
    weightKg: 16,
    kit: ['kettlebell'],
    lowImpact: 'Step',
    sayAs: 'Goblets',
    formCues: ['Elbows in', 'Watch the door'],
    restMs: 5000,
  };

  it('takes what was said of the old one along, but for times, reps and the cue the instructor wrote', () => {
    expect(putMove(station, 'Rope pull', library)).toEqual({
      station: {
        ...newStation('s1', 'Rope pull'),
        workMs: 25_000,
        restMs: 5000,
        reps: { count: 8, per: 'total' },
        formCues: ['Watch the door'],
      },
      gone: ['weight', 'how it is said', 'kit', 'low-impact move', 'form cues'],
    });
  });

  it('is as the library knows it, but for what the station says itself', () => {
    const put = putMove(station, 'Rope pull', library).station;
    expect(resolveStation(put, library)).toMatchObject({ kit: ['rope'], harder: ['Heavy pull'] });
    expect(resolveStation({ ...put, kit: [] }, library).kit).toEqual([]);
    expect(resolveStation(newStation('s2', 'Of our own'), library)).toEqual(newStation('s2', 'Of our own'));
  });

  it('that is the same in other letters changes only how it is written', () => {
    expect(putMove(station, 'goblet  squat', library)).toEqual({
      station: { ...station, move: 'goblet  squat' },
      gone: [],
    });
  });

  it('that is one-sided is split, left first, unless the station says how; one that is not has no sides', () => {
    expect(withMove(station, get('Lunge'), library).sides).toEqual({ mode: 'split', first: 'left' });
    expect(withMove(station, get('Lunge'), library, { mode: 'each', first: 'left' }).sides).toEqual({
      mode: 'each',
      first: 'left',
    });
    // A guess sets none.
    expect(putMove(station, 'Unheard-of lunge', library).station.sides).toEqual({ mode: 'none' });
    const byRound: Station = { ...station, sides: { mode: 'byRound', first: 'right' } };
    expect(withMove(byRound, get('Lunge'), library).sides).toEqual({ mode: 'byRound', first: 'right' });
    expect(withMove(byRound, get('Squat'), library).sides).toEqual({ mode: 'none' });
    expect(putMove(byRound, 'Nobody knows it', library).station.sides).toEqual({ mode: 'byRound', first: 'right' });
  });
});

describe('sides where nothing is said', () => {
  const block = circuit([newStation('a', 'Squat'), newStation('b', 'Lunge')], 40, 20, 3);
  const plan = planOf(block);
  const modes = (p: Plan) => p.blocks.flatMap((b) => b.stations.map((s) => s.sides.mode));

  it('are shared as the block\u2019s last one-sided station shares them, or as its format does', () => {
    expect(usualSides(block, TEST_LIBRARY)).toEqual({ mode: 'split', first: 'left' });
    const byRound: Station = { ...newStation('c', 'Lunge'), sides: { mode: 'byRound', first: 'right' } };
    expect(usualSides({ ...block, stations: [...block.stations, byRound] }, TEST_LIBRARY)).toEqual(byRound.sides);
  });

  it('are those of the sheet, of stations that are new alone', () => {
    expect(modes(withUsualSides(plan, TEST_LIBRARY))).toEqual(['none', 'split']);
    expect(modes(withUsualSides(plan, TEST_LIBRARY, (s) => s.id !== 'b'))).toEqual(['none', 'none']);
  });
});

describe('in place of another', () => {
  it('is what the library names for the reason, if it has it', () => {
    expect(insteadOf(TEST_LIBRARY, get('Push'), 'wrists')?.name).toBe('Band push');
    expect(insteadOf(TEST_LIBRARY, get('Push'), 'noJumping')).toBeNull();
    expect(insteadOf(libraryOf([]), get('Push'), 'wrists')).toBeNull();
  });

  it('without impact: the named one, else an easier one, however many steps down, else the nearest', () => {
    expect(twinOf(get('Jump'), TEST_LIBRARY)?.name).toBe('Step');
    const high = { impact: 'high' as const, pattern: 'jump' as const, area: 'lower' as const };
    const chain = libraryOf([
      move('Top', { ...high, easier: 'Middle' }),
      move('Middle', { ...high, easier: 'Low' }),
      move('Low', { easier: 'Top' }),
    ]);
    expect(twinOf(moveOf(chain, { move: 'Top' }), chain)?.name).toBe('Low');
    // Easier than each other in a ring: looked at once, then the nearest without impact is taken, and here there is none.
    const ring = libraryOf([move('Up', { ...high, easier: 'Down' }), move('Down', { ...high, easier: 'Up' })]);
    expect(twinOf(moveOf(ring, { move: 'Up' }), ring)).toBeNull();
    const near = libraryOf([...ring.moves, move('Calm', { pattern: 'jump', area: 'lower' })]);
    expect(twinOf(moveOf(near, { move: 'Up' }), near)?.name).toBe('Calm');
  });
});

it('two moves overlap by the parts they share, of all they have', () => {
  const parts = (...main: ('chest' | 'arms' | 'belly' | 'seat')[]) => ({ main });
  expect(overlapOf(parts('chest', 'arms'), parts('chest', 'arms'))).toBe(1);
  // one of three
  expect(overlapOf(parts('chest', 'arms'), parts('arms', 'belly'))).toBeCloseTo(1 / 3);
  expect(overlapOf(parts('chest'), parts('seat'))).toBe(0);
  expect(overlapOf(parts(), parts())).toBe(0);
});
