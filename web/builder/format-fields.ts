import type { Format, FormatKind } from '../../core/plan/index.ts';

/** One setting of a format, as the block's sentence shows it. */
export type FormatField =
  | { type: 'duration'; key: string; before: string; after: string; minMs: number }
  | { type: 'number'; key: string; before: string; after: string; min: number; max: number }
  | { type: 'choice'; key: string; before: string; options: { value: string; label: string }[] };

const duration = (key: string, before: string, after = '', minMs = 0): FormatField => ({
  type: 'duration',
  key,
  before,
  after,
  minMs,
});
const number = (key: string, before: string, after: string, min: number, max: number): FormatField => ({
  type: 'number',
  key,
  before,
  after,
  min,
  max,
});
const choice = (key: string, before: string, ...options: [string, string][]): FormatField => ({
  type: 'choice',
  key,
  before,
  options: options.map(([value, label]) => ({ value, label })),
});

const rounds = number('rounds', '', 'rounds', 1, 99);
const lastRest = choice('lastRest', 'last rest', ['drop', 'dropped'], ['keep', 'kept']);
const breakMode = choice('breakMode', 'breaks', ['replaces', 'replace the rest'], ['adds', 'come after the rest']);

/** The settings of each format in the order they are read aloud. */
export const FORMAT_FIELDS: Record<FormatKind, FormatField[]> = {
  circuit: [
    rounds,
    duration('workMs', '', 'work', 1000),
    duration('restMs', '', 'rest'),
    duration('roundBreakMs', '', 'between rounds'),
    choice(
      'groupSize',
      'go',
      ['', 'round all'],
      ['1', 'station by station'],
      ['2', 'in pairs'],
      ['3', 'in threes'],
      ['4', 'in fours'],
    ),
    duration('groupBreakMs', '', 'between groups'),
    breakMode,
    lastRest,
  ],
  tabata: [
    number('rounds', '', 'sets', 1, 99),
    duration('workMs', '', 'work', 1000),
    duration('restMs', '', 'rest'),
    choice('order', 'go', ['stationByStation', 'station by station'], ['goRound', 'round all']),
    duration('breakMs', '', 'break between'),
    breakMode,
    lastRest,
  ],
  emom: [
    rounds,
    duration('periodMs', 'a start every', '', 1000),
    duration('workMs', '', 'work', 1000),
    number('secondsPerRep', '', 's a rep', 1, 30),
  ],
  windows: [
    number('count', '', 'windows', 1, 99),
    duration('onMs', '', 'on', 1000),
    duration('offMs', '', 'off'),
    choice('lastOff', 'last off', ['drop', 'dropped'], ['keep', 'kept']),
  ],
  addOn: [
    duration('workMs', '', 'work', 1000),
    duration('restMs', '', 'rest after each turn'),
    duration('withinMs', '', 'between stations'),
    choice('order', '', ['newestFirst', 'newest first'], ['oldestFirst', 'oldest first']),
    choice('reverse', 'and', ['false', 'no reverse pass'], ['true', 'back again in reverse']),
  ],
  ladder: [rounds, duration('workMs', '', 'a rung', 1000), duration('restMs', '', 'rest after a round'), lastRest],
  reps: [
    rounds,
    number('reps', '', 'reps', 1, 999),
    duration('restMs', '', 'rest'),
    duration('roundBreakMs', '', 'between rounds'),
    number('secondsPerRep', 'about', 's a rep', 1, 30),
  ],
  beats: [
    number('bpm', '', 'BPM', 30, 240),
    number('counts', '', 'counts a move', 1, 1024),
    number('rounds', '', 'times through', 1, 99),
  ],
  holds: [duration('holdMs', 'hold', '', 1000), duration('changeMs', 'change', '')],
  amrap: [
    duration('capMs', 'cap', '', 1000),
    choice('forTime', '', ['false', 'as many rounds as possible'], ['true', 'for time']),
  ],
  open: [
    duration('lengthMs', '', '', 1000),
    choice('purpose', 'for', ['talk', 'talk'], ['water', 'water'], ['setUp', 'setting up'], ['move', 'moving freely']),
    choice('untilTap', '', ['false', 'then on by itself'], ['true', 'until I tap']),
  ],
  demo: [duration('perStationMs', '', 'a station', 1000)],
};

/** The text a choice field shows for a format's value. */
export function choiceValue(format: Format, key: string): string {
  const value = (format as Record<string, unknown>)[key];
  return value === null || value === undefined ? '' : String(value);
}

/** A format with one choice made; the text goes back to the type the setting has. */
export function withChoice(format: Format, key: string, text: string): Format {
  const old = (format as Record<string, unknown>)[key];
  const value =
    key === 'groupSize' ? (text === '' ? null : Number(text)) : typeof old === 'boolean' ? text === 'true' : text;
  return { ...format, [key]: value } as Format;
}
