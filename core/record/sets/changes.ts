import {
  type Block,
  type CellTimes,
  capital,
  formatDuration,
  keyOfRole,
  newStation,
  type Plan,
  removeStations,
  roundsOf,
  type Station,
  type Swap,
  same,
  setEach,
  settingOf,
  updateBlock,
  updateStation,
  weightWords,
  withCell,
  withoutMove,
  withRounds,
  withSetting,
} from '../../class/index.ts';
import { compile, isWork } from '../../time/index.ts';
import type { GAPS, PlanChange } from './change.ts';

/** The key of a change, whatever its amount; of a time, with whether it grew. */
export function changeKey(c: PlanChange): string {
  switch (c.kind) {
    case 'time':
      return `time ${c.time} ${c.blockId} ${c.stationId} ${c.round} ${c.deltaMs > 0}`;
    case 'break':
      return `break ${c.gap} ${c.blockId} ${c.deltaMs > 0}`;
    case 'hold':
      return `hold ${c.gap} ${c.blockId}`;
    case 'rounds':
      return `rounds ${c.blockId} ${c.rounds}`;
    case 'move':
      return `move ${c.blockId} ${c.stationId} ${c.round} ${c.to.move}`;
    case 'weight':
      return `weight ${c.blockId} ${c.stationId} ${c.weightKg}`;
    case 'drop':
      return `drop ${c.blockId} ${c.stationId}`;
    case 'add':
      return `add ${c.blockId} ${c.afterId} ${c.to.move}`;
    case 'heads':
      return `heads ${c.heads}`;
    case 'note':
      return `note ${c.text}`;
  }
}

/**
 * The plan with a change made. The plan itself, where what the change is about is not there any more, or stands so already, or its
 * format cannot be set that way.
 */
export function withChange(plan: Plan, c: PlanChange): Plan {
  if (c.kind === 'heads') return plan.heads === c.heads ? plan : { ...plan, heads: c.heads };
  if (c.kind === 'note') return withNote(plan, c.text);
  const block = plan.blocks.find((b) => b.id === c.blockId);
  if (!block) return plan;
  const changed = changedBlock(plan, block, c);
  return changed === plan || same(plan, changed) ? plan : changed;
}

function changedBlock(plan: Plan, block: Block, c: Exclude<PlanChange, { kind: 'heads' | 'note' }>): Plan {
  const change = (next: (b: Block) => Block) => updateBlock(plan, block.id, next);
  switch (c.kind) {
    case 'time':
      return change((b) => withTimes(plan, b, c));
    case 'break':
      return change((b) => withBreak(b, c.gap, c.deltaMs));
    case 'hold':
      return change((b) => withHold(b, c.gap));
    case 'rounds':
      return change((b) => ({ ...b, format: withRounds(b.format, c.rounds) }));
    case 'move':
      return updateStation(plan, block.id, c.stationId, (s) => withMoveThere(s, c.round, c.to));
    case 'weight':
      return updateStation(plan, block.id, c.stationId, (s) => ({ ...s, weightKg: c.weightKg }));
    case 'drop':
      return block.stations.length > 1 ? removeStations(plan, block.id, [c.stationId]) : plan;
    case 'add': {
      const at = block.stations.findIndex((s) => s.id === c.afterId);
      if (at < 0 || block.stations.some((s) => s.id === c.id)) return plan;
      const added = { ...newStation(c.id, c.to.move), ...c.to };
      return change((b) => ({ ...b, stations: b.stations.toSpliced(at + 1, 0, added) }));
    }
  }
}

function withNote(plan: Plan, text: string): Plan {
  if (plan.notes.includes(text)) return plan;
  const notes = plan.notes === '' ? text : `${plan.notes}\n${text}`;
  return notes.length > 4000 ? plan : { ...plan, notes };
}

function withMoveThere(station: Station, inRound: number | null, to: Swap): Station {
  if (inRound !== null) return withCell(station, inRound, { swap: to });
  if (station.move === to.move) return station;
  return { ...withoutMove(station), ...to } as Station;
}

/** The visits of a block with their times as they stand, ms; null where a visit has no such time of its own. */
function visitsOf(plan: Plan, block: Block): CellTimes[] {
  const blockIndex = plan.blocks.indexOf(block);
  const own = compile(plan).intervals.filter((i) => i.blockIndex === blockIndex && i.stationIndex !== null);
  const visits = new Map<string, CellTimes>();
  for (const i of own) {
    const [stationIndex, inRound] = [i.stationIndex ?? 0, i.round ?? 1];
    const key = `${stationIndex}:${inRound}`;
    const visit = visits.get(key) ?? { stationIndex, round: inRound, workMs: null, restMs: null };
    if (isWork(i)) visits.set(key, { ...visit, workMs: visit.workMs ?? i.durationMs });
    else if (i.kind === 'rest') visits.set(key, { ...visit, restMs: i.durationMs });
  }
  return [...visits.values()];
}

/** The visits that a change of a time means. */
function meantBy(plan: Plan, block: Block, c: Extract<PlanChange, { kind: 'time' }>): CellTimes[] {
  return visitsOf(plan, block).filter(
    (visit) =>
      visit[c.time === 'work' ? 'workMs' : 'restMs'] !== null &&
      (c.round === null || c.round === visit.round) &&
      (c.stationId === null || c.stationId === block.stations[visit.stationIndex]?.id),
  );
}

function withTimes(plan: Plan, block: Block, c: Extract<PlanChange, { kind: 'time' }>): Block {
  const key = c.time === 'work' ? ('workMs' as const) : ('restMs' as const);
  const meant = meantBy(plan, block, c);
  // A rest that some visits have not, the last of a round, is set with the others of its station or block.
  const all = c.round === null && c.stationId === null && c.time === 'rest';
  const restKey = keyOfRole(block.format, 'rest');
  const plain = all && restKey !== null && meant.every((visit) => visit.restMs === settingOf(block.format, restKey));
  if (plain && restKey !== null) {
    const value = Math.max(0, Number(settingOf(block.format, restKey)) + c.deltaMs);
    return { ...block, format: withSetting(block.format, restKey, value) };
  }
  const least = c.time === 'work' ? 1000 : 0;
  return setEach(
    block,
    meant.map((visit) => ({
      ...visit,
      workMs: null,
      restMs: null,
      [key]: Math.max(least, (visit[key] ?? 0) + c.deltaMs),
    })),
  );
}

function withBreak(block: Block, gap: (typeof GAPS)[number], by: number): Block {
  if (gap === 'blockBreak')
    return { ...block, breakAfter: { ...block.breakAfter, ms: Math.max(0, block.breakAfter.ms + by) } };
  const key = keyOfRole(block.format, gap);
  if (key === null) return block;
  return {
    ...block,
    format: withSetting(block.format, key, Math.max(0, Number(settingOf(block.format, key)) + by)),
  };
}

function withHold(block: Block, gap: (typeof GAPS)[number]): Block {
  if (gap === 'blockBreak') return { ...block, breakAfter: { ...block.breakAfter, untilTap: true } };
  const key = keyOfRole(block.format, gap === 'roundBreak' ? 'roundBreakHeld' : 'groupBreakHeld');
  return key === null ? block : { ...block, format: withSetting(block.format, key, true) };
}

/** The times that a change is about, as they stand in a plan, each once, ms. */
function timesOf(plan: Plan, c: Extract<PlanChange, { kind: 'time' | 'break' }>): number[] {
  const block = plan.blocks.find((b) => b.id === c.blockId);
  if (!block) return [];
  if (c.kind === 'break') {
    const key = c.gap === 'blockBreak' ? null : keyOfRole(block.format, c.gap);
    return c.gap === 'blockBreak' ? [block.breakAfter.ms] : key === null ? [] : [Number(settingOf(block.format, key))];
  }
  const times = meantBy(plan, block, c).map((visit) => visit[c.time === 'work' ? 'workMs' : 'restMs'] ?? 0);
  return [...new Set(times)].sort((a, b) => a - b);
}

/**
 * Whether there is something left to change: a change that makes a difference, and, where it is so much more or less of a time, that time is still what it
 * was when the class was led.
 * @param led the plan that the run began with
 */
export const isOpenChange = (now: Plan, led: Plan, c: PlanChange): boolean =>
  withChange(now, c) !== now && (!('deltaMs' in c) || same(timesOf(now, c), timesOf(led, c)));

const GAP_WORDS = { roundBreak: 'the break between rounds', groupBreak: 'the break between groups' } as const;

/** "0:10 more". */
const byWords = (ms: number) => `${formatDuration(Math.abs(ms))} ${ms > 0 ? 'more' : 'less'}`;

/** A change in words, for the plan it would be made to. */
export function changeWords(plan: Pick<Plan, 'blocks'>, c: PlanChange): string {
  if (c.kind === 'heads') return `${c.heads} people`;
  if (c.kind === 'note') return `Into the notes: \u201c${c.text}\u201d`;
  const block = plan.blocks.find((b) => b.id === c.blockId);
  const stationNamed = (id: string | null) =>
    block?.stations.find((s) => s.id === id)?.move ?? 'a station that is gone';
  const title = block?.title ?? 'a block that is gone';
  const inRound = (n: number | null) =>
    n === null || (block && (roundsOf(block.format) ?? 1) === 1) ? '' : `, round ${n}`;
  const gapNamed = (gap: (typeof GAPS)[number]) =>
    gap === 'blockBreak' ? `the break after ${title}` : `${GAP_WORDS[gap]} of ${title}`;
  switch (c.kind) {
    case 'time': {
      const where = c.stationId === null ? title : `${stationNamed(c.stationId)}${inRound(c.round)}`;
      const what =
        c.time === 'work'
          ? `Work ${c.stationId === null ? 'in' : 'at'}`
          : `Rest ${c.stationId === null ? 'in' : 'after'}`;
      return `${what} ${where}: ${byWords(c.deltaMs)}`;
    }
    case 'break':
      return `${capital(gapNamed(c.gap))}: ${byWords(c.deltaMs)}`;
    case 'hold':
      return `${capital(gapNamed(c.gap))} waits until tapped`;
    case 'rounds':
      return `${c.rounds} ${c.rounds === 1 ? 'round' : 'rounds'} of ${title}`;
    case 'move':
      return `${c.to.move} in place of ${stationNamed(c.stationId)}${inRound(c.round)}`;
    case 'weight':
      return `${stationNamed(c.stationId)} with ${weightWords(c.weightKg)}`;
    case 'drop':
      return `${title} without ${stationNamed(c.stationId)}`;
    case 'add':
      return `${c.to.move} after ${stationNamed(c.afterId)}`;
  }
}
