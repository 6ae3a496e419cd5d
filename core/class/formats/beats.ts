import * as v from 'valibot';
import type { Station } from '../station/index.ts';
import { count } from '../values/index.ts';
import { rounds, roundsSetting } from './common.ts';
import { type FormatModule, USUAL } from './module.ts';
import { type Piece, piece } from './piece.ts';
import { visitsOfRound } from './visits.ts';

const schema = v.strictObject({
  kind: v.literal('beats'),
  bpm: v.pipe(v.number(), v.minValue(30), v.maxValue(240)),
  rounds,
  /** Counts for a station that lists no layers of its own. */
  counts: count(1, 1024),
});
export type Beats = v.InferOutput<typeof schema>;

/** The layers a station is danced in; one of the block's counts when it lists none. */
function layersOf(station: Station, format: Beats): { name: string; counts: number }[] {
  return station.layers ?? [{ name: '', counts: format.counts }];
}

/** Counts at a tempo, one interval a layer; boundaries are rounded once from the exact sum, so they never drift. */
export const beats: FormatModule<Beats> = {
  kind: 'beats',
  word: 'Beats',
  about: 'Moves counted in eights to a beat, built up and strung together.',
  schema,
  default: { kind: 'beats', bpm: 128, rounds: 1, counts: 32 },
  settings: {
    bpm: {
      type: 'number',
      roles: ['bpm'],
      name: 'tempo',
      silent: 128,
      say: (n) => `${n} bpm`,
      min: 30,
      max: 240,
      before: '',
      after: 'BPM',
    },
    counts: {
      type: 'number',
      roles: ['counts'],
      name: 'counts',
      silent: 32,
      say: (n) => `${n} counts`,
      min: 1,
      max: 1024,
      before: '',
      after: 'counts a move',
    },
    rounds: roundsSetting(1, 'times through'),
  },
  openings: [{ keyword: 'beats', source: 'beats\\b' }],
  open: () => 'beats',
  expand: ({ stations, format }) => {
    const pieces: Piece[] = [];
    let counts = 0;
    let fromMs = 0;
    for (let round = 1; round <= format.rounds; round++) {
      for (const visit of visitsOfRound(stations, round - 1, (k) => k)) {
        const station = stations[visit.stationIndex];
        if (!station) continue;
        for (const layer of layersOf(station, format)) {
          counts += layer.counts;
          const toMs = Math.round((counts * 60_000) / format.bpm);
          pieces.push(
            piece('work', toMs - fromMs, {
              stationIndex: visit.stationIndex,
              round,
              side: visit.side,
              layer: layer.name === '' ? null : layer.name,
            }),
          );
          fromMs = toMs;
        }
      }
    }
    return pieces;
  },
  traits: {
    ...USUAL,
    scope: 'block',
    flows: true,
    cyclic: ({ rounds }) => rounds > 1,
    timed: false,
    bpm: ({ bpm }) => bpm,
  },
};
