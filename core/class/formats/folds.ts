import type { Station } from '../station/index.ts';
import type { AnySetting, Role } from './settings.ts';
import { FORMATS, type Format, type FormatKind, type FormatOf, moduleOf } from './table.ts';

/*
 * What goes over the settings of a format without knowing which it is.
 */

/** The settings a format starts with; a fresh value each time. */
export function defaultFormat<K extends FormatKind>(kind: K): FormatOf<K> {
  return { ...FORMATS[kind].default } as unknown as FormatOf<K>;
}

/** The name of each format. */
export const FORMAT_WORDS = Object.fromEntries(Object.entries(FORMATS).map(([kind, m]) => [kind, m.word])) as Record<
  FormatKind,
  string
>;

const SETTINGS = Object.fromEntries(
  Object.entries(FORMATS).map(([kind, m]) => [kind, Object.entries<AnySetting>(m.settings as never)]),
) as Record<FormatKind, [key: string, setting: AnySetting][]>;

/** The settings of a format with their keys, in the order they are read aloud. */
export const settingsOf = ({ kind }: Pick<Format, 'kind'>) => SETTINGS[kind];

/** The value of one setting; undefined where it is not set or there is none of that key. */
export const settingOf = (format: Format, key: string) => (format as unknown as Record<string, unknown>)[key];

/** The format with one setting changed, the others brought in line with it; undefined takes an optional one away. */
export function withSetting(format: Format, key: string, value: unknown): Format {
  const { [key]: _, ...rest } = format as unknown as Record<string, unknown>;
  const changed = (value === undefined ? rest : { ...format, [key]: value }) as Format;
  return moduleOf(format).normalise?.(changed) ?? changed;
}

/** The key of the setting that has a role of its own in a format; null where it has none. */
export function keyOfRole(format: Pick<Format, 'kind'>, role: Role): string | null {
  return SETTINGS[format.kind].find(([, s]) => s.roles[0] === role)?.[0] ?? null;
}

/** Rounds (sets, windows) of a format, or null for one that has none to change. */
export function roundsOf(format: Format): number | null {
  const key = keyOfRole(format, 'rounds');
  return key === null ? null : (settingOf(format, key) as number);
}

/** The format with another number of rounds, held to 1…99; one without rounds comes back as it is. */
export function withRounds<F extends Format>(format: F, rounds: number): F {
  const key = keyOfRole(format, 'rounds');
  const n = Math.min(99, Math.max(1, Math.round(rounds)));
  return key === null ? format : (withSetting(format, key, n) as F);
}

/** The setting of a time that the round sheet edits: work, or what follows it; null where it edits none. */
export function sheetSetting(format: Pick<Format, 'kind'>, time: 'work' | 'rest'): string | null {
  return SETTINGS[format.kind].find(([, s]) => s.type === 'duration' && s.sheet === time)?.[0] ?? null;
}

/** Whether something in a block waits until tapped. */
export const waits = (format: Format) =>
  settingsOf(format).some(([key, s]) => s.type === 'choice' && s.waits === true && settingOf(format, key) === true);

/** A block's format as an instructor would name it. */
export function formatWord({ format, stations }: { format: Format; stations: readonly Station[] }): string {
  const m = moduleOf(format);
  return m.wordOf?.(format, stations.length) ?? m.word;
}
