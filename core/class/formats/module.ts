import type * as v from 'valibot';
import type { Station } from '../station/index.ts';
import type { Piece } from './piece.ts';
import type { Said, Settings, WriteMs } from './settings.ts';

/** A way to open a block of the format in a text, and what those words already say. */
export interface Opening {
  /** What a near miss is corrected to. */
  keyword: string;
  /** A regular expression at one place; `PERIOD` in it is a time, said as the period. */
  source: string;
  says?: Partial<Said>;
}

/** The purpose of a block's time. */
export type Purpose = 'work' | 'demo' | 'talk' | 'water' | 'setUp' | 'move';

/** The properties of a format that other code asks for, whichever format it is. */
export interface Traits<F> {
  /** Whether single visits can have times of their own, only whole stations, or only the block. */
  scope: 'cell' | 'station' | 'block';
  /** The first station comes after the last. */
  cyclic: (format: F, stations: number) => boolean;
  /** The stations are one list of moves done over and over: no interval belongs to one of them. */
  complex: boolean;
  /** Work follows work on purpose. */
  flows: boolean;
  /** The rest stands after whole rounds, not after each visit. */
  roundRest: boolean;
  /** Work and rest are set against each other: their ratio says how hard it is. */
  timed: boolean;
  /** Why it asks for full effort; null where it does not. */
  fullEffort: string | null;
  purpose: (format: F) => Purpose;
  /** Whether it has stations of its own, shows those of a later block when it has none, or has none. */
  stations: 'own' | 'shown' | 'none';
  /** How a move done on one side at a time is shared when nothing is said. */
  oneSided: 'split' | 'each';
  /** How many stations are gone round together before the next ones; as many as there are when all are. */
  groupSize: (format: F, stations: number) => number;
  /** Round k does k of the stations, each time one more: what is done in a round is a chain. */
  chain: boolean;
  /** Beats a minute that the times are counted in; null where they are not. */
  bpm: (format: F) => number | null;
  /** The part of a class that a text means when it opens a block by the format alone. */
  role: 'main' | 'coolDown' | 'other';
}

/** A station of a later block that a demo shows: its index there, and how long, ms; unset as long as any. */
export interface Shown {
  index: number;
  ms?: number;
}

/** One block to expand: its settings and stations, and what it shows of a later block. */
export interface Given<F> {
  format: F;
  stations: readonly Station[];
  shown: readonly Shown[];
}

export type Expand<F> = (given: Given<F>) => Piece[];

/** Everything the product knows of one format. */
export interface FormatModule<F extends { kind: string }> {
  kind: F['kind'];
  /** Its name, and the name of a block of it with so many stations where that is another. */
  word: string;
  /** What it is, in a line for who does not know it. */
  about: string;
  wordOf?: (format: F, stations: number) => string;
  schema: v.GenericSchema<F>;
  default: F;
  settings: Settings<F>;
  openings: readonly Opening[];
  /** The words that open it in a text. */
  open: (format: F, write: WriteMs) => string;
  expand: Expand<F>;
  traits: Traits<F>;
  /** The settings brought into what the format can do, after a change. */
  normalise?: (format: F) => F;
  /** What is wrong with a station in it. */
  faults?: (format: F, station: Station) => string[];
}

/** The traits most formats have. */
export const USUAL = {
  scope: 'cell',
  cyclic: () => false,
  complex: false,
  flows: false,
  roundRest: false,
  timed: true,
  fullEffort: null,
  purpose: () => 'work',
  stations: 'own',
  oneSided: 'split',
  groupSize: (_, stations) => stations,
  chain: false,
  bpm: () => null,
  role: 'main',
} as const satisfies Traits<unknown>;
