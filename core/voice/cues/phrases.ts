import {
  CUE_NAMES,
  type CueLevel,
  type CueName,
  PHRASES,
  type Phrase,
  type Plan,
  type Station,
  usualLevel,
} from '../../class/index.ts';

/** Sentences taken apart, by the phrases of a class: text and the names of words in turn. */
const takenApart = new WeakMap<object, Map<Phrase, readonly string[]>>();
const NO_PHRASES: NonNullable<Plan['phrases']> = {};

function partsOf(phrases: NonNullable<Plan['phrases']>, which: Phrase): readonly string[] {
  let known = takenApart.get(phrases);
  if (!known) {
    known = new Map();
    takenApart.set(phrases, known);
  }
  let parts = known.get(which);
  if (!parts) {
    parts = (phrases[which] ?? PHRASES[which]).split(/\{(\w+)\}/);
    known.set(which, parts);
  }
  return parts;
}

/** A sentence with its words filled in; a word in braces that is not given stays away. */
export function phrase(
  plan: Pick<Plan, 'phrases'>,
  which: Phrase,
  words: Record<string, string | number> = {},
): string {
  const [first = '', ...rest] = partsOf(plan.phrases ?? NO_PHRASES, which);
  if (rest.length === 0) return first;
  let said = first;
  for (let k = 0; k < rest.length; k += 2) said += `${words[rest[k] as string] ?? ''}${rest[k + 1]}`;
  return said.trim();
}

/** The level of a kind of cue: the station's, else the block's, else the class's, else that of the plain setting. */
export function levelOf(
  plan: Pick<Plan, 'blocks' | 'cues' | 'cueLevels'>,
  blockIndex: number,
  station: Pick<Station, 'cueLevels'> | null,
  name: CueName,
): CueLevel {
  const own = station?.cueLevels?.[name] ?? plan.blocks[blockIndex]?.cueLevels?.[name] ?? plan.cueLevels?.[name];
  return own ?? usualLevel(name, plan.cues);
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
