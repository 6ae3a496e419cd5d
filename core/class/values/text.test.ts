import fc from 'fast-check';
import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { clipBefore, clipText, clipTyped, illFormedAt, isWellFormed, name, text, wellFormed } from './text.ts';

const BOAT = '\u{1F6A3}';
const fits = (schema: v.GenericSchema, value: unknown) => v.safeParse(schema, value).success;

describe('texts', () => {
  it('count code points: an emoji is one', () => {
    expect(fits(text(3), BOAT.repeat(3))).toBe(true);
    expect(fits(text(3), BOAT.repeat(4))).toBe(false);
    expect(fits(name(80), `${'x'.repeat(79)}${BOAT}`)).toBe(true);
    expect(fits(name(80), `${'x'.repeat(80)}${BOAT}`)).toBe(false);
    expect(v.parse(name(5), `  ${BOAT}ebb  `)).toBe(`${BOAT}ebb`);
    expect(fits(name(5), '   ')).toBe(false);
  });

  it('have no NUL and no half of a pair', () => {
    for (const bad of ['\0', 'a\0b', '\ud83d', '\udea3x', `x${BOAT[1]}`])
      expect([isWellFormed(bad), fits(text(9), bad), fits(name(9), bad)]).toEqual([false, false, false]);
    for (const good of ['', BOAT, 'e\u0301', '\u202e', '\ufffd', '\n'])
      expect([isWellFormed(good), fits(text(9), good)]).toEqual([true, true]);
  });

  it('are cut between code points, never within one', () => {
    expect(clipText(`${'x'.repeat(79)}${BOAT}y`, 80)).toBe(`${'x'.repeat(79)}${BOAT}`);
    expect(clipText('  ebb and flow  ', 4)).toBe('ebb');
    expect(clipTyped('ebb and ', 80)).toBe('ebb and ');
    expect(clipTyped('half \ud83d', 80)).toBe('half \ufffd');
    expect(clipBefore(BOAT.repeat(80), ' copy', 80)).toBe(`${BOAT.repeat(75)} copy`);
    expect(clipBefore('Slipway', ' copy', 80)).toBe('Slipway copy');
  });

  it('whatever is typed, what is kept can be stored and is short enough', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary', maxLength: 60 }), fc.integer({ min: 1, max: 50 }), (typed, most) => {
        const kept = clipTyped(typed, most);
        expect(fits(text(most), kept)).toBe(true);
        expect(clipTyped(kept, most)).toBe(kept);
      }),
      { numRuns: 2000 },
    );
  });

  it('name the place in a document, keys too, and can be mended there', () => {
    expect(illFormedAt({ a: [{ b: 'x' }, { b: 'x\0' }] })).toBe('a[1].b');
    expect(illFormedAt({ 'k\0': 1 })).toBe('(the whole document)');
    expect(illFormedAt('\ud800')).toBe('(the whole document)');
    const sound = { a: ['x', 1, null], b: { c: BOAT } };
    expect(illFormedAt(sound)).toBeNull();
    expect(wellFormed(sound)).toBe(sound);
    expect(wellFormed({ a: ['\ud800', 2], 'k\0': true })).toEqual({ a: ['\ufffd', 2], 'k\ufffd': true });
  });
});
