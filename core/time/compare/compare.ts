import {
  BLOCK_FIELDS,
  type Block,
  CELL_FIELDS,
  type Cell,
  capital,
  formatDuration,
  keysOf,
  PLAN_FIELDS,
  type Plan,
  roleTitle,
  STATION_FIELDS,
  type Station,
  same,
} from '../../class/index.ts';
import { totals } from '../timeline/index.ts';
import { formatDifferences, plainWords, repsWords, seconds, sidesWords } from './words.ts';

/** One difference between two classes, in words; `block` is the title of the block it is in, null for the class itself. */
export interface Difference {
  block: string | null;
  text: string;
}

/**
 * What sets `after` apart from `before`, in the order an instructor would look: the class, its blocks, their stations. Every
 * field of the class is told but identities: classes that differ in anything else are never the same.
 */
export function comparePlans(before: Plan, after: Plan): Difference[] {
  const [a, b] = [totals(before), totals(after)];
  const found: Difference[] = [];
  const say = (text: string, block: string | null = null) => found.push({ block, text });
  if (a.totalMs !== b.totalMs) say(`Total ${formatDuration(a.totalMs)} \u2192 ${formatDuration(b.totalMs)}`);
  if (a.workMs !== b.workMs) say(`Work ${formatDuration(a.workMs)} \u2192 ${formatDuration(b.workMs)}`);
  for (const text of fieldDifferences(PLAN_FIELDS, before, after, { slot: slotWords, blocks: SILENT, version: SILENT }))
    say(text);
  const pairs = pairUp(before.blocks, after.blocks, (x, y) => x.title === y.title);
  for (const { was, now } of pairs) {
    if (!was && now) say(`Block added, ${now.stations.length} stations`, now.title);
    else if (was && !now) say('Block removed', was.title);
    else if (was && now) for (const text of blockDifferences(was, now)) say(text, now.title);
  }
  if (isReordered(pairs, before.blocks)) say('Blocks in another order');
  return found;
}

/** Tells a field by how it is told elsewhere. */
const SILENT = Symbol('told elsewhere');
type Words<T> = { [K in keyof T]?: ((value: NonNullable<T[K]>) => string) | typeof SILENT };

/** Every field of two things that differs, in words; how those are put that are not plain values is given. */
function fieldDifferences<T extends object>(
  table: { readonly [K in keyof T]-?: { words: string } },
  was: T,
  now: T,
  words: Words<T>,
  none = 'none',
): string[] {
  return keysOf(table).flatMap((key) => {
    if (key === 'id' || words[key] === SILENT || same(was[key], now[key])) return [];
    const put = words[key] as ((value: unknown) => string) | undefined;
    const [a, b] = [was[key], now[key]].map((value) =>
      value === undefined || value === null ? none : put ? put(value) : plainWords(key, value),
    );
    const name = capital(table[key].words);
    // Where words do not tell the two apart, only that they differ is certain.
    return [a === null || b === null || a === b ? `${name} changed` : `${name} ${a} \u2192 ${b}`];
  });
}

function slotWords({ start, lengthMs }: Plan['slot']): string {
  const parts = [start, lengthMs === null ? null : `${lengthMs / 60_000} min`].filter((x) => x !== null);
  return parts.length > 0 ? parts.join(', ') : 'not set';
}

const breakWords = ({ ms, untilTap }: Block['breakAfter']) =>
  `${ms === 0 ? 'none' : seconds(ms)}${untilTap ? ' until tapped' : ''}`;

function blockDifferences(was: Block, now: Block): string[] {
  return [
    ...formatDifferences(was.format, now.format),
    ...fieldDifferences(BLOCK_FIELDS, was, now, {
      format: SILENT,
      stations: SILENT,
      role: roleTitle,
      use: (use) => (use === 'stations' ? 'at stations' : 'all together'),
      breakAfter: breakWords,
    }),
    ...stationDifferences(was.stations, now.stations),
  ];
}

function stationDifferences(was: readonly Station[], now: readonly Station[]): string[] {
  const pairs = pairUp(was, now, (x, y) => x.move === y.move);
  const found = pairs.flatMap((pair) => {
    if (!pair.was) return pair.now ? [`${pair.now.move} added`] : [];
    return pair.now ? oneStation(pair.was, pair.now) : [`${pair.was.move} removed`];
  });
  return isReordered(pairs, was) ? [...found, 'Stations in another order'] : found;
}

function oneStation(was: Station, now: Station): string[] {
  const renamed = was.move === now.move ? [] : [`${was.move} \u2192 ${now.move}`];
  const told = fieldDifferences(STATION_FIELDS, was, now, {
    move: SILENT,
    cells: SILENT,
    sides: sidesWords,
    reps: repsWords,
  });
  return [
    ...renamed,
    ...[...told, ...cellDifferences(was.cells ?? [], now.cells ?? [])].map((t) => `${now.move}: ${small(t)}`),
  ];
}

const small = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** What differs in single rounds, each with its round. */
function cellDifferences(was: readonly Cell[], now: readonly Cell[]): string[] {
  const rounds = [...new Set([...was, ...now].map((c) => c.round))].sort((a, b) => a - b);
  return rounds.flatMap((round) => {
    const bare: Cell = { round };
    const [a, b] = [was, now].map((cells) => cells.find((c) => c.round === round) ?? bare);
    const told = fieldDifferences(CELL_FIELDS, a ?? bare, b ?? bare, { swap: ({ move }) => move }, 'as usual');
    return told.map((t) => `round ${round}, ${small(t)}`);
  });
}

/** Whether the things that both lists have stand in another order. */
function isReordered<T>(pairs: readonly Pair<T>[], was: readonly T[]): boolean {
  const places = pairs.flatMap((p) => (p.was && p.now ? [was.indexOf(p.was)] : []));
  return places.some((place, k) => place < (places[k - 1] ?? -1));
}

interface Pair<T> {
  was: T | undefined;
  now: T | undefined;
}

/** Pairs items of two lists, by identity first, then by likeness; what is left over stands alone. */
function pairUp<T extends { id: string }>(
  was: readonly T[],
  now: readonly T[],
  alike: (a: T, b: T) => boolean,
): Pair<T>[] {
  const left = new Set(was);
  const byIdentity = new Map<T, T>();
  for (const test of [(a: T, b: T) => a.id === b.id, alike])
    for (const y of now) {
      const x = byIdentity.has(y) ? undefined : [...left].find((candidate) => test(candidate, y));
      if (x === undefined) continue;
      byIdentity.set(y, x);
      left.delete(x);
    }
  return [
    ...now.map((y) => ({ was: byIdentity.get(y), now: y })),
    ...[...left].map((x) => ({ was: x, now: undefined })),
  ];
}
