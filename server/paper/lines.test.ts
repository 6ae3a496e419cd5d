import fc from 'fast-check';
import { expect, it } from 'vitest';
import { linesOf } from './lines.ts';

/** Every letter is one wide, but for m, which is two. */
const widthOf = (letters: string) => [...letters].reduce((sum, c) => sum + (c === 'm' ? 2 : 1), 0);

it('breaks between words, after a hyphen, and where the text says so', () => {
  expect(linesOf('row the boat', 8, widthOf)).toEqual(['row the', 'boat']);
  expect(linesOf('press-up now', 7, widthOf)).toEqual(['press-', 'up now']);
  expect(linesOf('one\ntwo', 20, widthOf)).toEqual(['one', 'two']);
  expect([linesOf('', 8, widthOf), linesOf('row', 8, widthOf)]).toEqual([[], ['row']]);
});

it('breaks a word that is longer than a line where it must', () => {
  expect(linesOf('abcdefghij', 4, widthOf)).toEqual(['abcd', 'efgh', 'ij']);
  expect(linesOf('mmm', 4, widthOf)).toEqual(['mm', 'm']);
  expect(linesOf('go abcdefghij', 4, widthOf)).toEqual(['go a', 'bcde', 'fghi', 'j']);
  // A letter wider than the line stands alone.
  expect(linesOf('mm', 1, widthOf)).toEqual(['m', 'm']);
});

it('loses no letter, and no line is wider than it may be', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), fc.integer({ min: 2, max: 30 }), (text, width) => {
      const lines = linesOf(text, width, widthOf);
      const letters = (s: string) => s.replace(/\s/g, '');
      expect(letters(lines.join(''))).toBe(letters(text));
      for (const line of lines) expect(widthOf(line)).toBeLessThanOrEqual(width);
    }),
  );
});

it('measures each letter of a long word a few times, however long it is', () => {
  let measured = 0;
  const counting = (letters: string) => {
    measured += letters.length;
    return letters.length;
  };
  expect(linesOf('tide'.repeat(25_000), 50, counting)).toHaveLength(2000);
  expect(measured).toBeLessThan(250_000);
});
