import { describe, expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { writeShorthand } from '../class/index.ts';
import { circuit, planOf, stations } from '../test/build.ts';
import { tell } from '../test/notes/tell.ts';
import { totals } from '../time/index.ts';
import { readNotes } from './index.ts';

const library = shippedLibrary();
const read = (text: string, choices: Record<string, string> = {}) => readNotes(text, library, choices);
const told = (text: string, choices: Record<string, string> = {}) =>
  tell(read(text, choices).plan).split('\n').slice(1);
const pieces = (text: string) =>
  read(text).readings.flatMap((r) =>
    r.guess && r.role !== 'move' ? [] : [[text.slice(r.from, r.to), r.role, r.sure]],
  );

describe('pieces of notes', () => {
  it('have the role they play, and how sure that is', () => {
    expect(pieces('Tuesday\n40/20 x 3, 1 min between\ngoblet squat 16kg\nlunges\nburpies\nkelp walk')).toEqual([
      ['Tuesday', 'title', 'said'],
      ['40/20 x 3', 'work', 'said'],
      ['1 min between', 'break', 'said'],
      ['goblet squat', 'move', 'said'],
      ['16kg', 'weight', 'said'],
      ['lunges', 'move', 'guessed'],
      ['burpies', 'move', 'taken'],
      ['kelp walk', 'move', 'guessed'],
    ]);
  });

  it('are told in words', () => {
    const words = (text: string) => read(text).readings.map((r) => r.words);
    expect(words('45:15 x3, 90 sec between rounds')).toEqual([
      '45 s work, 15 s rest',
      '3 rounds',
      '1:30 between rounds',
    ]);
    expect(words('burpies')).toContain('burpies \u2192 burpees');
  });

  it('that mean nothing are left, and kept in the notes of their block', () => {
    const { left, plan } = read('40/20 x2\nsquats\nplank\nbring the blue bands!!');
    expect(left.map((l) => l.text)).toEqual(['bring the blue bands!!']);
    expect(plan.blocks[0]?.notes).toBe('bring the blue bands!!');
  });
});

describe('what is guessed', () => {
  it('says the other ways, and what each makes of the total', () => {
    const { readings, plan } = read('warm up 5 mins - jog, high knees, hip circles');
    const guess = readings.find((r) => r.guess?.key === 'length-0')?.guess;
    expect(guess?.ways.map((w) => [w.id, w.totalMs])).toEqual([
      ['shared', 300_000],
      ['each', 900_000],
    ]);
    expect(totals(plan).totalMs).toBe(300_000);
    expect(told('warm up 5 mins - jog, high knees, hip circles', { 'length-0': 'each' })).toEqual([
      'warm-up circuit 300/0 x1: jog; high knees; hip circles',
    ]);
  });

  it('is taken another way when that is chosen', () => {
    expect(told('tabata burpees / swings')).toEqual(['tabata 20/10 x4 turns: burpees; swings']);
    expect(told('tabata burpees / swings', { 'tabata-0': 'each' })).toEqual(['tabata 20/10 x8 each: burpees; swings']);
    expect(told('40/20 x2: squats, step ups e/s')).toEqual(['circuit 40/20 x2: squats; step ups (split)']);
    expect(told('40/20 x2: squats, step ups e/s', { 'sides-0': 'each' })).toEqual([
      'circuit 40/20 x2: squats; step ups (each)',
    ]);
  });

  it('of a name: its meanings, and that it is no move', () => {
    const lunges = read('40/20\nsquats\nlunges').readings.find((r) => r.guess?.key === 'name:lunges')?.guess;
    expect(lunges?.ways.map((w) => w.id)).toEqual([
      'Reverse lunge',
      'Forward lunge',
      'Walking lunge',
      'Static lunge',
      'typed',
      'note',
    ]);
    expect(told('40/20\nsquats\nkelp walk', { 'name:kelp walk': 'note' })).toEqual(['circuit 40/20 x1: squats']);
    // What was said of it is settled; what was typed stays what is shown.
    const { plan, readings } = read('40/20\nsquats\nlunges', { 'name:lunges': 'Forward lunge' });
    expect(plan.blocks[0]?.stations[1]?.move).toBe('lunges');
    expect(readings.filter((r) => r.sure === 'guessed')).toEqual([]);
  });

  it('is held to what the text says of itself', () => {
    expect(read('8 stations 40/20\nsquats\nrows\nplank').told).toEqual(['8 stations said, 3 found']);
    expect(read('20 min class\n60/0 x 9\nsquats\nrows\nplank').told).toEqual(['20 minutes said; the class is 27:00']);
  });
});

describe('names', () => {
  it.each([
    ['40/20: 1 arm row, 2 arm swing, 180 jump', '1 arm row; 2 arm swing; 180 jump'],
    ['40/20: 8 count body builder, squats', '8 count body builder; squats'],
    ['40/20: clean and press, squats and plank', 'clean and press; squats; plank'],
    ['40/20: mountian climers, star jmps, sqauts', 'mountain climbers; star jumps; squats'],
    ['40/20: L fly, side plank left, press ups', 'L fly; side plank (left); press ups'],
    [
      '40/20 x3: box jumps (step ups), press ups or knees down',
      'box jumps (easier step ups); press ups (easier knees down)',
    ],
  ])('%s', (text, moves) => {
    expect(told(text)[0]?.replace(/^.*?: /, '')).toBe(moves);
  });

  it('of measures are not counted: distance, calories and time are kept as what they are', () => {
    expect(told('amrap 10: 12 cal row, 400m run, 30s plank, 10 swings')).toEqual([
      'amrap 10:00: row (12 cal); run (400 m); plank (30 s); swings (10)',
    ]);
  });
});

describe('the strict form', () => {
  const plan = planOf(circuit(stations(2), 40, 20, 2));

  it('reads back exactly, every line of it said', () => {
    const text = writeShorthand(plan);
    const { plan: back, readings, left } = read(text);
    expect(writeShorthand(back)).toBe(text);
    expect(readings.every((r) => r.sure === 'said')).toBe(true);
    expect(left).toEqual([]);
  });
});

it('nothing is no class', () => {
  for (const text of ['', '   \n\n', '!!', '\u2026', '()']) expect(read(text).plan.blocks).toEqual([]);
});
