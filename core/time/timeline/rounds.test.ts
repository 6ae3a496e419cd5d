import { describe, expect, it } from 'vitest';
import { formatChange } from '../../class/index.ts';
import { block, circuit, format, planOf, s, stations } from '../../test/build.ts';
import { oddRounds } from './rounds.ts';
import { sheetOf } from './sheet.ts';

const stepUps = (rounds: number) =>
  planOf(
    circuit(
      stations(5, (x, k) => (k === 1 ? { ...x, move: 'Box step-up', sides: { mode: 'byRound', first: 'left' } } : x)),
      35,
      20,
      rounds,
      { roundBreakMs: s(75) },
    ),
  );

describe('the odd round', () => {
  it('is seen at three rounds: right gets one set fewer', () => {
    const [odd] = oddRounds(stepUps(3));
    expect(odd?.stations).toEqual([{ stationIndex: 1, move: 'Box step-up', left: 2, right: 1 }]);
  });

  it('offers one more, one fewer and a switch at half, with what each costs', () => {
    const [odd] = oddRounds(stepUps(3));
    // A round is 5 × 35 + 4 × 20 = 255 s, with its break 330 s.
    expect(odd?.choices.map((c) => [c.kind, c.rounds, formatChange(c.costMs)])).toEqual([
      ['oneMore', 4, '+5:30'],
      ['oneFewer', 2, '−5:30'],
      ['split', 3, '0:00'],
    ]);
  });

  it('is not there at four rounds', () => {
    expect(oddRounds(stepUps(4))).toEqual([]);
  });

  it('offers no round fewer than one', () => {
    expect(oddRounds(stepUps(1))[0]?.choices.map((c) => c.kind)).toEqual(['oneMore', 'split']);
  });

  it('leaves a notch on the sheet where the set is missing', () => {
    const sheet = sheetOf(stepUps(3).blocks[0]!);
    expect(sheet.missing).toEqual([{ row: 1, side: 'right' }]);
    expect(sheet.columns.map((c) => [c.widthMs, c.gapMs])).toEqual([
      [55_000, 75_000],
      [55_000, 75_000],
      [55_000, 0],
    ]);
  });

  it('windows that alternate sides are uneven when they are odd: one more, or one fewer', () => {
    const windows = (count: number, alternate = true) =>
      block(
        format('windows', { onMs: s(60), offMs: s(30), count, alternate }),
        stations(2, (x, k) => (k === 1 ? { ...x, reps: { count: 8, per: 'side' } } : x)),
      );
    expect(oddRounds({ blocks: [windows(4)] })).toEqual([]);
    expect(oddRounds({ blocks: [windows(3, false)] })).toEqual([]);
    const [odd] = oddRounds({ blocks: [windows(3)] });
    expect(odd?.stations).toEqual([{ stationIndex: 1, move: 'Move 2', left: 2, right: 1 }]);
    expect(odd?.choices.map((c) => [c.kind, c.rounds, c.costMs])).toEqual([
      ['oneMore', 4, 90_000],
      ['oneFewer', 2, -90_000],
    ]);
  });
});
