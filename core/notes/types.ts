import type { Plan } from '../class/index.ts';

/** The part a piece of the notes plays in the class. */
export type NoteRole =
  | 'title'
  | 'heading'
  | 'format'
  | 'work'
  | 'rest'
  | 'rounds'
  | 'break'
  | 'length'
  | 'order'
  | 'move'
  | 'count'
  | 'measure'
  | 'weight'
  | 'side'
  | 'option'
  | 'phase'
  | 'check'
  | 'people'
  | 'slot'
  | 'level'
  | 'note';

/** How sure a reading is: written so, taken for it (a slip mended, a usual meaning), or guessed among several. */
export type Sure = 'said' | 'taken' | 'guessed';

/** One way to take what is guessed, and the total of the class with it, ms. */
export interface Other {
  id: string;
  words: string;
  totalMs: number;
}

/** What a piece of the text was taken for; `from` and `to` count UTF-16 units of the text. */
export interface Reading {
  from: number;
  to: number;
  role: NoteRole;
  sure: Sure;
  /** In words: "40 s work, 20 s rest". */
  words: string;
  /** Of what is guessed: the decision it hangs on, the way it was taken, and all the ways, the taken one among them. */
  guess?: {
    key: string;
    taken: string;
    ways: Other[] /** The part it is about; null for a name. */;
    part: string | null;
  };
}

/** Notes read as a class. */
export interface NotesRead {
  plan: Plan;
  /** By place in the text; together with `left` they cover every word of it. */
  readings: Reading[];
  /** What means nothing here; it is kept in the notes of the class or of its block. */
  left: { from: number; to: number; text: string }[];
  /** Where the text's own sums do not agree with what was found: "8 stations said, 7 found". */
  told: string[];
}

/** Ways chosen for what is guessed, by decision. */
export type Choices = Readonly<Record<string, string>>;
