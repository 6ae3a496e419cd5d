import { describe, expect, it } from 'vitest';
import { newStation } from '../../class/index.ts';
import { block, circuit, format, s, stations } from '../../test/build.ts';
import { passMs, sheetOf } from './sheet.ts';

const drawn = (b: ReturnType<typeof block>) =>
  sheetOf(b).cells.map((c) => `${c.row}:${c.col} ${c.parts.map((p) => `${p.kind} ${p.ms / 1000}`).join(' ')}`);
const thread = (b: ReturnType<typeof block>) => {
  const sheet = sheetOf(b);
  return sheet.thread.map((k) => `${sheet.cells[k]?.row}:${sheet.cells[k]?.col}`).join(' ');
};
const columns = (b: ReturnType<typeof block>) => sheetOf(b).columns.map((c) => [c.widthMs / 1000, c.gapMs / 1000]);

describe('the round sheet', () => {
  it('of going round runs down the columns', () => {
    expect(thread(circuit(stations(2), 10, 5, 2))).toBe('0:0 1:0 0:1 1:1');
  });

  it('of station by station runs along the rows, the group break between the rows', () => {
    const b = circuit(stations(2), 10, 5, 2, { groupSize: 1, groupBreakMs: s(30) });
    expect(thread(b)).toBe('0:0 0:1 1:0 1:1');
    expect(sheetOf(b).rowGaps).toEqual([{ afterRow: 0, ms: 30_000 }]);
  });

  it('of pairs makes steps', () => {
    expect(thread(circuit(stations(4), 10, 0, 2, { groupSize: 2 }))).toBe('0:0 1:0 0:1 1:1 2:0 3:0 2:1 3:1');
  });

  it('of an add-on is a stair, its rests between the columns', () => {
    const b = block(format('addOn', { workMs: s(28), restMs: s(45) }), stations(3));
    expect(thread(b)).toBe('0:0 1:1 0:1 2:2 1:2 0:2');
    expect(columns(b)).toEqual([
      [28, 45],
      [28, 45],
      [28, 0],
    ]);
  });

  it('of an add-on keeps the short rests within a turn in the cells', () => {
    const b = block(format('addOn', { workMs: s(28), restMs: s(45), withinMs: s(5) }), stations(2));
    expect(drawn(b)).toEqual(['0:0 work 28', '1:1 work 28 rest 5', '0:1 work 28']);
  });

  it('of minutes tapers: what is not worked is the tail', () => {
    const b = block(
      format('emom', { periodMs: s(75), rounds: 1 }),
      stations(2, (x, k) => ({ ...x, workMs: s([60, 36][k] ?? 0) })),
    );
    expect(drawn(b)).toEqual(['0:0 work 60 rest 15', '1:0 work 36 rest 39']);
  });

  it('of windows is one cell over all moves of the complex', () => {
    const sheet = sheetOf(block(format('windows', { count: 2 }), stations(3)));
    expect(sheet.rows.map((r) => r.label)).toEqual(['Move 1', 'Move 2', 'Move 3']);
    expect(sheet.cells.map((c) => [c.row, c.col, c.rowSpan])).toEqual([
      [0, 0, 3],
      [0, 1, 3],
    ]);
  });

  it('of a dance has its layers side by side, with the length of an eight', () => {
    const layers = [
      { name: 'learn it', counts: 16 },
      { name: 'power', counts: 8 },
    ];
    const [cell] = sheetOf(block(format('beats', { bpm: 120 }), [{ ...newStation('a', 'Step touch'), layers }])).cells;
    expect(cell?.parts.map((p) => [p.layer, p.ms, p.eightMs])).toEqual([
      ['learn it', 8000, 4000],
      ['power', 4000, 4000],
    ]);
  });

  it('of a two-sided hold has both sides in one cell', () => {
    const b = block(
      format('holds'),
      stations(1, (x) => ({ ...x, sides: { mode: 'each', first: 'left' } })),
    );
    expect(sheetOf(b).cells[0]?.parts.map((p) => [p.kind, p.side])).toEqual([
      ['work', 'left'],
      ['rest', null],
      ['work', 'right'],
    ]);
  });

  it('of a chain has all of one side before any of the other, as it is run', () => {
    const b = circuit(
      stations(4, (x, k) => (k < 3 ? { ...x, sides: { mode: 'chain', first: 'right' } } : x)),
      30,
      10,
      1,
    );
    const sheet = sheetOf(b);
    const run = sheet.thread.map((k) => {
      const cell = sheet.cells[k]!;
      return `${cell.row}${cell.parts[0]?.side?.[0] ?? '-'}${cell.pass}`;
    });
    expect(run).toEqual(['0r0', '1r0', '2r0', '0l1', '1l1', '2l1', '3-1']);
    expect(sheet.columns[0]?.passesMs).toEqual([40_000, 40_000]);
    expect(sheet.columns[0]?.widthMs).toBe(80_000);
    expect(passMs(sheet, sheet.cells[sheet.thread[3]!]!)).toBe(40_000);
  });

  it('shows what there is to get ready as part of the gap', () => {
    const b = circuit(stations(2), 30, 10, 2, { roundBreakMs: s(60), roundBreakHeld: true });
    expect(columns(b)).toEqual([
      [40, 65],
      [40, 0],
    ]);
  });

  it('marks a station that switches at half', () => {
    const b = circuit(
      stations(1, (x) => ({ ...x, sides: { mode: 'split', first: 'right' } })),
      30,
      0,
      1,
    );
    expect(sheetOf(b).cells[0]?.parts[0]).toMatchObject({ side: 'right', switches: true });
  });

  it('of a ladder keeps the rest after the last round where it is kept', () => {
    expect(columns(block(format('ladder', { rounds: 2, lastRest: 'keep' }), stations(2)))).toEqual([
      [15, 30],
      [15, 30],
    ]);
  });

  it('of a demo shows the stations of the next block', () => {
    const sheet = sheetOf(block(format('demo')), [circuit(stations(2), 10, 0, 1)]);
    expect(sheet.rows.map((r) => r.label)).toEqual(['Move 1', 'Move 2']);
  });

  it('of a block without stations has its rows and nothing in them', () => {
    expect(sheetOf(circuit([], 10, 5, 3))).toMatchObject({ cells: [], columns: [], thread: [] });
  });
});
