import { defaultSides, MAX_MS, type Phase, type Station, withCell } from '../plan/index.ts';
import type { Clause } from './clauses.ts';
import { DURATION, durationMs, QUOTED, readName } from './lexis.ts';

const D = `(${DURATION})`;
const S = '\\s*';
/** A name inside a station line: quoted, or up to the next comma or bracket. */
const NAME = `(${QUOTED}|[^,\\[\\]"#]+)`;
const LABEL = `(${QUOTED}|[\\p{L}][^,\\[\\]"#;]*?)`;

const ms = (match: RegExpExecArray, group = 1) => Math.min(MAX_MS, durationMs(match[group] ?? '0'));

type Target = { station: Station };
const set = (keyword: string, source: string, put: (s: Station, m: RegExpExecArray) => Station): Clause<Target> => ({
  keyword,
  pattern: new RegExp(source, 'iuy'),
  apply: (target, match) => {
    target.station = put(target.station, match);
  },
});

/** A clause that ends in words; empty words say nothing. */
const words = (
  keyword: string,
  source: string,
  maximum: number,
  put: (s: Station, words: string, m: RegExpExecArray) => Station,
): Clause<Target> =>
  set(keyword, `${source}\\s+${NAME}`, (s, m) => {
    const said = readName(m[m.length - 1] ?? '', maximum);
    return said === '' ? s : put(s, said, m);
  });

const sides = (keyword: string, source: string, mode: Station['sides']['mode']): Clause<Target> =>
  set(keyword, source, (s, m) => {
    const made = defaultSides(mode);
    const first = 'first' in s.sides && s.sides.first === 'right' ? 'right' : 'left';
    const gap = m[1] === undefined ? undefined : ms(m);
    if (made.mode === 'each') return { ...s, sides: { ...made, first, restMs: gap ?? made.restMs } };
    if (made.mode === 'chain') return { ...s, sides: { ...made, first, breakMs: gap ?? made.breakMs } };
    return { ...s, sides: 'first' in made ? { ...made, first } : made };
  });

const phase = (s: Station, p: Phase): Station => ({ ...s, phases: [...(s.phases ?? []), p].slice(0, 8) });

export const STATION_CLAUSES: readonly Clause<Target>[] = [
  sides('alternating', 'alternating\\b(?:\\s+sides\\b)?', 'alternating'),
  sides('each side', `(?:each|per|both)\\s+sides?\\b(?:\\s*,?\\s*${D}\\s+between\\s+sides\\b)?`, 'each'),
  sides('switch at half', '(?:switch|swap)(?:\\s+sides)?\\s+at\\s+half(?:\\s+time)?\\b', 'split'),
  sides('by round', '(?:sides?\\s+)?by\\s+round\\b|one\\s+side\\s+(?:a|per)\\s+round\\b', 'byRound'),
  sides('chain', `chain\\b(?:\\s*,?\\s*${D}\\s+between\\s+sides\\b)?`, 'chain'),
  set('right first', 'right\\s+first\\b', (s) =>
    'first' in s.sides ? { ...s, sides: { ...s.sides, first: 'right' } } : s,
  ),
  set('left first', 'left\\s+first\\b', (s) =>
    'first' in s.sides ? { ...s, sides: { ...s.sides, first: 'left' } } : s,
  ),
  set('40/20', `${D}${S}/${S}${D}`, (s, m) => ({ ...s, workMs: Math.max(1, ms(m, 1)), restMs: ms(m, 2) })),
  set('work', `work${S}${D}|${D}${S}(?:work|on|hold)\\b`, (s, m) => ({
    ...s,
    workMs: Math.max(1, ms(m, m[1] === undefined ? 2 : 1)),
  })),
  set('rest', `(?:rest|change)${S}${D}|${D}${S}(?:rest|off)\\b`, (s, m) => ({
    ...s,
    restMs: ms(m, m[1] === undefined ? 2 : 1),
  })),
  set('reps', `(\\d{1,3})${S}(?:reps?)\\b(${S}(?:a|per|each)\\s+side\\b)?`, (s, m) => ({
    ...s,
    reps: { count: Math.max(1, Number(m[1])), per: m[2] === undefined ? 'total' : 'side' },
  })),
  set('a side', `(\\d{1,3})${S}(?:a|per|each)\\s+side\\b`, (s, m) => ({
    ...s,
    reps: { count: Math.max(1, Number(m[1])), per: 'side' },
  })),
  set('round', `(?:r|round\\s+)(\\d{1,2})\\s+${D}${S}/${S}${D}`, (s, m) =>
    withCell(s, roundOf(m), { workMs: Math.max(1, ms(m, 2)), restMs: ms(m, 3) }),
  ),
  set('round', `(?:r|round\\s+)(\\d{1,2})\\s+work\\s+${D}`, (s, m) =>
    withCell(s, roundOf(m), { workMs: Math.max(1, ms(m, 2)) }),
  ),
  set('round', `(?:r|round\\s+)(\\d{1,2})\\s+rest\\s+${D}`, (s, m) => withCell(s, roundOf(m), { restMs: ms(m, 2) })),
  set('tempo', `tempo\\s+${D}-${D}-${D}-${D}`, (s, m) => ({
    ...s,
    tempo: { downMs: ms(m, 1), holdMs: ms(m, 2), upMs: ms(m, 3), topMs: ms(m, 4) },
  })),
  set('counts', `(\\d{1,4})${S}counts?\\b(?:\\s+${LABEL}(?=\\s*(?:,|;|\\[|#|$)))?`, (s, m) => ({
    ...s,
    layers: [
      ...(s.layers ?? []),
      { name: readName(m[2] ?? '', 40) || 'Move', counts: Math.max(1, Math.min(1024, Number(m[1]))) },
    ].slice(0, 12),
  })),
  words('effort', 'effort', 24, (s, effort) => ({ ...s, effort })),
  words('easier', 'easier', 80, (s, easier) => ({ ...s, easier })),
  words('harder', 'harder', 80, (s, harder) => ({ ...s, harder })),
  words('cue', 'cue', 80, (s, cue) => ({ ...s, formCues: [...(s.formCues ?? []), cue].slice(0, 6) })),
  words('at half', 'at\\s+half\\s+say', 60, (s, say) => phase(s, { when: 'half', say })),
  words('last', `last\\s+${D}\\s+say`, 60, (s, say, m) => phase(s, { when: 'last', ms: Math.max(1, ms(m)), say })),
  words('at', `at\\s+${D}\\s+say`, 60, (s, say, m) => phase(s, { when: 'at', ms: Math.max(1, ms(m)), say })),
  set('optional', 'optional\\b', (s) => ({ ...s, optional: true })),
  set('', `\\[((?:[^\\]"#]|${QUOTED})*)\\]`, (s, m) => ({ ...s, kit: kitOf(m[1] ?? '') })),
];

function roundOf(m: RegExpExecArray): number {
  return Math.max(1, Math.min(99, Number(m[1])));
}

function kitOf(list: string): string[] {
  const items = list.match(new RegExp(`${QUOTED}|[^,]+`, 'g')) ?? [];
  return items
    .map((t) => readName(t, 40))
    .filter(Boolean)
    .slice(0, 8);
}
