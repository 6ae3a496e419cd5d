import { expect, it } from 'vitest';
import { circuit, planOf, stations } from '../../../core/test/build.ts';
import type { WaitingEntry } from '../../../core/wire/index.ts';
import { waitingWords } from './waiting-words.ts';

const plan = planOf(circuit(stations(2), 30, 10, 3));
const [first] = plan.blocks[0]!.stations;
const entry = (command: WaitingEntry['command']): WaitingEntry => ({
  id: 'ask-1',
  phone: 'phone-1',
  name: 'Marl',
  at: '2026-11-26T07:00:00.000Z',
  command,
});

it('says how many, of what, and from whose phone', () => {
  const reps = { type: 'reps', stationId: first!.id, round: 2, squad: 'Heron', count: 12 } as const;
  expect(waitingWords(entry(reps), plan)).toBe(`Marl: 12 at ${first!.move}, round 2, from a phone of Heron`);
  expect(waitingWords(entry({ ...reps, side: 'left', round: null, count: null }), plan)).toBe(
    `Marl: \u2013 at ${first!.move}, left, from a phone of Heron`,
  );
  expect(waitingWords(entry({ ...reps, stationId: null }), plan)).toBe('Marl: 12, round 2, from a phone of Heron');
  expect(waitingWords(entry({ type: 'felt', squad: 'Teal', effort: 7 }), plan)).toBe(
    'Marl: 7 of 10 for the whole class, from a phone of Teal',
  );
});
