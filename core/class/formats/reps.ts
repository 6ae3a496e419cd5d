import * as v from 'valibot';
import { count, ms } from '../values/index.ts';
import { duration, heldSetting, pause, perRepSetting, rounds, roundsSetting, secondsPerRep } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { type Piece, piece } from './piece.ts';
import { repsEstimateMs } from './rep-time.ts';
import { visitsOfRound, workPiece } from './visits.ts';

const schema = v.strictObject({
  kind: v.literal('reps'),
  rounds,
  reps: count(1, 999),
  restMs: ms(),
  roundBreakMs: ms(),
  roundBreakHeld: v.boolean(),
  secondsPerRep,
});
export type Reps = v.InferOutput<typeof schema>;

/** Open intervals the instructor ends; every total with one is "about". A station done `each` side has its reps per visit. */
export const reps: FormatModule<Reps> = {
  kind: 'reps',
  word: 'Reps',
  about: 'So many of each, however long they take; the instructor taps on.',
  schema,
  default: {
    kind: 'reps',
    rounds: 3,
    reps: 10,
    restMs: 30_000,
    roundBreakMs: 60_000,
    roundBreakHeld: false,
    secondsPerRep: 3,
  },
  settings: {
    rounds: roundsSetting(1),
    reps: {
      type: 'number',
      roles: ['reps'],
      name: 'reps',
      silent: 10,
      say: (n) => `${n} reps`,
      min: 1,
      max: 999,
      before: '',
      after: 'reps',
    },
    restMs: duration(['rest'], 'rest', 30_000, '% rest', { after: 'rest' }, { sheet: 'rest' }),
    roundBreakMs: pause(
      ['roundBreak'],
      'break between rounds',
      '% between rounds',
      { after: 'between rounds' },
      (f: Reps) => f.roundBreakHeld,
      { drag: true },
    ),
    roundBreakHeld: heldSetting(
      ['roundBreakHeld'],
      'round break',
      (f: Reps) => f.rounds > 1 && (f.roundBreakMs > 0 || f.roundBreakHeld),
    ),
    secondsPerRep: perRepSetting('about'),
  },
  openings: [{ keyword: 'reps', source: 'reps\\b' }],
  open: () => 'reps',
  expand: ({ stations, format }) => {
    const pieces: Piece[] = [];
    for (let round = 1; round <= format.rounds; round++) {
      const visits = visitsOfRound(stations, round - 1, (k) => k);
      visits.forEach((visit, i) => {
        const station = stations[visit.stationIndex];
        if (!station) return;
        const repsEach = station.reps?.count ?? format.reps;
        const bothSidesApart = station.sides.mode === 'each' || station.sides.mode === 'chain';
        const estimated = repsEstimateMs(station, repsEach, format.secondsPerRep);
        const perVisit = bothSidesApart && station.reps?.per === 'side' ? Math.ceil(estimated / 2) : estimated;
        const place = { stationIndex: visit.stationIndex, round };
        pieces.push({
          ...workPiece(station, visit, round, station.workMs ?? perVisit),
          kind: 'open',
          about: true,
          untilTap: true,
        });
        const lastOfRound = i === visits.length - 1;
        if (lastOfRound && round === format.rounds) return;
        const takesBreak = lastOfRound && format.roundBreakMs > 0;
        const gapMs = takesBreak ? format.roundBreakMs : (visit.ownGapMs ?? station.restMs ?? format.restMs);
        const held = takesBreak && format.roundBreakHeld;
        if (gapMs > 0)
          pieces.push(piece(takesBreak ? 'roundBreak' : 'rest', gapMs, { ...place, untilTap: held, about: held }));
      });
    }
    return pieces;
  },
  traits: { ...USUAL, scope: 'station', cyclic: ({ rounds }) => rounds > 1, timed: false },
};
