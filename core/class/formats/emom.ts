import * as v from 'valibot';
import type { Station } from '../station/index.ts';
import { ms } from '../values/index.ts';
import { duration, perRepSetting, rounds, roundsSetting, secondsPerRep } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { type Piece, piece } from './piece.ts';
import { repsEstimateMs } from './rep-time.ts';
import { visitsOfRound, workPiece } from './visits.ts';

const schema = v.strictObject({
  kind: v.literal('emom'),
  periodMs: ms(1000),
  rounds,
  workMs: ms(1),
  secondsPerRep,
});
export type Emom = v.InferOutput<typeof schema>;

/**
 * Work in one period, before it is held to the period's length: the cell's or station's seconds, else the time its
 * reps are estimated to take, else the block's seconds.
 */
export function periodWorkMs(format: Emom, station: Station, round: number): number {
  const cell = station.cells?.find((c) => c.round === round);
  const fromReps = station.reps ? repsEstimateMs(station, station.reps.count, format.secondsPerRep) : undefined;
  return cell?.workMs ?? station.workMs ?? fromReps ?? format.workMs;
}

/** Each period: work, then rest for what is left of it; always whole periods. */
export const emom: FormatModule<Emom> = {
  kind: 'emom',
  word: 'Every minute',
  about: 'A set starts with every minute; what is left of the minute is rest.',
  schema,
  default: { kind: 'emom', periodMs: 60_000, rounds: 3, workMs: 40_000, secondsPerRep: 3 },
  settings: {
    rounds: roundsSetting(1),
    periodMs: {
      ...duration(['period', 'bare'], 'period', 60_000, '', { before: 'a start every' }, { minMs: 1000 }),
      say: () => null,
    },
    workMs: duration(['work'], 'work', 40_000, '% work', { after: 'work' }, { minMs: 1000, sheet: 'work' }),
    secondsPerRep: perRepSetting(''),
  },
  openings: [
    { keyword: 'emom', source: 'emom\\b' },
    { keyword: 'minute', source: '(?:every|each)\\s+minute\\b', says: { period: 60_000 } },
    { keyword: 'every', source: '(?:every|each)\\s+PERIOD' },
  ],
  open: (format, write) => `every ${write(format.periodMs)}`,
  expand: ({ stations, format }) => {
    const pieces: Piece[] = [];
    for (let round = 1; round <= format.rounds; round++) {
      for (const visit of visitsOfRound(stations, round - 1, (k) => k)) {
        const station = stations[visit.stationIndex];
        if (!station) continue;
        const workMs = Math.min(format.periodMs, periodWorkMs(format, station, round));
        pieces.push(workPiece(station, visit, round, workMs));
        const restMs = format.periodMs - workMs;
        if (restMs > 0) pieces.push(piece('rest', restMs, { stationIndex: visit.stationIndex, round }));
      }
    }
    return pieces;
  },
  traits: { ...USUAL, cyclic: ({ rounds }) => rounds > 1 },
  normalise: (format) => ({ ...format, workMs: Math.min(format.workMs, format.periodMs) }),
  faults: (format, station) => {
    const rounds = [1, ...(station.cells ?? []).map((c) => c.round)];
    const worst = Math.max(...rounds.map((round) => periodWorkMs(format, station, round)));
    return worst <= format.periodMs
      ? []
      : [`${worst / 1000} s of work do not fit into a period of ${format.periodMs / 1000} s`];
  },
};
