import { ALL, type Field, type FieldOf, HEARD, keysOf, NOBODY, SHOWN, seenOf, type Viewer } from './field.ts';
import { bySaid } from './said.ts';
import type { Cell, Station } from './schema.ts';

/** A field of a station, with what happens to it when another move is put there. */
export interface MoveField extends Field {
  /** `goes` with the move it was said of; `stays` with the place; `own` keeps what the library does not say of the old move. */
  ofMove: 'goes' | 'stays' | 'own';
}

const said = (words: string, seenBy: readonly Viewer[], ofMove: MoveField['ofMove'] = 'stays'): MoveField => ({
  words,
  text: 'said',
  seenBy,
  ofMove,
});
const unsaid = (words: string, seenBy: readonly Viewer[], ofMove: MoveField['ofMove'] = 'stays'): MoveField => ({
  ...said(words, seenBy, ofMove),
  text: 'unsaid',
});

export const CELL_FIELDS: { readonly [K in keyof Cell]-?: FieldOf<Cell[K]> } = {
  round: said('round', ALL),
  workMs: said('work', ALL),
  restMs: said('rest', ALL),
  weightKg: said('weight', SHOWN),
  lightKg: said('lighter weight', SHOWN),
  heavyKg: said('heavier weight', SHOWN),
  phases: said('phases', SHOWN),
  swap: said('move', SHOWN),
};

export const STATION_FIELDS: { readonly [K in keyof Station]-?: MoveField & FieldOf<Station[K]> } = {
  id: unsaid('identity', ALL),
  move: said('move', SHOWN),
  sides: said('sides', ALL),
  workMs: said('work', ALL),
  restMs: said('rest', ALL),
  cells: {
    ...said('single rounds', ALL),
    seenAs: (cells, viewer) => cells.map((cell) => seenOf(cell, CELL_FIELDS, viewer)),
  },
  reps: said('reps', ALL),
  measure: said('measure', SHOWN, 'goes'),
  weightKg: said('weight', SHOWN, 'goes'),
  lightKg: said('lighter weight', SHOWN, 'goes'),
  heavyKg: said('heavier weight', SHOWN, 'goes'),
  tempo: said('tempo', ALL, 'goes'),
  layers: {
    ...said('layers', ALL),
    seenAs: (layers, viewer) => (viewer === 'elsewhere' ? layers.map((l) => ({ ...l, name: UNSEEN })) : layers),
  },
  ...bySaid(({ words, seenBy, ofMove }) => said(words, seenBy, ofMove)),
  kit: said('kit', SHOWN, 'goes'),
  position: said('position', SHOWN, 'goes'),
  easier: said('easier ways', SHOWN, 'goes'),
  harder: said('harder ways', SHOWN, 'goes'),
  lowImpact: said('low-impact move', SHOWN, 'goes'),
  phases: said('phases', SHOWN),
  formCues: said('form cues', SHOWN, 'own'),
  optional: said('optional', NOBODY),
  cueLevels: unsaid('cue levels', HEARD),
};

/** The name of what is not shown. */
const UNSEEN = '\u2013';

/** A station as a viewer may see it. */
export const stationSeenBy = (station: Station, viewer: Viewer): Station =>
  seenOf(station, STATION_FIELDS, viewer, { move: UNSEEN });

/** Fields that belong to the move on a station, not to its place. */
const OF_MOVE = keysOf(STATION_FIELDS).filter((key) => STATION_FIELDS[key].ofMove !== 'stays');
const GOES = OF_MOVE.filter((key) => STATION_FIELDS[key].ofMove === 'goes');

/** The station with nothing left of what is known or was said of its move, but the name. */
export function withoutMove(station: Station): Station {
  const rest = { ...station };
  for (const key of OF_MOVE) delete rest[key];
  return rest;
}

/** The fields that go when another move is put on a station, in words; empty where the old move had none. */
export const goesWith = (station: Station): string[] =>
  GOES.filter((key) => station[key] !== undefined).map((key) => STATION_FIELDS[key].words);
