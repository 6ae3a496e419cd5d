import { describe, expect, it } from 'vitest';
import { rowsFor } from './action-rows.ts';

describe('the targets that a window has room for', () => {
  const rows = (width: number, height: number, inStations = false) => rowsFor({ width, height }, inStations);

  it('are all of them on a tablet and a laptop, in two rows, people among them at stations', () => {
    expect(rows(1280, 800)).toEqual([
      ['hold', 'rounds', 'reps', 'finish', 'undo', 'more'],
      ['back', 'less', 'main', 'more10', 'onward'],
    ]);
    expect(rows(820, 1180, true)[0]).toContain('people');
  });

  it('are one row where the window is low, as at 200 % zoom', () => {
    expect(rows(640, 400)).toEqual([['back', 'less', 'main', 'more10', 'onward', 'more']]);
    expect(rows(400, 420)).toEqual([['back', 'main', 'onward', 'more']]);
  });

  it('always lead on, and always reach the rest by More', () => {
    for (let width = 320; width <= 3840; width += 97)
      for (let height = 320; height <= 2160; height += 83) {
        const all = rows(width, height).flat();
        expect(all).toEqual(expect.arrayContaining(['main', 'onward', 'back', 'more']));
        // 64 px each, 8 between, 12 at the sides.
        for (const row of rows(width, height))
          if (width >= 360) expect(row.length * 72 + 16).toBeLessThanOrEqual(width);
      }
  });
});
