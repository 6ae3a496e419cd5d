import { describe, expect, it } from 'vitest';
import { block, circuit, format, s, stations } from '../../test/build.ts';
import { compile } from '../../time/index.ts';
import { withCell } from '../station/index.ts';
import { type CellRef, setTimes } from './cell-edits.ts';
import { fill } from './fill.ts';
import type { Block } from './schema.ts';

const works = (b: Block) =>
  compile({ blocks: [b] })
    .intervals.filter((i) => i.kind === 'work')
    .map((i) => i.durationMs / 1000);
const cells = (rows: number[], rounds: number[]): CellRef[] =>
  rows.flatMap((stationIndex) => rounds.map((round) => ({ stationIndex, round })));

describe('setting times on the sheet', () => {
  const three = () => circuit(stations(2), 40, 0, 3);

  it('one cell', () => {
    const b = setTimes(three(), cells([1], [2]), { workMs: s(25) });
    expect(works(b)).toEqual([40, 40, 40, 25, 40, 40]);
    expect(b.stations[1]?.cells).toEqual([{ round: 2, workMs: 25_000 }]);
  });

  it('a whole row becomes the station’s own time', () => {
    const b = setTimes(setTimes(three(), cells([0], [1]), { workMs: s(10) }), cells([0], [1, 2, 3]), { workMs: s(30) });
    expect(works(b)).toEqual([30, 40, 30, 40, 30, 40]);
    expect(b.stations[0]).toMatchObject({ workMs: 30_000 });
    expect(b.stations[0]?.cells).toBeUndefined();
  });

  it('a whole column becomes the round’s own time, also over a station’s', () => {
    const own = setTimes(three(), cells([0], [1, 2, 3]), { workMs: s(30) });
    const b = setTimes(own, cells([0, 1], [2]), { workMs: s(50) });
    expect(works(b)).toEqual([30, 40, 50, 50, 30, 40]);
    expect(b.format).toMatchObject({ workByRoundMs: [40_000, 50_000, 40_000] });
  });

  it('the whole sheet becomes the block’s own time and drops what stood against it', () => {
    const b = setTimes(setTimes(three(), cells([0], [1]), { workMs: s(10) }), cells([0, 1], [1, 2, 3]), {
      workMs: s(20),
    });
    expect(b.format).toMatchObject({ workMs: 20_000 });
    expect(works(b)).toEqual([20, 20, 20, 20, 20, 20]);
    expect(b.stations.every((x) => x.cells === undefined && x.workMs === undefined)).toBe(true);
  });

  it('takes an override away with null', () => {
    const b = setTimes(setTimes(three(), cells([1], [2]), { workMs: s(25) }), cells([1], [2]), { workMs: null });
    expect(b.stations[1]?.cells).toBeUndefined();
    expect(works(b)).toEqual([40, 40, 40, 40, 40, 40]);
  });

  it('add-on stations carry their own work in every block', () => {
    const b = setTimes(block(format('addOn', { restMs: 0 }), stations(3)), [{ stationIndex: 0, round: 2 }], {
      workMs: s(15),
    });
    expect(works(b)).toEqual([15, 30, 15, 30, 30, 15]);
  });

  it('windows have one length for all', () => {
    const b = setTimes(block(format('windows', { count: 2 }), stations(2)), [{ stationIndex: 0, round: 2 }], {
      workMs: s(70),
      restMs: s(20),
    });
    expect(b.format).toMatchObject({ onMs: 70_000, offMs: 20_000 });
  });

  it('minute work never exceeds the period', () => {
    const b = setTimes(block(format('emom'), stations(1)), cells([0], [1, 2, 3]), { workMs: s(75) });
    expect(works(b)).toEqual([60, 60, 60]);
  });
});

describe('withCell', () => {
  it('merges work and rest of one visit and keeps rounds in order', () => {
    const [station] = stations(1);
    const both = withCell(withCell(withCell(station!, 3, { workMs: 1000 }), 1, { restMs: 0 }), 3, { restMs: 5000 });
    expect(both.cells).toEqual([
      { round: 1, restMs: 0 },
      { round: 3, workMs: 1000, restMs: 5000 },
    ]);
  });
});

describe('fill and paste', () => {
  const b = () =>
    setTimes(setTimes(circuit(stations(3), 40, 0, 3), cells([0], [1]), { workMs: s(20) }), cells([0], [3]), {
      workMs: s(30),
    });
  const times = (rows: number[], rounds: number[]) =>
    cells(rows, rounds).map((c) => ({
      ...c,
      workMs: c.stationIndex === 0 ? s([20, 40, 30][c.round - 1] ?? 0) : s(40),
      restMs: null,
    }));

  it('fills down: every row like the first, said by round', () => {
    const filled = fill(b(), times([0, 1, 2], [1, 2, 3]), 'down');
    expect(works(filled)).toEqual([20, 20, 20, 40, 40, 40, 30, 30, 30]);
  });

  it('fills right: every round like the first', () => {
    expect(works(fill(b(), times([0, 1], [1, 2, 3]), 'right'))).toEqual([20, 40, 40, 20, 40, 40, 20, 40, 40]);
  });

  it('at stations one clock serves all: a cell is its round, and the rows are the block', () => {
    const atStations = { ...circuit(stations(2), 40, 0, 3), use: 'stations' as const };
    const one = setTimes(atStations, cells([1], [2]), { workMs: s(25) });
    expect(works(one)).toEqual([40, 40, 25, 25, 40, 40]);
    expect(one.stations).toEqual(atStations.stations);
    const row = setTimes(atStations, cells([0], [1, 2, 3]), { workMs: s(30) });
    expect([row.format, works(row)]).toEqual([{ ...row.format, workMs: 30_000 }, [30, 30, 30, 30, 30, 30]]);
    const tabata = { ...block(format('tabata'), atStations.stations), use: 'stations' as const };
    expect(setTimes(tabata, cells([1], [2]), { workMs: s(25) }).format).toMatchObject({ workMs: 25_000 });
  });
});
