import { expect } from 'vitest';
import type { Plan } from '../../core/class/index.ts';

/** Numbers to a thousandth, so that the last digits of a sum are nobody's concern. */
export const text = (value: unknown) =>
  JSON.stringify(value, (_, x) => (typeof x === 'number' ? Math.round(x * 1000) / 1000 : x));

/** A sum of all letters, in their order. */
export const sumOfLetters = (words: string) =>
  [...words].reduce((sum, letter) => (sum * 31 + (letter.codePointAt(0) ?? 0)) % 999_983, 7);

/** The same of a value. */
export const sumOf = (value: unknown) => sumOfLetters(text(value) ?? '');

/** A sum of all numbers in a value, to the whole, in their order: another drawing within the same bounds has another. */
export const sumOfNumbers = (value: unknown) =>
  (JSON.stringify(value, (_, x) => (typeof x === 'number' ? Math.round(x) : x)).match(/-?\d+/g) ?? []).reduce(
    (sum, x) => (sum * 31 + Number(x) + 99_991) % 999_983,
    7,
  );

/** Compares lines with those that were kept, in a file beside the test. */
export const kept = (lines: readonly string[], file: string) =>
  expect(`${lines.join('\n')}\n`).toMatchFileSnapshot(file);

/** The class with ids of its own: those of tests are counted on from file to file. */
export const withOwnIds = (plan: Plan): Plan => ({
  ...plan,
  id: 'plan',
  blocks: plan.blocks.map((b, k) => ({
    ...b,
    id: `b${k + 1}`,
    stations: b.stations.map((x, n) => ({ ...x, id: `b${k + 1}s${n + 1}` })),
  })),
});
