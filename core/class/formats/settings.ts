/** The roles a number or choice of a block line can have in any format, each with the type it is read as. */
export interface Said {
  rounds: number;
  work: number;
  rest: number;
  workByRound: number[];
  restByRound: number[];
  roundBreak: number;
  roundBreakHeld: boolean;
  groupBreak: number;
  groupBreakHeld: boolean;
  groupSize: number | null;
  breakMode: 'replaces' | 'adds';
  last: 'drop' | 'keep';
  period: number;
  perRep: number;
  within: number;
  order: 'newestFirst' | 'oldestFirst';
  reverse: boolean;
  alternate: boolean;
  reps: number;
  bpm: number;
  counts: number;
  cap: number;
  length: number;
  untilTap: boolean;
  purpose: 'talk' | 'water' | 'setUp' | 'move';
  forTime: boolean;
  /** A time without a word. */
  bare: number;
}
export type Role = keyof Said;

/** Writes a duration as shorthand reads it. */
export type WriteMs = (ms: number) => string;

interface Common<F, T> {
  /** What it is among the settings of all formats; the first is its own, the others stand in for it in a text. */
  roles: readonly Role[];
  /** What an instructor calls it. */
  name: string;
  /** What a text means that does not say it. */
  silent: T;
  /** The words for it; null where silence, or another setting's words, say it. */
  say: (value: T, write: WriteMs, format: F) => string | null;
  /** Whether it does anything as things stand; without it, always. */
  applies?: (format: F, stations: number) => boolean;
  /** The words round it in the block's sentence. */
  before: string;
  after?: string;
}

/** A time in ms. */
export interface DurationSetting<F> extends Common<F, number> {
  type: 'duration';
  minMs: number;
  /** The time of a visit, or after it, that the round sheet edits through this setting. */
  sheet?: 'work' | 'rest';
  /** The gap between columns of the round sheet is this setting, and can be dragged. */
  drag?: boolean;
}

export interface NumberSetting<F> extends Common<F, number> {
  type: 'number';
  min: number;
  max: number;
}

/** One of a few values; `from` and `to` turn what a text says of its role into the value, and back, where they differ. */
export interface ChoiceSetting<F, T> extends Common<F, T> {
  type: 'choice';
  options: readonly (readonly [value: T, label: string])[];
  from?: (said: never) => T;
  to?: (value: T) => unknown;
  /** Other settings that choosing it sets: what a text means that says it and not them. */
  chosen?: (value: T) => Readonly<Record<string, unknown>>;
  /** Words for a value that is not among the options. */
  other?: (value: T) => string;
  /** True in it means that something waits until tapped. */
  waits?: boolean;
}

/** One time for each round, repeated from its start; not in the sentence, since the sheet shows it. */
export interface ListSetting<F> extends Common<F, number[] | undefined> {
  type: 'list';
  minMs: number;
}

type Value<T> = T extends number[] | undefined ? number[] : T;

/** The setting that fits the type of a value. */
export type Setting<F, T> = [T] extends [number]
  ? DurationSetting<F> | NumberSetting<F>
  : [Value<T>] extends [number[]]
    ? ListSetting<F>
    : ChoiceSetting<F, T>;

/** Every setting of a format by its key, in the order they are read aloud; one that is missing does not compile. */
export type Settings<F> = { readonly [K in Exclude<keyof F, 'kind'>]-?: Setting<F, F[K]> };

/** A setting of any format, for what goes over all of them. */
// biome-ignore lint/suspicious/noExplicitAny: the table pairs each setting with its own format; a fold cannot name it
export type AnySetting = DurationSetting<any> | NumberSetting<any> | ChoiceSetting<any, any> | ListSetting<any>;
