/** One part of a sheet of paper, from the top down. */
export type PaperSection =
  /** What a stretch of the sheet is about: "18:33:00  Pairs, three times each  12:30". It stays with what follows. */
  | { kind: 'heading'; lead: string; text: string; tail: string }
  /** A line with what stands before and after it; a small one explains the line above. */
  | { kind: 'line'; lead: string; text: string; tail: string; look: 'plain' | 'strong' | 'small' }
  /**
   * Rows under heads that come again on every page. `shares` are the widths of the columns against each other; cells of the columns in `boxes`
   * are framed, to be written in.
   */
  | {
      kind: 'table';
      heads: readonly string[];
      shares: readonly number[];
      boxes: readonly number[];
      rows: readonly (readonly string[])[];
    };

/** The content of a sheet of paper, before it is laid out; none of it is ever cut. */
export interface Paper {
  title: string;
  /** Below the title: when, how long, where, for how many. */
  under: readonly string[];
  parts: readonly PaperSection[];
  /** Promised to stand on one page: its type is made as large as that allows. Else it goes on to as many as it needs. */
  onePage: boolean;
  /** The largest type of a line, pt. */
  sizePt: number;
}

/** A card that stands at a station. */
export interface StationCard {
  /** "3 of 7"; empty where the block is one station. */
  place: string;
  block: string;
  move: string;
  /** "40 s work, 20 s rest", "By round, left first", "12 reps", "16 kg". */
  facts: readonly string[];
  /** Easier and harder ways: the level, and the name. */
  ways: readonly (readonly [level: string, name: string])[];
  cues: readonly string[];
  kit: readonly string[];
  /** The text of its figure, and whether it is for the left side alone; null where its move is not drawn. */
  figure: { text: string; left: boolean } | null;
  /** The id of its station, for its address. */
  stationId: string;
}

export const line = (
  text: string,
  { lead = '', tail = '', look = 'plain' as 'plain' | 'strong' | 'small' } = {},
): PaperSection => ({
  kind: 'line',
  lead,
  text,
  tail,
  look,
});

export const heading = (text: string, lead = '', tail = ''): PaperSection => ({ kind: 'heading', lead, text, tail });
