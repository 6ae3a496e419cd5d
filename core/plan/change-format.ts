import { defaultFormat } from './defaults.ts';
import type { Block, Format, FormatKind } from './schema.ts';

/** Settings that mean the same under different names, so that a change of format can carry them over. */
const SAME: readonly (readonly string[])[] = [
  ['rounds', 'count'],
  ['workMs', 'onMs', 'holdMs'],
  ['restMs', 'offMs', 'changeMs'],
  ['capMs', 'lengthMs'],
  ['roundBreakMs', 'breakMs'],
  ['lastRest', 'lastOff'],
];

const SETTING_NAMES: Record<string, string> = {
  workByRoundMs: 'work by round',
  restByRoundMs: 'rest by round',
  groupSize: 'groups',
  groupBreakMs: 'the break between groups',
  roundBreakMs: 'the round break',
  breakMs: 'the break',
  withinMs: 'the time between stations',
  reverse: 'the reverse pass',
  restMs: 'the rest',
  offMs: 'the off time',
  changeMs: 'the change time',
  workMs: 'the work time',
  onMs: 'the on time',
  holdMs: 'the hold time',
  rounds: 'the rounds',
  count: 'the windows',
  bpm: 'the tempo',
  counts: 'the counts',
  reps: 'the reps',
  capMs: 'the cap',
  periodMs: 'the period',
};

/**
 * The block in another format: stations and the break after stay, times and rounds carry over where the new format has
 * them. `lost` names the settings that it has no place for, in words.
 */
export function changeFormat(block: Block, kind: FormatKind): { block: Block; lost: string[] } {
  const before = block.format as Record<string, unknown> & Format;
  if (before.kind === kind) return { block, lost: [] };
  const after: Record<string, unknown> = { ...defaultFormat(kind) };
  const plain = defaultFormat(before.kind) as Record<string, unknown>;
  const lost: string[] = [];
  for (const [key, value] of Object.entries(before)) {
    if (key === 'kind' || key === 'order' || value === undefined) continue;
    const target = targetOf(key, after, kind);
    if (target !== null && fits(target, value)) after[target] = value;
    else if (target === null && value !== plain[key] && value !== 0 && value !== null && SETTING_NAMES[key])
      lost.push(SETTING_NAMES[key]);
  }
  const cells = block.stations.some((s) => (s.cells?.length ?? 0) > 0);
  if (cells && !('rounds' in after)) lost.push('single rounds');
  return { block: { ...block, format: clamped(after) }, lost };
}

function targetOf(key: string, after: Record<string, unknown>, kind: FormatKind): string | null {
  // A per-round list and a group size belong to circuits alone and are optional there.
  if (kind === 'circuit' && (key === 'workByRoundMs' || key === 'restByRoundMs')) return key;
  if (key in after) return key;
  const names = SAME.find((list) => list.includes(key));
  return names?.find((name) => name in after) ?? null;
}

function fits(key: string, value: unknown): boolean {
  return !(value === 0 && ['workMs', 'onMs', 'holdMs', 'capMs', 'lengthMs'].includes(key));
}

/** Work of a minute format never exceeds its period. */
function clamped(format: Record<string, unknown>): Format {
  const made = format as Format;
  return made.kind === 'emom' ? { ...made, workMs: Math.min(made.workMs, made.periodMs) } : made;
}
