import { type Block, formatDuration, formatSeconds, type Plan, type Station } from '../plan/index.ts';
import { totals } from '../timeline/index.ts';

/** One difference between two classes, in words; `block` is the title of the block it is in, null for the class itself. */
export interface Difference {
  block: string | null;
  text: string;
}

/** What sets `after` apart from `before`, in the order an instructor would look: the class, its blocks, their stations. */
export function comparePlans(before: Plan, after: Plan): Difference[] {
  const [a, b] = [totals(before), totals(after)];
  const found: Difference[] = [];
  const say = (text: string, block: string | null = null) => found.push({ block, text });
  if (before.title !== after.title) say(`Title: ${before.title} \u2192 ${after.title}`);
  if (a.totalMs !== b.totalMs) say(`Total ${formatDuration(a.totalMs)} \u2192 ${formatDuration(b.totalMs)}`);
  if (a.workMs !== b.workMs) say(`Work ${formatDuration(a.workMs)} \u2192 ${formatDuration(b.workMs)}`);
  if (slot(before) !== slot(after)) say(`Slot ${slot(before)} \u2192 ${slot(after)}`);
  if (before.heads !== after.heads) say(`Heads ${before.heads ?? 'not set'} \u2192 ${after.heads ?? 'not set'}`);
  if (before.level !== after.level) say(`Level ${before.level} \u2192 ${after.level}`);
  if (before.countInMs !== after.countInMs)
    say(`Count-in ${formatSeconds(before.countInMs)} s \u2192 ${formatSeconds(after.countInMs)} s`);
  for (const { was, now } of pairUp(
    before.blocks,
    after.blocks,
    (x, y) => x.id === y.id,
    (x, y) => x.title === y.title,
  )) {
    if (!was && now) say(`Block added, ${now.stations.length} stations`, now.title);
    else if (was && !now) say('Block removed', was.title);
    else if (was && now) for (const text of blockDifferences(was, now)) say(text, now.title);
  }
  const order = (p: Plan, q: Plan) =>
    p.blocks
      .filter((x) => q.blocks.some((y) => y.id === x.id))
      .map((x) => x.id)
      .join();
  if (order(before, after) !== order(after, before)) say('Blocks in another order');
  return found;
}

function slot({ slot: { start, lengthMs } }: Plan): string {
  const parts = [start, lengthMs === null ? null : `${Math.round(lengthMs / 60_000)} min`].filter((x) => x !== null);
  return parts.length > 0 ? parts.join(', ') : 'not set';
}

function blockDifferences(was: Block, now: Block): string[] {
  const found: string[] = [];
  if (was.title !== now.title) found.push(`Renamed from ${was.title}`);
  if (was.use !== now.use) found.push(now.use === 'stations' ? 'Now at stations' : 'Now all together');
  if (was.format.kind !== now.format.kind) found.push(`Format ${was.format.kind} \u2192 ${now.format.kind}`);
  else found.push(...settingDifferences(was.format, now.format));
  if (was.breakAfter.ms !== now.breakAfter.ms || was.breakAfter.untilTap !== now.breakAfter.untilTap)
    found.push(`Break after: ${breakWords(was)} \u2192 ${breakWords(now)}`);
  found.push(...stationDifferences(was.stations, now.stations));
  return found;
}

const breakWords = ({ breakAfter: { ms, untilTap } }: Block) =>
  ms === 0 ? 'none' : `${formatSeconds(ms)} s${untilTap ? ' until tapped' : ''}`;

const SETTING_WORDS: Record<string, string> = {
  rounds: 'Rounds',
  count: 'Windows',
  workMs: 'Work',
  restMs: 'Rest',
  onMs: 'On',
  offMs: 'Off',
  roundBreakMs: 'Between rounds',
  groupBreakMs: 'Between groups',
  breakMs: 'Break',
  groupSize: 'Group size',
  breakMode: 'Breaks',
  lastRest: 'Last rest',
  lastOff: 'Last off',
  workByRoundMs: 'Work by round',
  restByRoundMs: 'Rest by round',
  periodMs: 'Period',
  withinMs: 'Between stations',
  holdMs: 'Hold',
  changeMs: 'Change',
  capMs: 'Cap',
  lengthMs: 'Length',
  perStationMs: 'A station',
  reps: 'Reps',
  secondsPerRep: 'Seconds a rep',
  bpm: 'BPM',
  counts: 'Counts',
  order: 'Order',
  reverse: 'Reverse pass',
};

function settingDifferences(was: object, now: object): string[] {
  const keys = [...new Set([...Object.keys(was), ...Object.keys(now)])];
  const value = (from: object, key: string): string => {
    const v = (from as Record<string, unknown>)[key];
    if (v === undefined || v === null) return 'none';
    if (Array.isArray(v)) return v.map((x) => formatSeconds(Number(x))).join(' ');
    return typeof v === 'number' && key.endsWith('Ms') ? `${formatSeconds(v)} s` : String(v);
  };
  return keys
    .filter((key) => value(was, key) !== value(now, key))
    .map((key) => `${SETTING_WORDS[key] ?? key} ${value(was, key)} \u2192 ${value(now, key)}`);
}

function stationDifferences(was: readonly Station[], now: readonly Station[]): string[] {
  const found: string[] = [];
  for (const pair of pairUp(
    was,
    now,
    (x, y) => x.id === y.id,
    (x, y) => x.move === y.move,
  )) {
    if (!pair.was && pair.now) found.push(`${pair.now.move} added`);
    else if (pair.was && !pair.now) found.push(`${pair.was.move} removed`);
    else if (pair.was && pair.now) found.push(...oneStation(pair.was, pair.now));
  }
  const common = (list: readonly Station[], others: readonly Station[]) =>
    list
      .filter((x) => others.some((y) => y.id === x.id))
      .map((x) => x.id)
      .join();
  if (common(was, now) !== common(now, was)) found.push('Stations in another order');
  return found;
}

function oneStation(was: Station, now: Station): string[] {
  const found: string[] = [];
  const time = (ms: number | undefined) => (ms === undefined ? 'as the block' : `${formatSeconds(ms)} s`);
  if (was.move !== now.move) found.push(`${was.move} \u2192 ${now.move}`);
  if (was.sides.mode !== now.sides.mode) found.push(`${now.move}: sides ${was.sides.mode} \u2192 ${now.sides.mode}`);
  if (was.workMs !== now.workMs) found.push(`${now.move}: work ${time(was.workMs)} \u2192 ${time(now.workMs)}`);
  if (was.restMs !== now.restMs) found.push(`${now.move}: rest ${time(was.restMs)} \u2192 ${time(now.restMs)}`);
  if (JSON.stringify(was.cells ?? []) !== JSON.stringify(now.cells ?? []))
    found.push(`${now.move}: single rounds changed`);
  if (JSON.stringify(was.reps) !== JSON.stringify(now.reps))
    found.push(`${now.move}: reps ${was.reps?.count ?? 'none'} \u2192 ${now.reps?.count ?? 'none'}`);
  return found;
}

/** Pairs items of two lists, by identity first, then by likeness; what is left over stands alone. */
function pairUp<T>(
  was: readonly T[],
  now: readonly T[],
  same: (a: T, b: T) => boolean,
  alike: (a: T, b: T) => boolean,
) {
  const left = new Set(was);
  const find = (y: T, test: (a: T, b: T) => boolean) => {
    for (const x of left) if (test(x, y)) return x;
    return undefined;
  };
  const byIdentity = new Map<T, T>();
  for (const test of [same, alike])
    for (const y of now) {
      const x = byIdentity.has(y) ? undefined : find(y, test);
      if (x === undefined) continue;
      byIdentity.set(y, x);
      left.delete(x);
    }
  return [
    ...now.map((y) => ({ was: byIdentity.get(y), now: y as T | undefined })),
    ...[...left].map((x) => ({ was: x as T | undefined, now: undefined as T | undefined })),
  ];
}
