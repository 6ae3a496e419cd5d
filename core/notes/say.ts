import { FORMAT_WORDS, formatDuration, handsWords, measureWords, STAYS_WORDS } from '../class/index.ts';
import type { Facts } from './said.ts';

const time = (ms: number) => (ms < 100_000 && ms % 60_000 !== 0 ? `${ms / 1000} s` : formatDuration(ms));
const many = (n: number, one: string) => `${n} ${one}${n === 1 ? '' : 's'}`;

const ROLES: Record<Facts['role'], string> = {
  warmUp: 'warm-up',
  main: 'main part',
  finisher: 'finisher',
  coolDown: 'cool-down',
};

/** What each fact is in words; null for one that says nothing by itself. */
const WORDS: { readonly [K in keyof Facts]?: (value: Facts[K], says: Partial<Facts>) => string | null } = {
  role: (role) => ROLES[role],
  kind: (kind) => FORMAT_WORDS[kind],
  forTime: (yes) => (yes ? 'for time' : null),
  workMs: (ms, { each }) => `${time(ms)} ${each ? 'each' : 'work'}`,
  restMs: (ms) => (ms === 0 ? 'no rest' : `${time(ms)} rest`),
  bareMs: (ms) => formatDuration(ms),
  byRound: (list) => list.join(', '),
  rounds: (n) => many(n, 'round'),
  times: (n) => many(n, 'round'),
  sets: (n) => many(n, 'set'),
  tabatas: (n) => `${n} of them`,
  stations: (n, { atStations }) => `${many(n, atStations ? 'station' : 'move')} said`,
  betweenMs: (ms, { betweenOf }) =>
    `${formatDuration(ms)} between${betweenOf && betweenOf !== 'sides' ? ` ${betweenOf}` : ''}`,
  changeMs: (ms) => `${time(ms)} to change`,
  capMs: (ms) => formatDuration(ms),
  totalMs: (ms) => `${formatDuration(ms)} in all`,
  periodMs: (ms) => (ms === 60_000 ? null : `every ${time(ms)}`),
  bpm: (n) => `${n} beats a minute`,
  groupSize: (n) => ({ 1: 'all sets of one, then the next', 2: 'in pairs', 3: 'in threes' })[n] ?? `in groups of ${n}`,
  atStations: (_, { stations }) => (stations === undefined ? 'at stations' : null),
  reverse: () => 'and back again',
  oldestFirst: (yes) => (yes ? 'oldest first' : 'newest first'),
  chain: (side) => `all ${side}, then all the other side`,
  sides: (mode) =>
    (
      ({
        each: 'each side',
        split: 'sides change at half time',
        byRound: 'sides change each round',
        alternating: 'alternating',
      }) as Partial<Record<Facts['sides'], string>>
    )[mode] ?? null,
  reps: (n, { perSide }) => (perSide ? `${n} a side` : many(n, 'rep')),
  kg: (list) => `${list.join(' / ')} kg`,
  noKit: () => 'no kit',
  measure: (m) => measureWords(m),
  phase: ({ ms, say }) => `${say} for the last ${time(ms)}`,
  restAs: (words) => words.toLowerCase(),
  start: (clock) => `starts ${clock}`,
  slotMs: (ms) => `${ms / 60_000} minutes`,
  heads: (n) => `${n} people`,
  level: (level) => level,
  stays: (stays) => STAYS_WORDS[stays],
  hands: (hands) => handsWords(hands),
  round: (n) => `round ${n}`,
  turn: (turn) => `${turn} minutes`,
  again: () => 'once more',
  same: () => 'the same again',
  correction: () => 'a correction',
  posture: (position) => `lying on the ${position}`,
};

/** What was said, in a few words: "40 s work, 20 s rest"; what is left of them is the text itself. */
export function saidWords(says: Partial<Facts>, text: string): string {
  const parts = (Object.keys(WORDS) as (keyof Facts)[]).flatMap((key) => {
    const value = says[key];
    if (value === undefined) return [];
    const words = (WORDS[key] as (value: unknown, says: Partial<Facts>) => string | null)(value, says);
    return words === null ? [] : [words];
  });
  return parts.length > 0 ? parts.join(', ') : text;
}
