import { describe, expect, it } from 'vitest';
import { guessHeartColumns, readHeartRows, readMoment } from './heart-rates.ts';

describe('heart rates from a table', () => {
  it('reads moments as files write them', () => {
    expect(
      ['0', '12.5', '1:05', '1:00:02.250', '1790000000', '1790000000123', '2026-11-01T06:15:00Z', 'noon', ''].map(
        readMoment,
      ),
    ).toEqual([0, 12_500, 65_000, 3_602_250, 1_790_000_000_000, 1_790_000_000_123, 1_793_513_700_000, null, null]);
  });

  it('takes them in order of time, with whose they are; a strap without touch says nothing', () => {
    const columns = guessHeartColumns(['Elapsed', 'Name', 'HR', 'Cadence']);
    expect(columns).toEqual(['time', 'who', 'bpm', null]);
    const { samples, problems } = readHeartRows(columns, [
      ['2', 'Heron 1', '121', ''],
      ['1', 'Heron 1', '118,5', ''],
      ['3', 'Heron 1', '', ''],
      ['4', '', '0', ''],
      ['5', '', '99', ''],
    ]);
    expect(problems).toEqual([]);
    expect(samples).toEqual([
      { who: 'Heron 1', atMs: 1000, bpm: 118.5 },
      { who: 'Heron 1', atMs: 2000, bpm: 121 },
      { who: 'all', atMs: 5000, bpm: 99 },
    ]);
  });

  it('names what no heart does, and what it has no column for', () => {
    const { samples, problems } = readHeartRows(
      ['time', 'bpm'],
      [
        ['1', '300'],
        ['soon', '100'],
        ['2', 'fast'],
      ],
    );
    expect([samples.length, problems.map((p) => `${p.row} ${p.column}`)]).toEqual([0, ['0 bpm', '1 time', '2 bpm']]);
    expect(readHeartRows([null, 'bpm'], [['1', '100']]).problems).toMatchObject([{ column: 'time' }]);
  });
});
