import { expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { stationSaid } from './one-station.ts';

const library = shippedLibrary();
const said = (words: string) => {
  const station = stationSaid(words, library);
  if (!station) return null;
  const { id: _, sides, ...rest } = station;
  return { ...rest, ...(sides.mode === 'none' ? {} : { mode: sides.mode }) };
};

it.each([
  ['goblet squat 16kg', { move: 'goblet squat', weightKg: 16 }],
  ['12/16/20 kg swing', { move: 'swing', lightKg: 12, weightKg: 16, heavyKg: 20 }],
  ['rower 12 cal', { move: 'rower', measure: { count: 12, unit: 'cal' } }],
  ['Run 400m', { move: 'Run', measure: { count: 400, unit: 'm' } }],
  ['plank 45s', { move: 'plank', workMs: 45_000 }],
  ['30 second plank', { move: 'plank', workMs: 30_000 }],
  ['bike 1 min', { move: 'bike', workMs: 60_000 }],
  ['10 swings', { move: 'swings', reps: { count: 10, per: 'total' } }],
  ['8 step-ups each side', { move: 'step-ups', reps: { count: 8, per: 'side' }, mode: 'each' }],
  ['8 per side snatch', { move: 'snatch', reps: { count: 8, per: 'side' }, mode: 'each' }],
  [
    '8 dumbbell hang clean and press each side',
    { move: 'dumbbell hang clean and press', reps: { count: 8, per: 'side' }, mode: 'each' },
  ],
  ['burpees (step back if knees)', { move: 'burpees', easier: ['step back'] }],
  ['reverse lunge left', { move: 'reverse lunge', mode: 'one' }],
])('%s', (words, meant) => {
  expect(said(words)).toEqual(meant);
});

it.each(['180 jump', '8 count body builder', 'Squat thrust off the 360', '1 arm row', 'plank'])(
  'the number of \u201c%s\u201d is its name',
  (words) => {
    expect(said(words)).toEqual({ move: words });
  },
);

it.each(['3 rounds', 'emom 12', 'squat 10, press 10', 'warm up 5 mins', ''])('%s is no one station', (words) => {
  expect(said(words)).toBeNull();
});
