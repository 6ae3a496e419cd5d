import * as v from 'valibot';
import { describe, expect, it } from 'vitest';
import { s } from '../../test/build.ts';
import { newStation } from '../station/index.ts';
import {
  defaultFormat,
  formatWord,
  keyOfRole,
  roundsOf,
  settingOf,
  settingsOf,
  sheetSetting,
  withRounds,
  withSetting,
} from './folds.ts';
import { ofRound } from './grid.ts';
import { FORMAT_KINDS, FORMATS, type FormatKind, FormatSchema, moduleOf } from './table.ts';

const one = [newStation('s1', 'Row')];

describe.each(FORMAT_KINDS)('%s', (kind) => {
  const format = defaultFormat(kind);

  it('begins sound, and has a row for every setting of its schema', () => {
    expect(v.safeParse(FormatSchema, format).success).toBe(true);
    const { schema } = FORMATS[kind] as unknown as { schema: { entries: object } };
    expect(['kind', ...settingsOf(format).map(([key]) => key)].sort()).toEqual(Object.keys(schema.entries).sort());
  });

  it('says nothing of what silence means, and its silence is sound', () => {
    const silent = Object.fromEntries(settingsOf(format).map(([key, setting]) => [key, setting.silent]));
    const made = Object.fromEntries(Object.entries({ kind, ...silent }).filter(([, x]) => x !== undefined));
    expect(v.safeParse(FormatSchema, made).success).toBe(true);
  });

  it('runs, if it has a station', () => {
    const pieces = moduleOf(format).expand({ format, stations: one, shown: [{ index: 0 }] });
    expect(pieces.length).toBeGreaterThan(0);
    expect(pieces.every((p) => Number.isInteger(p.durationMs) && p.durationMs > 0)).toBe(true);
  });
});

describe('what is asked of any format', () => {
  const has = (ask: (kind: FormatKind) => unknown) => FORMAT_KINDS.filter((k) => ask(k) !== null && ask(k) !== false);

  it('rounds, and another number of them', () => {
    expect(has((k) => roundsOf(defaultFormat(k)))).toEqual([
      'circuit',
      'tabata',
      'emom',
      'windows',
      'ladder',
      'reps',
      'beats',
    ]);
    expect(withRounds(defaultFormat('windows'), 9)).toMatchObject({ count: 9 });
    expect(withRounds(defaultFormat('circuit'), 200)).toMatchObject({ rounds: 99 });
    expect(withRounds(defaultFormat('holds'), 4)).toEqual(defaultFormat('holds'));
  });

  it('the times that the sheet edits', () => {
    expect(
      FORMAT_KINDS.map((kind) => `${kind} ${sheetSetting({ kind }, 'work')} ${sheetSetting({ kind }, 'rest')}`),
    ).toEqual([
      'circuit workMs restMs',
      'tabata workMs restMs',
      'emom workMs null',
      'windows onMs offMs',
      'addOn workMs withinMs',
      'ladder workMs restMs',
      'reps null restMs',
      'beats null null',
      'holds holdMs changeMs',
      'amrap capMs null',
      'open lengthMs null',
      'demo perStationMs null',
    ]);
  });

  it('what it is like', () => {
    expect(has((k) => FORMATS[k].traits.complex)).toEqual(['windows', 'amrap']);
    expect(has((k) => FORMATS[k].traits.fullEffort)).toEqual(['tabata', 'ladder', 'amrap']);
    expect(has((k) => FORMATS[k].traits.oneSided === 'each')).toEqual(['holds']);
    expect(moduleOf(defaultFormat('beats')).traits.bpm(defaultFormat('beats'))).toBe(128);
  });

  it('its name, which tells how a circuit is gone round', () => {
    const of = (groupSize: number | null) =>
      formatWord({
        format: { ...defaultFormat('circuit'), groupSize },
        stations: [...one, ...one, ...one, ...one, ...one],
      });
    expect([null, 1, 2, 3, 4, 5].map(of)).toEqual([
      'Go round',
      'Station by station',
      'Pairs',
      'Triples',
      'In groups of 4',
      'Go round',
    ]);
    expect(formatWord({ format: { ...defaultFormat('amrap'), forTime: true }, stations: one })).toBe('For time');
  });

  it('a change that keeps it possible: minute work is held to the period', () => {
    const minute = withSetting(defaultFormat('emom'), 'workMs', s(90));
    expect(settingOf(minute, 'workMs')).toBe(60_000);
    expect(keyOfRole(minute, 'period')).toBe('periodMs');
  });
});

it('a list by round of one value is that value in every round; a shorter list begins anew', () => {
  expect([1, 2, 3].map((round) => ofRound([30], round))).toEqual([30, 30, 30]);
  expect([1, 2, 3].map((round) => ofRound([30, 20], round))).toEqual([30, 20, 30]);
  expect([ofRound([], 1), ofRound(undefined, 1)]).toEqual([undefined, undefined]);
});
