import {
  CUE_NAMES,
  type CueLevel,
  type CueName,
  type CueSettings,
  type Phrase,
  type Plan,
  type Station,
} from '../plan/index.ts';

/** The sentences as they are until an instructor words them anew. */
export const PHRASE_DEFAULTS: Record<Phrase, string> = {
  go: 'Go',
  rest: 'Rest',
  break: 'Break',
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
  half: 'Half way',
  switchSides: 'Switch sides',
  side: '{side} side',
  reps: '{n} reps',
  repsEach: '{n} a side',
  tenSeconds: 'Ten seconds',
  warning: '{n} seconds',
  round: 'Round {n} of {rounds}',
  lastRound: 'Last round',
  group: '{group} {n}',
  groupAgain: '{group} {n}, {time} time',
  set: 'Set {n} of {sets}',
  lastOne: 'Last one',
  toGo: '{n} to go',
  halfMoves: 'Half of the moves are done',
  water: 'Water',
  halfClass: 'Half of the class is done',
  lastFive: 'Last five minutes',
  countdown: 'Three, two, one',
};

/** A sentence with its words filled in; a word in braces that is not given stays away. */
export function phrase(
  plan: Pick<Plan, 'phrases'>,
  which: Phrase,
  words: Record<string, string | number> = {},
): string {
  const text = plan.phrases?.[which] ?? PHRASE_DEFAULTS[which];
  if (!text.includes('{')) return text;
  return text.replace(/\{(\w+)\}/g, (_, key: string) => String(words[key] ?? '')).trim();
}

/** The settings that turn a kind of cue on or off. */
type Switch = { [K in keyof CueSettings]: CueSettings[K] extends boolean ? K : never }[keyof CueSettings];

/** Which of the plain settings a cue name goes by, and its level when that is on. */
const USUAL: Record<CueName, { setting: Switch | null; level: CueLevel }> = {
  starts: { setting: 'tones', level: 'tone' },
  countdown: { setting: null, level: 'tone' },
  nextUp: { setting: 'nextUp', level: 'voice' },
  reps: { setting: 'reps', level: 'voice' },
  half: { setting: 'half', level: 'voice' },
  tenSeconds: { setting: 'tenSeconds', level: 'voice' },
  warnings: { setting: null, level: 'voice' },
  rounds: { setting: 'rounds', level: 'voice' },
  left: { setting: 'left', level: 'voice' },
  phases: { setting: 'phases', level: 'voice' },
  // What is written at a station is said; the library's own words come in only where a class asks for them.
  formCues: { setting: null, level: 'voice' },
  options: { setting: null, level: 'off' },
  milestones: { setting: 'milestones', level: 'voice' },
  water: { setting: 'water', level: 'voice' },
};

/** The level of a kind of cue: the station's, else the block's, else the class's, else that of the plain setting. */
export function levelOf(
  plan: Pick<Plan, 'blocks' | 'cues' | 'cueLevels'>,
  blockIndex: number,
  station: Pick<Station, 'cueLevels'> | null,
  name: CueName,
): CueLevel {
  const own = station?.cueLevels?.[name] ?? plan.blocks[blockIndex]?.cueLevels?.[name] ?? plan.cueLevels?.[name];
  if (own !== undefined) return own;
  const { setting, level } = USUAL[name];
  return setting === null || plan.cues[setting] ? level : 'off';
}

/** The levels of all kinds of cue at once. */
export type LevelTable = Record<CueName, CueLevel>;

/** The levels of a class, block by block: what `levelOf` gives where a station has none of its own. */
export function levelTables(plan: Pick<Plan, 'blocks' | 'cues' | 'cueLevels'>): LevelTable[] {
  return plan.blocks.map(
    (_, k) => Object.fromEntries(CUE_NAMES.map((name) => [name, levelOf(plan, k, null, name)])) as LevelTable,
  );
}

export const speaks = (level: CueLevel) => level === 'voice' || level === 'both';
export const sounds = (level: CueLevel) => level === 'tone' || level === 'both';
