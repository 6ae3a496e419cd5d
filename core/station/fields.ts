import type { Cell, Station } from './schema.ts';

/**
 * What a key of a document is, for everything that goes over whole documents: comparing, reading text over a class,
 * copying, renaming. A key that has no row does not compile.
 */
export interface Field {
  /** What an instructor calls it. */
  words: string;
  /** Whether shorthand says it; what it does not say is kept when text is read over a class. */
  text: 'said' | 'unsaid';
}

/** What becomes of a field when another move is put on the station. */
export interface MoveField extends Field {
  /** `goes` with the move it was said of; `stays` with the place; `own` keeps what the library does not say of the old move. */
  ofMove: 'goes' | 'stays' | 'own';
}

type Rows<T, F> = { readonly [K in keyof T]-?: F };

const said = (words: string, ofMove: MoveField['ofMove'] = 'stays'): MoveField => ({ words, text: 'said', ofMove });
const unsaid = (words: string, ofMove: MoveField['ofMove'] = 'stays'): MoveField => ({ words, text: 'unsaid', ofMove });

export const STATION_FIELDS: Rows<Station, MoveField> = {
  id: unsaid('identity'),
  move: said('move'),
  sides: said('sides'),
  workMs: said('work'),
  restMs: said('rest'),
  cells: said('single rounds'),
  reps: said('reps'),
  weightKg: said('weight', 'goes'),
  lightKg: said('lighter weight', 'goes'),
  heavyKg: said('heavier weight', 'goes'),
  tempo: said('tempo', 'goes'),
  layers: said('layers'),
  effort: said('effort'),
  kit: said('kit', 'goes'),
  position: unsaid('position', 'goes'),
  easier: said('easier ways', 'goes'),
  harder: said('harder ways', 'goes'),
  lowImpact: said('low-impact move', 'goes'),
  phases: said('phases'),
  formCues: said('form cues', 'own'),
  optional: said('optional'),
  sayAs: said('how it is said', 'goes'),
  cueLevels: unsaid('cue levels'),
};

export const CELL_FIELDS: Rows<Cell, Field> = {
  round: said('round'),
  workMs: said('work'),
  restMs: said('rest'),
  weightKg: said('weight'),
  lightKg: said('lighter weight'),
  heavyKg: said('heavier weight'),
  phases: said('phases'),
  swap: said('move'),
};

/** The keys of a table of fields, typed. */
export const keysOf = <T extends object>(table: T) => Object.keys(table) as (keyof T & string)[];

/** Fields that belong to the move on a station, not to its place. */
const OF_MOVE = keysOf(STATION_FIELDS).filter((key) => STATION_FIELDS[key].ofMove !== 'stays');
const GOES = OF_MOVE.filter((key) => STATION_FIELDS[key].ofMove === 'goes');

/** The station with nothing left of what is known or was said of its move, but the name. */
export function withoutMove(station: Station): Station {
  const rest = { ...station };
  for (const key of OF_MOVE) delete rest[key];
  return rest;
}

/** What goes when another move is put on a station, in words; empty when nothing was said of the old one. */
export const goesWith = (station: Station): string[] =>
  GOES.filter((key) => station[key] !== undefined).map((key) => STATION_FIELDS[key].words);
