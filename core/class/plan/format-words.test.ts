import { describe, expect, it } from 'vitest';
import { block, circuit, format, s, stations } from '../../test/build.ts';
import { FORMAT_KINDS, moduleOf } from '../formats/index.ts';
import { blockWords } from './format-words.ts';

describe('a block in a line', () => {
  it('says what it is known by: rounds, times, breaks; a single round and no rest are not said', () => {
    expect(blockWords(circuit(stations(4), 40, 15, 3, { roundBreakMs: s(60) }))).toBe(
      'Go round: 3 rounds, 40 s work, 15 s rest, 1:00 between rounds',
    );
    expect(blockWords(circuit(stations(4), 90, 0, 1))).toBe('Go round: 1:30 work');
    expect(blockWords({ ...circuit(stations(4), 40, 20, 2), use: 'stations' })).toBe(
      'Go round: 2 rounds, 40 s work, 20 s rest, at stations',
    );
    expect(blockWords(block(format('amrap', { capMs: s(480) }), stations(3)))).toBe('AMRAP: cap 8:00');
  });

  it('every format says in a line what it is', () => {
    for (const kind of FORMAT_KINDS) {
      const { about } = moduleOf({ kind });
      expect(about, kind).toMatch(/^[A-Z].*\.$/);
      expect(about.length, kind).toBeLessThan(100);
    }
  });
});
