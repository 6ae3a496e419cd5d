import { describe, expect, it } from 'vitest';
import { setTimes } from '../../../core/class/index.ts';
import { circuit, s, stations } from '../../../core/test/build.ts';
import { compile, sheetOf } from '../../../core/time/index.ts';
import { extendTo, single } from './selection.ts';
import { copyText, fillSelection, pasteText, timesOf } from './sheet-clipboard.ts';

const block = () => circuit(stations(3), 40, 20, 3, { roundBreakMs: s(60) });
const works = (b: ReturnType<typeof block>) =>
  compile({ blocks: [b] })
    .intervals.filter((i) => i.kind === 'work')
    .map((i) => i.durationMs / 1000);

describe('the clipboard of the sheet', () => {
  it('copies times as work/rest, one row a line; the last of a round has no rest of its own', () => {
    const b = block();
    expect(copyText(b, sheetOf(b), extendTo(single(1, 0), 2, 1))).toBe('40/20\t40/20\n40\t40');
  });

  it('copies whole rows as stations in shorthand', () => {
    const b = {
      ...block(),
      stations: stations(3, (x, k) => (k === 1 ? { ...x, sides: { mode: 'byRound', first: 'left' } } : x)),
    };
    expect(copyText(b, sheetOf(b), extendTo(single(0, 0), 1, 2))).toBe('  Move 1\n  Move 2, by round\n');
  });

  it('pastes times from the top left of the selection and leaves out what falls beside the sheet', () => {
    const b = block();
    const { block: after } = pasteText(b, sheetOf(b), single(2, 1), '25/10\t30\n99')!;
    // Rounds of three: round 2 ends with 25 s, round 3 with 30 s.
    expect(works(after)).toEqual([40, 40, 40, 40, 40, 25, 40, 40, 30]);
  });

  it('pastes one value into all that is selected', () => {
    const b = block();
    expect(works(pasteText(b, sheetOf(b), extendTo(single(0, 0), 0, 2), '1:00')!.block)).toEqual([
      60, 40, 40, 60, 40, 40, 60, 40, 40,
    ]);
  });

  it('pastes stations below the row, with identities of their own', () => {
    const b = block();
    const { block: after } = pasteText(b, sheetOf(b), single(0, 0), '  Row, alternating\n  Move 1')!;
    expect(after.stations.map((x) => x.move)).toEqual(['Move 1', 'Row', 'Move 1', 'Move 2', 'Move 3']);
    expect(new Set(after.stations.map((x) => x.id)).size).toBe(5);
  });

  it('names the stations that the block has no room for', () => {
    const b = block();
    const text = Array.from({ length: 300 }, (_, k) => `  Move no${k}`).join('\n');
    const { block: after, left } = pasteText(b, sheetOf(b), single(2, 0), text)!;
    // Three are there, so fifty-seven of the three hundred go in.
    expect(after.stations).toHaveLength(60);
    expect([left.length, left[0], left.at(-1)]).toEqual([243, 'Move no57', 'Move no299']);
  });

  it('takes nothing from a text that is neither', () => {
    const b = block();
    expect(pasteText(b, sheetOf(b), single(0, 0), 'main: circut\n  Row')).toBeNull();
  });

  it('fills down and right from what is there', () => {
    const b = setTimes(block(), [{ stationIndex: 0, round: 2 }], { workMs: s(15) });
    const all = extendTo(single(0, 0), 2, 2);
    expect(works(fillSelection(b, sheetOf(b), all, 'down'))).toEqual([40, 40, 40, 15, 15, 15, 40, 40, 40]);
    expect(works(fillSelection(b, sheetOf(b), all, 'right'))).toEqual([40, 40, 40, 40, 40, 40, 40, 40, 40]);
  });

  it('knows the times of each visit', () => {
    const b = block();
    expect(timesOf(sheetOf(b), single(0, 0))).toEqual([{ stationIndex: 0, round: 1, workMs: 40_000, restMs: 20_000 }]);
  });
});
