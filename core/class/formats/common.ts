import * as v from 'valibot';
import { count } from '../values/index.ts';
import type { ChoiceSetting, DurationSetting, ListSetting, NumberSetting, Role } from './settings.ts';

/*
 * Settings that several formats have, as functions of what differs. `unknown` stands for the format: these look at none of it but
 * where they say so.
 */

export const rounds = count(1, 99);
export const lastRest = v.picklist(['drop', 'keep']);
export const breakMode = v.picklist(['replaces', 'adds']);
export const secondsPerRep = v.pipe(v.number(), v.minValue(0.2), v.maxValue(30));

const times = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;

export const roundsSetting = (
  silent: number,
  after: string = 'rounds',
  one: string = 'round',
  many: string = 'rounds',
): NumberSetting<unknown> => ({
  type: 'number',
  roles: ['rounds'],
  name: after === 'times through' ? 'rounds' : after,
  silent,
  say: (n) => times(n, one, many),
  min: 1,
  max: 99,
  before: '',
  after,
});

/** A time; its words have `%` where it stands. */
export const duration = (
  roles: readonly Role[],
  name: string,
  silent: number,
  words: string,
  label: { before?: string; after?: string },
  more: Partial<Omit<DurationSetting<unknown>, 'type'>> = {},
): DurationSetting<unknown> => ({
  type: 'duration',
  roles,
  name,
  silent,
  say: (ms, d) => words.replace('%', d(ms)),
  minMs: 0,
  before: '',
  ...label,
  ...more,
});

/** Work and rest are written together, as 40/20, by the work. */
export const pairedWork = (silent: number, restSilent: number) => ({
  workMs: {
    ...duration(['work', 'bare'], 'work', silent, '%', { after: 'work' }, { minMs: 1000, sheet: 'work' }),
    say: (ms: number, d: (ms: number) => string, f: { restMs: number }) => `${d(ms)}/${d(f.restMs)}`,
  },
  restMs: { ...duration(['rest'], 'rest', restSilent, '', { after: 'rest' }, { sheet: 'rest' }), say: () => null },
});

/** A break that says whether it waits until tapped. */
export const pause = <F>(
  roles: readonly Role[],
  name: string,
  words: string,
  label: { before?: string; after?: string },
  held: (format: F) => boolean,
  more: Partial<DurationSetting<F>> = {},
): DurationSetting<F> => ({
  type: 'duration',
  roles,
  name,
  silent: 0,
  say: (ms, d, format) =>
    ms > 0 || held(format) ? `${words.replace('%', d(ms))}${held(format) ? ' until tapped' : ''}` : null,
  minMs: 0,
  before: '',
  ...label,
  ...more,
});

/** Whether a break waits; said with the break itself. */
export const heldSetting = <F>(
  roles: readonly Role[],
  name: string,
  applies: (format: F, stations: number) => boolean,
): ChoiceSetting<F, boolean> => ({
  type: 'choice',
  roles,
  name,
  silent: false,
  say: () => null,
  options: [
    [false, 'fixed'],
    [true, 'until I tap'],
  ],
  waits: true,
  before: name,
  applies,
});

export const lastRestSetting = (
  silent: 'drop' | 'keep',
  word: 'rest' | 'off' = 'rest',
): ChoiceSetting<unknown, 'drop' | 'keep'> => ({
  type: 'choice',
  roles: ['last'],
  name: `last ${word}`,
  silent,
  say: (value) => (value === silent ? null : `${value} last ${word}`),
  options: [
    ['drop', 'dropped'],
    ['keep', 'kept'],
  ],
  before: `last ${word}`,
});

export const breakModeSetting: ChoiceSetting<unknown, 'replaces' | 'adds'> = {
  type: 'choice',
  roles: ['breakMode'],
  name: 'breaks',
  silent: 'replaces',
  say: (value) => (value === 'adds' ? 'breaks add' : null),
  options: [
    ['replaces', 'replace the rest'],
    ['adds', 'come after the rest'],
  ],
  before: 'breaks',
};

export const byRound = (role: 'workByRound' | 'restByRound', name: string, minMs: number): ListSetting<unknown> => ({
  type: 'list',
  roles: [role],
  name,
  silent: undefined,
  say: (list, d) => (list === undefined ? null : `${name} ${list.map(d).join(' ')}`),
  minMs,
  before: name,
});

export const perRepSetting = (before: string): NumberSetting<unknown> => ({
  type: 'number',
  roles: ['perRep'],
  name: 'seconds a rep',
  silent: 3,
  say: (n) => `${n} a rep`,
  min: 0.2,
  max: 30,
  before,
  after: 's a rep',
});
