import {
  DONE_WORDS,
  defaultSides,
  MEASURE_UNITS,
  MEASURES,
  MOST_WAYS,
  type Phase,
  POSITIONS,
  SAID_ROWS,
  type Sides,
  type Station,
  withCell,
} from '../station/index.ts';
import { clipText, kgIn, MAX_MS } from '../values/index.ts';
import type { Clause } from './clauses.ts';
import { DURATION, durationMs, QUOTED, readName } from './tokens.ts';

const D = `(${DURATION})`;
const S = '\\s*';
/** A name inside a station line: quoted, or up to the next comma or bracket. */
const NAME = `(${QUOTED}|[^,\\[\\]"#]+)`;
const LABEL = `(${QUOTED}|[\\p{L}][^,\\[\\]"#;]*?)`;
const WEIGHT = '(\\d{1,4}(?:\\.\\d{1,15})?)\\s*(kgs?|kilos?|lbs?|pounds?)\\b';
const ROUND = '(?:r|round\\s+)(\\d{1,4})\\s+';

/** The station as it has been read so far, and what of the line could not be taken as it was. */
export interface StationTarget {
  station: Station;
  marks: { at: number; length: number; message: string }[];
}

export const newTarget = (station: Station): StationTarget => ({ station, marks: [] });

/** One thing read: the match, and how to mark that it was not taken as it was. */
interface Reading {
  m: RegExpExecArray;
  mark: (message: string) => void;
}

const set = (
  keyword: string,
  source: string,
  put: (s: Station, reading: Reading) => Station,
): Clause<StationTarget> => ({
  keyword,
  pattern: new RegExp(source, 'iuy'),
  apply: (target, m) => {
    const mark = (message: string) => target.marks.push({ at: m.index, length: m[0].length, message });
    target.station = put(target.station, { m, mark });
  },
});

/** A time of a match, at least `least`, at most four hours. */
function ms({ m, mark }: Reading, group: number, least = 0): number {
  const read = durationMs(m[group] ?? '0');
  if (read > MAX_MS) mark('At most 4:00:00');
  if (read < least) mark('Too short to be run');
  return Math.max(least, Math.min(MAX_MS, read));
}

/** The first of some groups that matched. */
const first = ({ m }: Reading, ...groups: number[]) => groups.find((g) => m[g] !== undefined) ?? groups[0] ?? 1;

function roundOf({ m, mark }: Reading): number {
  const round = Number(m[1]);
  if (round < 1 || round > 99) mark('Rounds go from 1 to 99');
  return Math.max(1, Math.min(99, round));
}

/** A weight of a match, its number and its unit, in kg. */
function kg({ m, mark }: Reading, group: number): number {
  const read = kgIn(Number(m[group]), m[group + 1]);
  if (read > 500) mark('At most 500 kg');
  return Math.min(500, read);
}

/** A name of a match, cut where it is too long. */
function named({ m, mark }: Reading, group: number, most: number): string {
  const whole = readName(m[group] ?? '');
  if ([...whole].length > most) mark(`At most ${most} letters; the rest was cut`);
  return clipText(whole, most);
}

/** A list with one more, where there is room. */
function more<T>(list: readonly T[] | undefined, item: T, most: number, { mark }: Reading): T[] {
  const before = [...(list ?? [])];
  if (before.length < most) return [...before, item];
  mark(`At most ${most} of these`);
  return before;
}

/** A clause that ends in words; empty words say nothing. */
const words = (
  keyword: string,
  source: string,
  most: number,
  put: (s: Station, words: string, reading: Reading) => Station,
): Clause<StationTarget> =>
  set(keyword, `${source}\\s+${NAME}`, (s, reading) => {
    const said = named(reading, reading.m.length - 1, most);
    return said === '' ? s : put(s, said, reading);
  });

/** A way to share the sides; the side that is first stays as it was said. */
const sides = (keyword: string, source: string, mode: Sides['mode']): Clause<StationTarget> =>
  set(keyword, source, (s, reading) => {
    const made = defaultSides(mode);
    const gap = reading.m[1] === undefined ? {} : { gapMs: ms(reading, 1) };
    const side = 'first' in s.sides ? s.sides.first : 'left';
    if (made.mode === 'each')
      return { ...s, sides: { ...made, first: side, ...('gapMs' in gap ? { restMs: gap.gapMs } : {}) } };
    if (made.mode === 'chain')
      return { ...s, sides: { ...made, first: side, ...('gapMs' in gap ? { breakMs: gap.gapMs } : {}) } };
    return { ...s, sides: 'first' in made ? { ...made, first: side } : made };
  });

const firstSide = (side: 'left' | 'right') =>
  set(`${side} first`, `${side}\\s+first\\b`, (s, { mark }) => {
    if ('first' in s.sides) return { ...s, sides: { ...s.sides, first: side } };
    mark('Say first how the sides are shared');
    return s;
  });

/** A phase, in every round or, with `round 3` before it, in one. */
const phase = (keyword: string, source: string, read: (reading: Reading, say: string, from: number) => Phase) => [
  words(keyword, source, 60, (s, say, reading) => ({
    ...s,
    phases: more(s.phases, read(reading, say, 1), 8, reading),
  })),
  words('round', `${ROUND}${source}`, 60, (s, say, reading) => {
    const round = roundOf(reading);
    const before = s.cells?.find((c) => c.round === round)?.phases;
    return withCell(s, round, { phases: more(before, read(reading, say, 2), 8, reading) });
  }),
];

/** Said at the start of the set: a second in, behind the tone. */
const AT_START_MS = 1000;

export const STATION_CLAUSES: readonly Clause<StationTarget>[] = [
  sides('alternating', 'alternating\\b(?:\\s+sides\\b)?', 'alternating'),
  sides('each side', `(?:each|per|both)\\s+sides?\\b(?:\\s*,?\\s*${D}\\s+between\\s+sides\\b)?`, 'each'),
  sides('switch at half', '(?:switch|swap)(?:\\s+sides)?\\s+at\\s+half(?:\\s+time)?\\b', 'split'),
  sides('by round', '(?:sides?\\s+)?by\\s+round\\b|one\\s+side\\s+(?:a|per)\\s+round\\b', 'byRound'),
  sides('chain', `chain\\b(?:\\s*,?\\s*${D}\\s+between\\s+sides\\b)?`, 'chain'),
  set('left only', '(left|right)(?:\\s+side)?\\s+only\\b|only\\s+(?:the\\s+)?(left|right)(?:\\s+side)?\\b', (s, r) => ({
    ...s,
    sides: { mode: 'one', side: /left/i.test(r.m[first(r, 1, 2)] ?? '') ? 'left' : 'right' },
  })),
  firstSide('right'),
  firstSide('left'),
  set('40/20', `${D}${S}/${S}${D}`, (s, r) => ({ ...s, workMs: ms(r, 1, 1), restMs: ms(r, 2) })),
  set('work', `work${S}${D}|${D}${S}(?:work|on|hold)\\b`, (s, r) => ({ ...s, workMs: ms(r, first(r, 1, 2), 1) })),
  set('rest', `(?:rest|change)${S}${D}|${D}${S}(?:rest|off)\\b`, (s, r) => ({ ...s, restMs: ms(r, first(r, 1, 2)) })),
  set('reps', `(\\d{1,3})${S}(?:reps?)\\b(${S}(?:a|per|each)\\s+side\\b)?`, (s, { m }) => ({
    ...s,
    reps: { count: Math.max(1, Number(m[1])), per: m[2] === undefined ? 'total' : 'side' },
  })),
  set('a side', `(\\d{1,3})${S}(?:a|per|each)\\s+side\\b`, (s, { m }) => ({
    ...s,
    reps: { count: Math.max(1, Number(m[1])), per: 'side' },
  })),
  ...MEASURE_UNITS.map((unit) =>
    set(MEASURES[unit].many, `(\\d{1,5}(?:\\.\\d{1,2})?)${S}(?:${MEASURES[unit].source})\\b`, (s, { m }) => ({
      ...s,
      measure: { count: Math.max(0.01, Number(m[1])), unit },
    })),
  ),
  set('kg', `(?:@|with)?${S}${WEIGHT}`, (s, r) => ({ ...s, weightKg: kg(r, 1) })),
  set('light', `light(?:er)?\\s+${WEIGHT}`, (s, r) => ({ ...s, lightKg: kg(r, 1) })),
  set('heavy', `heav(?:y|ier)\\s+${WEIGHT}`, (s, r) => ({ ...s, heavyKg: kg(r, 1) })),
  set('round', `${ROUND}${D}${S}/${S}${D}`, (s, r) =>
    withCell(s, roundOf(r), { workMs: ms(r, 2, 1), restMs: ms(r, 3) }),
  ),
  set('round', `${ROUND}work\\s+${D}`, (s, r) => withCell(s, roundOf(r), { workMs: ms(r, 2, 1) })),
  set('round', `${ROUND}rest\\s+${D}`, (s, r) => withCell(s, roundOf(r), { restMs: ms(r, 2) })),
  set('round', `${ROUND}(?:@|with)?${S}${WEIGHT}`, (s, r) => withCell(s, roundOf(r), { weightKg: kg(r, 2) })),
  set('round', `${ROUND}light(?:er)?\\s+${WEIGHT}`, (s, r) => withCell(s, roundOf(r), { lightKg: kg(r, 2) })),
  set('round', `${ROUND}heav(?:y|ier)\\s+${WEIGHT}`, (s, r) => withCell(s, roundOf(r), { heavyKg: kg(r, 2) })),
  words('round', `${ROUND}do`, 80, (s, move, r) => withCell(s, roundOf(r), { swap: { move } })),
  words('round', `${ROUND}say`, 60, (s, say, r) => {
    const before = s.cells?.find((c) => c.round === roundOf(r))?.phases;
    return withCell(s, roundOf(r), { phases: more(before, { when: 'at', ms: AT_START_MS, say }, 8, r) });
  }),
  set('tempo', `tempo\\s+${D}-${D}-${D}-${D}`, (s, r) => ({
    ...s,
    tempo: { downMs: ms(r, 1), holdMs: ms(r, 2), upMs: ms(r, 3), topMs: ms(r, 4) },
  })),
  set('counts', `(\\d{1,4})${S}counts?\\b(?:\\s+${LABEL}(?=\\s*(?:,|;|\\[|#|$)))?`, (s, r) => {
    const counts = Number(r.m[1]);
    if (counts < 1 || counts > 1024) r.mark('Counts go from 1 to 1024');
    const layer = { name: named(r, 2, 40) || 'Move', counts: Math.max(1, Math.min(1024, counts)) };
    return { ...s, layers: more(s.layers, layer, 12, r) };
  }),
  ...SAID_ROWS.map(([key, { keyword, most }]) =>
    words(keyword, keyword.replaceAll(' ', '\\s+'), most, (s, said) => ({ ...s, [key]: said })),
  ),
  set('no easier way', 'no\\s+easier\\s+way\\b', (s) => ({ ...s, easier: [] })),
  set('no harder way', 'no\\s+harder\\s+way\\b', (s) => ({ ...s, harder: [] })),
  words('easier', 'easier', 80, (s, way, r) => ({ ...s, easier: more(s.easier, way, MOST_WAYS, r) })),
  words('harder', 'harder', 80, (s, way, r) => ({ ...s, harder: more(s.harder, way, MOST_WAYS, r) })),
  words('low impact', 'low[- ]impact', 80, (s, lowImpact) => ({ ...s, lowImpact })),
  words('cue', 'cue', 80, (s, cue, r) => ({ ...s, formCues: more(s.formCues, cue, 6, r) })),
  ...phase('at half', 'at\\s+half\\s+say', (_, say) => ({ when: 'half', say })),
  ...phase('last', `last\\s+${D}\\s+say`, (r, say, k) => ({ when: 'last', ms: ms(r, k, 1), say })),
  ...phase('at', `at\\s+${D}\\s+say`, (r, say, k) => ({ when: 'at', ms: ms(r, k, 1), say })),
  ...POSITIONS.map((position) =>
    set(`done ${DONE_WORDS[position]}`, `done\\s+${DONE_WORDS[position].replaceAll(' ', '\\s+')}\\b`, (s) => ({
      ...s,
      position,
    })),
  ),
  set('optional', 'optional\\b', (s) => ({ ...s, optional: true })),
  set('no kit', 'no\\s+kit\\b', (s) => ({ ...s, kit: [] })),
  set('', `\\[((?:[^\\]"#]|${QUOTED})*)\\]`, (s, r) => ({ ...s, kit: kitOf(r) })),
];

function kitOf({ m, mark }: Reading): string[] {
  const items = ((m[1] ?? '').match(new RegExp(`\\s*${QUOTED}|[^,]+`, 'g')) ?? [])
    .map((t) => readName(t))
    .filter(Boolean);
  if (items.length > 8) mark('At most 8 pieces of kit');
  if (items.some((t) => [...t].length > 40)) mark('At most 40 letters; the rest was cut');
  return items.slice(0, 8).map((t) => clipText(t, 40));
}
