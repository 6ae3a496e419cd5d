import { describe, expect, it } from 'vitest';
import { cellsOf, contains, extendTo, moved, single } from './selection.ts';

describe('a selection on the sheet', () => {
  it('covers the rectangle between anchor and head, whichever way it was drawn', () => {
    const s = extendTo(single(2, 3), 1, 1);
    expect(cellsOf(s)).toEqual([
      { stationIndex: 1, round: 2 },
      { stationIndex: 1, round: 3 },
      { stationIndex: 1, round: 4 },
      { stationIndex: 2, round: 2 },
      { stationIndex: 2, round: 3 },
      { stationIndex: 2, round: 4 },
    ]);
    expect([contains(s, 1, 1), contains(s, 2, 2), contains(s, 0, 1), contains(s, 1, 4)]).toEqual([
      true,
      true,
      false,
      false,
    ]);
  });

  it('moves with the arrows and stops at the edges', () => {
    expect(moved(single(0, 0), 'ArrowDown', false, 2, 2)).toEqual(single(1, 0));
    expect(moved(single(1, 0), 'ArrowDown', false, 2, 2)).toEqual(single(1, 0));
    expect(moved(single(0, 0), 'ArrowLeft', false, 2, 2)).toEqual(single(0, 0));
    expect(moved(single(0, 1), 'ArrowRight', false, 2, 3)).toEqual(single(0, 2));
  });

  it('grows from its anchor with Shift', () => {
    expect(moved(single(0, 0), 'ArrowRight', true, 2, 3)).toEqual({
      anchor: { row: 0, col: 0 },
      head: { row: 0, col: 1 },
    });
  });
});
