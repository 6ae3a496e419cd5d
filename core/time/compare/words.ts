import {
  type AnySetting,
  capital,
  type Format,
  formatDuration,
  formatSeconds,
  moduleOf,
  type Sides,
  type Station,
  same,
  settingOf,
  settingsOf,
  weightWords,
} from '../../class/index.ts';

/*
 * What values are called where one took the place of another.
 */

const SIDES: Record<Sides['mode'], string> = {
  none: 'both sides at once',
  alternating: 'alternating',
  one: 'one side',
  each: 'each side in turn',
  split: 'switch at half',
  byRound: 'by round',
  chain: 'chain',
};

/** A length: "45 s", or m:ss from a minute and forty seconds on. */
export const seconds = (ms: number) => (ms < 100_000 ? `${formatSeconds(ms)} s` : formatDuration(ms));

/** The sides of a station in words. */
export function sidesWords(sides: Sides): string {
  if (sides.mode === 'one') return `${sides.side} only`;
  const gap = sides.mode === 'each' ? sides.restMs : sides.mode === 'chain' ? sides.breakMs : undefined;
  return [
    SIDES[sides.mode],
    ...(gap === undefined ? [] : [`${seconds(gap)} between`]),
    ...('first' in sides && sides.first === 'right' ? ['right first'] : []),
  ].join(', ');
}

export const repsWords = ({ count, per }: NonNullable<Station['reps']>) => `${count}${per === 'side' ? ' a side' : ''}`;

/** A value where it is short: a number with its unit, a word, a list of words; null where it is told only that it changed. */
export function plainWords(key: string, value: unknown): string | null {
  if (value === undefined || value === null) return 'none';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number')
    return key.endsWith('Ms') ? seconds(value) : key.endsWith('Kg') ? weightWords(value) : String(value);
  if (typeof value === 'string') return value.length > 60 ? null : value === '' ? 'none' : value;
  if (Array.isArray(value) && value.every((x) => typeof x === 'string'))
    return value.length > 0 ? value.join(', ') : 'none';
  return null;
}

const settingWords = (setting: AnySetting, value: unknown): string => {
  switch (setting.type) {
    case 'duration':
      return seconds(value as number);
    case 'number':
      return String(value);
    case 'list':
      return value === undefined ? 'none' : (value as number[]).map(formatSeconds).join(' ');
    case 'choice': {
      const option = setting.options.find(([option]: readonly [unknown, string]) => option === value);
      return option?.[1] ?? setting.other?.(value as never) ?? String(value);
    }
  }
};

/** The differences between two formats, in words. */
export function formatDifferences(was: Format, now: Format): string[] {
  if (was.kind !== now.kind) return [`Format ${moduleOf(was).word} \u2192 ${moduleOf(now).word}`];
  return settingsOf(now)
    .filter(([key]) => !same(settingOf(was, key), settingOf(now, key)))
    .map(([key, setting]) => {
      const [a, b] = [was, now].map((f) => settingWords(setting, settingOf(f, key)));
      return `${capital(setting.name)} ${a} \u2192 ${b}`;
    });
}
