import { describe, expect, it } from 'vitest';
import { readWeight, weightSaid, weightsWords, weightWords } from './weight.ts';

describe('a weight', () => {
  it('is read in the unit it names, else in the usual one, and kept in kg', () => {
    expect(readWeight('12', 'kg')).toBe(12);
    expect(readWeight('7,5 kg', 'lb')).toBe(7.5);
    // 25 × 0.45359237
    expect(readWeight('25', 'lb')).toBe(11.339809);
    expect(readWeight('25 lbs', 'kg')).toBe(11.339809);
    for (const none of ['', 'heavy', '-4', '12 stone', '501', '1200 lb']) expect(readWeight(none, 'kg')).toBeNull();
  });

  it('is shown as it was typed', () => {
    for (const typed of ['2.5 lb', '5 lb', '25 lb', '45 lb', '100 lb', '0 kg', '2.25 kg', '12 kg', '7.125 kg'])
      expect(weightWords(readWeight(typed, 'kg')!)).toBe(typed);
    expect(weightSaid(12)).toBe('12 kilos');
    expect(weightSaid(1)).toBe('1 kilo');
    expect(weightSaid(readWeight('25 lb', 'kg')!)).toBe('25 pounds');
  });

  it('has one for who lifts lighter and heavier beside it', () => {
    expect(weightsWords({ lightKg: 8, weightKg: 12, heavyKg: 16 })).toBe('8 / 12 / 16 kg');
    expect(weightsWords({ weightKg: 12 })).toBe('12 kg');
    expect(weightsWords({ lightKg: 8, heavyKg: readWeight('25 lb', 'kg')! })).toBe('8 kg / 25 lb');
    expect(weightsWords({})).toBe('');
  });
});
