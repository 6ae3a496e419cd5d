import fc from 'fast-check';
import { expect, it } from 'vitest';
import { shippedLibrary } from '../../server/library/read.ts';
import { parsePlan, readShorthand, writeShorthand } from '../class/index.ts';
import { planArb } from '../test/arbitrary.ts';
import { markedNotes } from '../test/notes/marked.ts';
import { mentionAt, rulesTried } from './facts.ts';
import { readNotes } from './index.ts';

const library = shippedLibrary();
const notes = markedNotes().map((m) => m.notes);
const WORDS = notes.join(' ').split(/\s+/);
const ODD = ['(', ')', '"', '\0', '\ud800', '\u{1F6A3}', '999999', '-1', '0:00', 'x0', '99:99', '\t', '|', '\r'];
const runs = process.env.ATTACK ? 10_000 : 300;

/** Notes with slips of the finger in them: letters gone, added and moved, words and lines from elsewhere, broken characters. */
const slipped = fc
  .record({
    base: fc.constantFrom(...notes),
    slips: fc.array(
      fc.record({ at: fc.nat(400), kind: fc.nat(5), word: fc.constantFrom(...WORDS), odd: fc.constantFrom(...ODD) }),
      { minLength: 1, maxLength: 6 },
    ),
  })
  .map(({ base, slips }) =>
    slips.reduce((text, { at, kind, word, odd }) => {
      const k = text.length === 0 ? 0 : at % text.length;
      const lines = text.split('\n');
      const parts = [
        () => text.slice(0, k) + text.slice(k + 2),
        () => text.slice(0, k) + odd + text.slice(k),
        () => `${text.slice(0, k)} ${word} ${text.slice(k)}`,
        () => `${text.slice(0, k)}\n${text.slice(k)}`,
        () => [...lines, lines[at % lines.length]].join('\n'),
        () => text.slice(0, k) + (text[k + 1] ?? '') + (text[k] ?? '') + text.slice(k + 2),
      ];
      return parts[kind]?.() ?? text;
    }, base),
  );

/** Words that only join others; they are in no reading. */
const JOINS = /^(?:and|then|with|of|the|a|an|to|for|each|in|on|at|or|plus|do|x|n)$/i;

it('any notes come to a class that can be kept, and nothing of the text is lost', () => {
  fc.assert(
    fc.property(slipped, (text) => {
      const { plan, readings, left } = readNotes(text, library);
      const parsed = parsePlan(JSON.parse(JSON.stringify(plan)));
      expect(parsed.ok ? [] : parsed.problems).toEqual([]);
      const covered = new Uint8Array(text.length);
      for (const r of readings) if (r.guess === undefined || r.role === 'move') covered.fill(1, r.from, r.to);
      for (const l of left) covered.fill(1, l.from, l.to);
      const lost = [...text.matchAll(/[\p{L}\p{N}]+/gu)].filter((m) => !covered[m.index] && !JOINS.test(m[0]));
      expect(lost.map((m) => m[0])).toEqual([]);
    }),
    { numRuns: runs },
  );
});

it('what Odd Round writes reads back as it is', () => {
  fc.assert(
    fc.property(planArb, (plan) => {
      const text = writeShorthand(plan);
      expect(writeShorthand(readNotes(text, library).plan)).toBe(writeShorthand(readShorthand(text).plan));
    }),
    { numRuns: runs / 4 },
  );
});

it('a rule that is not tried at a place would not have matched there', () => {
  for (const text of notes.map((n) => n.toLowerCase()))
    for (let at = 0; at < text.length; at++) {
      if (/[\p{L}\d]/u.test(text[at - 1] ?? '')) continue;
      const { all, tried } = rulesTried(text, at);
      for (const rule of all) {
        if (tried.has(rule)) continue;
        rule.lastIndex = at;
        const m = rule.exec(text);
        if (m && m[0] !== '') throw new Error(`${rule.source.slice(0, 80)} matches ${JSON.stringify(m[0])}`);
      }
    }
});

it('the longest thing that is said at a place counts', () => {
  expect(mentionAt('1 min rest between rounds', 0)?.says).toEqual({ betweenMs: 60_000, betweenOf: 'rounds' });
  expect(mentionAt('1 min rest', 0)?.says).toEqual({ restMs: 60_000 });
  expect(mentionAt('2 min on / 1 off', 0)?.says).toEqual({ workMs: 120_000, restMs: 60_000 });
  expect(mentionAt('10-9-8\u20261', 0)?.says).toEqual({ byRound: [10, 9, 8, 7, 6, 5, 4, 3, 2, 1] });
});
