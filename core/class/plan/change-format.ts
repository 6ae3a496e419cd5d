import {
  type AnySetting,
  defaultFormat,
  type Format,
  type FormatKind,
  roundsOf,
  settingOf,
  settingsOf,
  withSetting,
} from '../formats/index.ts';
import { same } from '../values/index.ts';
import { withFormat } from './defaults.ts';
import type { Block } from './schema.ts';

/**
 * The block in another format: stations and the break after stay; a setting carries over to the one of the same role, or to
 * one that takes its place in a text. `lost` names the settings that the new format has no place for, in words.
 * @param shown moves that a demo shows, its own or a later block's: a talk that becomes one takes as long as before
 */
export function changeFormat(
  block: Block,
  kind: FormatKind,
  shown: number = block.stations.length,
): { block: Block; lost: string[] } {
  const before = block.format;
  if (before.kind === kind) return { block, lost: [] };
  const plain = defaultFormat(before.kind) as Format;
  const lost: string[] = [];
  const taken = new Set<string>();
  let after = defaultFormat(kind) as Format;
  for (const [key, setting] of settingsOf(before)) {
    const value = settingOf(before, key);
    if (value === undefined) continue;
    const said = setting.type === 'choice' && setting.to ? setting.to(value as never) : value;
    const target = targetOf(setting, kind, taken);
    const read = target?.[1].type === 'choice' && target[1].from ? target[1].from(said as never) : said;
    if (target && fits(target[1], read)) {
      taken.add(target[0]);
      after = withSetting(after, target[0], read);
    }
    const kept = target !== undefined && fits(target[1], read) && isKept(target[1], read, said);
    const isPlain = same(value, settingOf(plain, key)) || value === 0 || value === null || value === false;
    if (!kept && !isPlain) lost.push(named(setting.name));
  }
  const cells = block.stations.some((s) => (s.cells?.length ?? 0) > 0);
  if (cells && roundsOf(after) === null) lost.push('single rounds');
  return { block: withFormat(block, asLong(before, after, shown)), lost };
}

/** A talk that becomes a demo, or a demo that becomes a talk, takes as long as before, to the second. */
function asLong(before: Format, after: Format, shown: number): Format {
  if (before.kind === 'open' && after.kind === 'demo' && shown > 0)
    return { ...after, perStationMs: Math.max(1000, Math.round(before.lengthMs / shown / 1000) * 1000) };
  if (before.kind === 'demo' && after.kind === 'open' && shown > 0)
    return { ...after, lengthMs: before.perStationMs * shown };
  return after;
}

const named = (name: string) => (/^(groups|work by|rest by|how|what)/.test(name) ? name : `the ${name}`);

/** Whether the setting says as much as was said: in pairs is not station by station. */
const isKept = (setting: AnySetting, read: unknown, said: unknown) =>
  setting.type !== 'choice' || !setting.to || same(setting.to(read as never), said);

/** The setting of the new format that a setting carries over to: of the same role, else one that takes its place. */
function targetOf(
  setting: AnySetting,
  kind: FormatKind,
  taken: ReadonlySet<string>,
): [key: string, setting: AnySetting] | undefined {
  const free = settingsOf({ kind }).filter(([key, s]) => !taken.has(key) && s.type === setting.type);
  const standsIn = (s: AnySetting) =>
    s.roles[0] !== 'work' && setting.roles[0] !== 'work' && s.roles.some((r) => setting.roles.includes(r));
  return free.find(([, s]) => s.roles[0] === setting.roles[0]) ?? free.find(([, s]) => standsIn(s));
}

/** Whether a value of another format's setting is one of this one's. */
function fits(setting: AnySetting, value: unknown): boolean {
  switch (setting.type) {
    case 'duration':
      return typeof value === 'number' && (setting.minMs === 0 || value > 0);
    case 'number':
      return typeof value === 'number' && value >= setting.min && value <= setting.max;
    case 'list':
      return Array.isArray(value);
    case 'choice':
      return setting.options.some(([option]: readonly [unknown, string]) => option === value);
  }
}
