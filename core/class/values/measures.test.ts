import { describe, expect, it } from 'vitest';
import { same } from './measures.ts';

describe('the same', () => {
  it.each([
    [
      { a: 1, b: [1, { c: 'x' }] },
      { b: [1, { c: 'x' }], a: 1 },
    ],
    [{ a: 1 }, { a: 1, b: undefined }],
    [[], []],
    [null, null],
  ])('%j and %j are', (a, b) => {
    expect([same(a, b), same(b, a)]).toEqual([true, true]);
  });

  it.each([
    [{ a: 1 }, { a: 2 }],
    [{ a: 1 }, { a: 1, b: null }],
    [{ a: [1, 2] }, { a: [2, 1] }],
    [[1], [1, 2]],
    [[], {}],
    [null, {}],
    ['1', 1],
    [0, false],
    [undefined, null],
  ])('%j and %j are not', (a, b) => {
    expect([same(a, b), same(b, a)]).toEqual([false, false]);
  });
});
