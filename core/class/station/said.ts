import * as v from 'valibot';
import { name } from '../values/index.ts';
import { HEARD, SHOWN, type Viewer } from './field.ts';

/** A field of a station that is a few words of the instructor's. */
interface SaidRow {
  /** What it is called. */
  words: string;
  /** What stands before it in a text. */
  keyword: string;
  /** Letters at most. */
  most: number;
  seenBy: readonly Viewer[];
  /** Whether it goes when another move is put on the station. */
  ofMove: 'goes' | 'stays';
  /** Shown with the set, on the desk and on the wall. */
  isShown: boolean;
  /** Typed in a field of its own at the station, beside the text. */
  isTyped: boolean;
}

/** These fields, a row each: schema, text both ways, who sees it, where it is shown and typed all fold over them. */
export const SAID = {
  effort: {
    words: 'effort',
    keyword: 'effort',
    most: 24,
    seenBy: SHOWN,
    ofMove: 'stays',
    isShown: true,
    isTyped: true,
  },
  sayAs: {
    words: 'how it is said',
    keyword: 'say as',
    most: 80,
    seenBy: HEARD,
    ofMove: 'goes',
    isShown: false,
    isTyped: false,
  },
  restAs: {
    words: 'what is done in the rest',
    keyword: 'rest as',
    most: 40,
    seenBy: SHOWN,
    ofMove: 'goes',
    isShown: false,
    isTyped: true,
  },
} as const satisfies Record<string, SaidRow>;
export type SaidKey = keyof typeof SAID;

/** The rows with their keys, in their order. */
export const SAID_ROWS = Object.entries(SAID) as [SaidKey, SaidRow][];

/** Something made of each row, by its key. */
export const bySaid = <T>(of: (row: SaidRow) => T) =>
  Object.fromEntries(SAID_ROWS.map(([key, row]) => [key, of(row)])) as { [K in SaidKey]: T };

/** Their entries in the schema of a station. */
export const saidEntries = bySaid(({ most }) => v.optional(name(most)));

/** The words of a station that are shown with its set, beside reps and weight. */
export const saidShown = (station: { readonly [K in SaidKey]?: string | undefined }): string[] =>
  SAID_ROWS.flatMap(([key, { isShown }]) => (isShown && station[key] ? [station[key]] : []));
