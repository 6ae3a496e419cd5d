/** A kind of cue as it is placed among others. */
interface KindRow {
  /** Which gives way where there is no room for both: the one with the higher number. */
  priority: number;
  /** What it is called in a reason: "the side call is there". */
  words: string;
}

/** A row of the table of cues. */
interface CueRow {
  /** What it is called where its level is set; null for what has no level, such as an instructor's own lines. */
  title: string | null;
  /** The switch of the class by which it is on, and whether it is on in a new class; none where it is always on. */
  switch?: { name: string; isOn: boolean };
  /** Its level while it is on and nothing else is set. */
  level: CueLevel;
  /** What is said or sounded of it. */
  kinds: Record<string, KindRow>;
  /** Its sentences until an instructor words them anew; words in braces are filled in. */
  phrases?: Record<string, string>;
  /** Where it may be said: before a set, in it, or wherever its moment falls. */
  where: 'gap' | 'set' | 'anywhere';
}

export const CUE_LEVELS = ['off', 'tone', 'voice', 'both'] as const;
export type CueLevel = (typeof CUE_LEVELS)[number];

/** All that can be said or sounded in a class, a row each, in the order in which it is listed. A new cue is a new row. */
export const CUES = {
  starts: {
    title: 'work, rest, break',
    switch: { name: 'tones', isOn: true },
    level: 'tone',
    kinds: { tone: { priority: 0, words: 'the tone' } },
    phrases: { go: 'Go', rest: 'Rest', break: 'Break' },
    where: 'anywhere',
  },
  countdown: {
    title: 'countdown',
    level: 'tone',
    kinds: { countdown: { priority: 1, words: 'the countdown' } },
    phrases: { countdown: 'Three, two, one' },
    where: 'anywhere',
  },
  nextUp: {
    title: 'next up',
    switch: { name: 'nextUp', isOn: true },
    level: 'voice',
    kinds: {
      side: { priority: 0, words: 'the side call' },
      nextUp: { priority: 2, words: 'next up' },
      change: { priority: 3, words: 'what changes' },
    },
    phrases: {
      nextUp: 'Next: {move}',
      rotate: 'Rotate',
      toStations: 'To your stations',
      goOn: 'Go on where you stopped',
      thisTime: '{time} this time',
      standUp: 'Stand up',
      toFloor: 'To the floor',
      sitDown: 'Sit down',
      kneel: 'Onto your knees',
      onHandsAndFeet: 'Onto hands and feet',
      onBack: 'Onto your back',
      onFront: 'Onto your front',
      onSide: 'Onto your side',
      changeWeights: 'Change weights: {weight}',
      side: '{side} side',
      switchSides: 'Switch sides',
    },
    where: 'anywhere',
  },
  reps: {
    title: 'reps',
    switch: { name: 'reps', isOn: true },
    level: 'voice',
    kinds: { reps: { priority: 3, words: 'the reps' } },
    phrases: { reps: '{n} reps', repsEach: '{n} a side' },
    where: 'anywhere',
  },
  half: {
    title: 'half way',
    switch: { name: 'half', isOn: true },
    level: 'voice',
    kinds: { half: { priority: 5, words: 'half way' } },
    phrases: { half: 'Half way' },
    where: 'set',
  },
  tenSeconds: {
    title: 'ten seconds',
    switch: { name: 'tenSeconds', isOn: true },
    level: 'voice',
    kinds: { tenSeconds: { priority: 5, words: 'ten seconds' } },
    phrases: { tenSeconds: 'Ten seconds' },
    where: 'set',
  },
  warnings: {
    title: 'get ready',
    level: 'voice',
    kinds: { warning: { priority: 5, words: 'get ready' } },
    phrases: { warning: '{n} seconds' },
    where: 'gap',
  },
  rounds: {
    title: 'rounds',
    switch: { name: 'rounds', isOn: true },
    level: 'voice',
    kinds: { round: { priority: 4, words: 'the round call' } },
    phrases: {
      round: 'Round {n} of {rounds}',
      lastRound: 'Last round',
      group: '{group} {n}',
      groupAgain: '{group} {n}, {time} time',
      set: 'Set {n} of {sets}',
    },
    where: 'anywhere',
  },
  left: {
    title: 'how many are left',
    switch: { name: 'left', isOn: true },
    level: 'voice',
    kinds: { left: { priority: 4, words: 'how many are left' } },
    phrases: { lastOne: 'Last one', toGo: '{n} to go', halfMoves: 'Half of the moves are done' },
    where: 'anywhere',
  },
  phases: {
    title: 'phases, layers',
    switch: { name: 'phases', isOn: true },
    level: 'voice',
    kinds: {
      phase: { priority: 0, words: 'a phase' },
      layer: { priority: 1, words: 'a layer' },
      count: { priority: 1, words: 'the count' },
    },
    where: 'set',
  },
  // What is written at a station is said; the library's own words come in only where a class asks for them.
  formCues: {
    title: 'form cues',
    level: 'voice',
    kinds: { form: { priority: 7, words: 'the form cue' } },
    where: 'set',
  },
  options: {
    title: 'easier and harder',
    level: 'off',
    kinds: { options: { priority: 8, words: 'the options' } },
    where: 'gap',
  },
  milestones: {
    title: 'half of the class',
    switch: { name: 'milestones', isOn: false },
    level: 'voice',
    kinds: { milestone: { priority: 9, words: 'the milestone' } },
    phrases: { halfClass: 'Half of the class is done', lastFive: 'Last five minutes' },
    where: 'anywhere',
  },
  water: {
    title: 'water',
    switch: { name: 'water', isOn: true },
    level: 'voice',
    kinds: { water: { priority: 4, words: 'water' } },
    phrases: { water: 'Water' },
    where: 'gap',
  },
  lines: {
    title: null,
    level: 'voice',
    kinds: { own: { priority: 6, words: 'your own line' }, script: { priority: 6, words: 'your script' } },
    where: 'anywhere',
  },
} as const satisfies Record<string, CueRow>;

type Rows = typeof CUES;
type CueKey = keyof Rows;
type KeysOf<T> = T extends unknown ? keyof T : never;

/** The cues an instructor can set a level for. */
export type CueName = { [K in CueKey]: Rows[K]['title'] extends null ? never : K }[CueKey];
export type CueKind = KeysOf<Rows[CueKey]['kinds']>;
/** A sentence that can be worded anew. */
export type Phrase = KeysOf<Extract<Rows[CueKey], { phrases: unknown }>['phrases']>;
/** A switch of the class that turns a cue on or off. */
export type CueSwitch = Extract<Rows[CueKey], { switch: unknown }>['switch']['name'];

const rows: readonly (readonly [string, CueRow])[] = Object.entries(CUES);

export const CUE_NAMES = rows.filter(([, { title }]) => title !== null).map(([name]) => name) as CueName[];

/** The sentences as they are until an instructor words them anew. */
export const PHRASES = Object.assign({}, ...rows.map(([, { phrases }]) => phrases)) as Record<Phrase, string>;

/** The switches, each as it is in a new class. */
export const CUE_SWITCHES = Object.fromEntries(
  rows.flatMap(([, row]) => (row.switch ? [[row.switch.name, row.switch.isOn]] : [])),
) as Record<CueSwitch, boolean>;

/** Each kind of cue, with where it may be said. */
export const CUE_KINDS = Object.fromEntries(
  rows.flatMap(([, { kinds, where }]) => Object.entries(kinds).map(([kind, row]) => [kind, { ...row, where }])),
) as Record<CueKind, KindRow & Pick<CueRow, 'where'>>;

/** The level of a cue where nothing is set but the switches of the class. */
export function usualLevel(name: CueName, isOn: Readonly<Record<CueSwitch, boolean>>): CueLevel {
  const row: CueRow = CUES[name];
  return row.switch === undefined || isOn[row.switch.name as CueSwitch] ? row.level : 'off';
}
