import { describe, expect, it } from 'vitest';
import { block, circuit, format, s, stations } from '../../../core/test/build.ts';
import { sheetOf } from '../../../core/time/index.ts';
import { layOut, px, threadPath } from './sheet-layout.ts';

describe('the sheet on the screen', () => {
  const sheet = sheetOf(circuit(stations(2), 40, 20, 2, { roundBreakMs: s(60) }));

  it('draws work, rest and breaks at one scale', () => {
    const layout = layOut(sheet, 600);
    expect(px(layout, s(60)) / px(layout, s(40))).toBeCloseTo(1.5);
    // The second column stands after the longest cell of the first (40 + 20) and the break (60).
    expect(layout.lefts[1]).toBeCloseTo(px(layout, s(120)));
  });

  it('fits into the room there is', () => {
    const layout = layOut(sheet, 400);
    expect(layout.width).toBeLessThanOrEqual(400);
  });

  it('never draws too small to read, however long the class', () => {
    const long = sheetOf(circuit(stations(2), 600, 60, 9));
    expect(layOut(long, 300).scale).toBe(0.62);
  });

  it('threads the cells in running order: down the first column, then to the second', () => {
    const layout = layOut(sheet, 600);
    const points = threadPath(sheet, layout)
      .split(/[ML]/)
      .filter(Boolean)
      .map((p) => p.split(' ').map(Number));
    expect(points.map(([, y]) => y)).toEqual([17, 51, 17, 51]);
    expect(points[0]?.[0]).toBe(2);
    expect(points[2]?.[0]).toBeGreaterThan(100);
  });

  it('steps its scale, so that a small edit does not stretch every cell', () => {
    const wider = sheetOf(circuit(stations(2), 41, 20, 2, { roundBreakMs: s(60) }));
    expect(layOut(wider, 640).scale).toBe(layOut(sheet, 640).scale);
  });

  it('may draw a dance larger than a circuit', () => {
    const dance = sheetOf(block(format('beats', { counts: 16 }), stations(1)));
    expect(layOut(dance, 900).scale).toBeGreaterThan(2.4);
  });
});
