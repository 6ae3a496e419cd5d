import { POSITIONS, parseWith } from '../class/index.ts';
import { DrawnMoveSchema } from './drawn-move.ts';
import { keyOf } from './library.ts';
import {
  AREAS,
  BALANCES,
  GRIPS,
  IMPACTS,
  type Move,
  NEEDS,
  NOISES,
  PARTS,
  PATTERNS,
  plainMove,
  REASONS,
  SKILLS,
  USES,
} from './schema.ts';
import { AREA_WORDS, PART_WORDS, PATTERN_WORDS, POSITION_WORDS, REASON_WORDS, USE_WORDS } from './words.ts';

/** One column of a CSV file of moves: what it is called, other names it goes by, and how it is read and written. */
interface Column {
  name: string;
  also: readonly string[];
  /** Takes a cell's text into the move; gives a complaint when it cannot. */
  read: (move: Move, cell: string) => string | null;
  write: (move: Move) => string;
}

const split = (cell: string) =>
  cell
    .split(/[;|]/)
    .map((x) => x.trim())
    .filter(Boolean);
const join = (items: readonly string[]) => items.join('; ');

/** A value of a closed list, under its key or its word, whatever the case. */
function pick<T extends string>(values: readonly T[], words: Partial<Record<T, string>>, cell: string): T | null {
  const asked = keyOf(cell);
  return values.find((x) => keyOf(x) === asked || keyOf(words[x] ?? '') === asked) ?? null;
}

function one<K extends keyof Move, T extends string>(
  name: string,
  key: K,
  values: readonly T[],
  words: Partial<Record<T, string>>,
  also: readonly string[] = [],
): Column {
  return {
    name,
    also,
    read: (move, cell) => {
      const value = pick(values, words, cell);
      if (value === null) return `\u201c${cell}\u201d is none of ${values.map((x) => words[x] ?? x).join(', ')}`;
      Object.assign(move, { [key]: value });
      return null;
    },
    write: (move) => words[move[key] as unknown as T] ?? String(move[key] ?? ''),
  };
}

function many<K extends keyof Move, T extends string>(
  name: string,
  key: K,
  values: readonly T[],
  words: Record<T, string>,
  also: readonly string[] = [],
): Column {
  return {
    name,
    also,
    read: (move, cell) => {
      const found = split(cell).map((x) => ({ x, value: pick(values, words, x) }));
      const bad = found.find((f) => f.value === null);
      if (bad) return `\u201c${bad.x}\u201d is none of ${values.map((x) => words[x]).join(', ')}`;
      Object.assign(move, { [key]: found.map((f) => f.value) });
      return null;
    },
    write: (move) => join((move[key] as unknown as readonly T[]).map((x) => words[x])),
  };
}

function texts(name: string, key: 'aliases' | 'kit' | 'cues' | 'mistakes', also: readonly string[] = []): Column {
  return {
    name,
    also,
    read: (move, cell) => {
      move[key] = split(cell);
      return null;
    },
    write: (move) => join(move[key]),
  };
}

function optionalText(
  name: string,
  key: 'load' | 'easier' | 'harder' | 'metSource' | 'figure',
  also: readonly string[] = [],
): Column {
  return {
    name,
    also,
    read: (move, cell) => {
      move[key] = cell;
      return null;
    },
    write: (move) => move[key] ?? '',
  };
}

/** @param unit how much of the field one in a file is */
function number(
  name: string,
  key: 'landings' | 'pieces' | 'effort' | 'explainMs' | 'met',
  also: readonly string[],
  unit = 1,
): Column {
  return {
    name,
    also,
    read: (move, cell) => {
      const x = Number(cell.replace(',', '.'));
      if (!Number.isFinite(x)) return `\u201c${cell}\u201d is no number`;
      move[key] = unit === 1 ? x : Math.round(x * unit);
      return null;
    },
    write: ({ [key]: x }) => (x === undefined ? '' : String(x / unit)),
  };
}

const YES = ['yes', 'y', 'true', '1', 'one', 'x'];
const NO = ['no', 'n', 'false', '0', 'both', ''];

const yesNo = (name: string, key: 'oneSided' | 'overhead' | 'headBelow', also: readonly string[] = []): Column => ({
  name,
  also,
  read: (move, cell) => {
    const asked = keyOf(cell);
    if (!YES.includes(asked) && !NO.includes(asked)) return `\u201c${cell}\u201d is neither yes nor no`;
    move[key] = YES.includes(asked);
    return null;
  },
  write: (move) => (move[key] ? 'yes' : 'no'),
});

const COLUMNS: readonly Column[] = [
  {
    name: 'name',
    also: ['move', 'exercise', 'title'],
    read: (move, cell) => {
      move.name = cell;
      return null;
    },
    write: (move) => move.name,
  },
  texts('aliases', 'aliases', ['other names', 'also called', 'also known as']),
  many('use', 'use', USES, USE_WORDS, ['used in']),
  one('area', 'area', AREAS, AREA_WORDS, ['body area', 'group']),
  many('main', 'main', PARTS, PART_WORDS, ['main parts', 'muscles']),
  many('helpers', 'helpers', PARTS, PART_WORDS, ['secondary']),
  one('pattern', 'pattern', PATTERNS, PATTERN_WORDS, ['movement']),
  one('second pattern', 'second', PATTERNS, PATTERN_WORDS),
  one('position', 'position', POSITIONS, POSITION_WORDS, ['stance']),
  yesNo('one-sided', 'oneSided', ['one sided', 'unilateral', 'side']),
  one('impact', 'impact', IMPACTS, {}),
  number('landings per minute', 'landings', ['landings']),
  one('noise', 'noise', NOISES, {}),
  texts('kit', 'kit', ['equipment']),
  number('pieces per person', 'pieces', ['pieces']),
  one('needs', 'needs', NEEDS, {}),
  one('grip', 'grip', GRIPS, {}),
  yesNo('overhead', 'overhead'),
  yesNo('head below heart', 'headBelow'),
  one('balance', 'balance', BALANCES, {}),
  one('skill', 'skill', SKILLS, {}),
  optionalText('load', 'load', ['weight']),
  {
    name: 'usual kg',
    also: ['usual weights', 'kg'],
    read: (move, cell) => {
      const [lightKg, mediumKg, heavyKg] = cell.split('/').map((x) => Number(x.replace(',', '.')));
      const all = [lightKg, mediumKg, heavyKg];
      if (lightKg === undefined || mediumKg === undefined || heavyKg === undefined || !all.every(Number.isFinite))
        return `\u201c${cell}\u201d is no light/medium/heavy such as 4/8/12`;
      move.weights = { lightKg, mediumKg, heavyKg };
      return null;
    },
    write: ({ weights: w }) => (w ? [w.lightKg, w.mediumKg, w.heavyKg].join('/') : ''),
  },
  number('effort', 'effort', ['difficulty', 'level']),
  optionalText('easier', 'easier', ['regression', 'easier option']),
  optionalText('harder', 'harder', ['progression', 'harder option']),
  ...REASONS.map(
    (reason): Column => ({
      name: REASON_WORDS[reason],
      also: [`instead: ${REASON_WORDS[reason]}`],
      read: (move, cell) => {
        move.instead = { ...move.instead, [reason]: cell };
        return null;
      },
      write: (move) => move.instead[reason] ?? '',
    }),
  ),
  texts('cues', 'cues', ['form cues', 'coaching']),
  texts('mistakes', 'mistakes', ['usual mistakes', 'errors']),
  {
    name: 'tempo',
    also: [],
    read: (move, cell) => {
      const parts = cell.split('-').map(Number);
      const [down = Number.NaN, hold = Number.NaN, up = Number.NaN, top = Number.NaN] = parts;
      if (parts.length !== 4 || parts.some((x) => !Number.isFinite(x)))
        return `\u201c${cell}\u201d is no tempo such as 3-0-1-0`;
      move.tempo = { downMs: down * 1000, holdMs: hold * 1000, upMs: up * 1000, topMs: top * 1000 };
      return null;
    },
    write: ({ tempo }) =>
      tempo ? [tempo.downMs, tempo.holdMs, tempo.upMs, tempo.topMs].map((x) => x / 1000).join('-') : '',
  },
  number('seconds to explain', 'explainMs', ['explain', 'explain seconds'], 1000),
  number('met', 'met', ['mets']),
  optionalText('met source', 'metSource', ['source']),
  optionalText('figure', 'figure', ['drawing']),
];

/** The columns of a CSV file of moves, in order. */
export const MOVE_COLUMNS: readonly string[] = COLUMNS.map((c) => c.name);

/** For each column of a foreign file the column of ours it seems to be, or null; no column of ours is taken twice. */
export function guessColumns(header: readonly string[]): (string | null)[] {
  const taken = new Set<string>();
  return header.map((title) => {
    const asked = keyOf(title).replaceAll('_', ' ');
    const found = COLUMNS.find((c) => !taken.has(c.name) && (c.name === asked || c.also.includes(asked)));
    if (found) taken.add(found.name);
    return found?.name ?? null;
  });
}

/** A problem of a row; rows count from 1 below the header. */
export interface RowProblem {
  row: number;
  column: string;
  message: string;
}

/**
 * Reads rows of text into moves. `columns` says for each place which of our columns it is (null leaves it out). Empty
 * cells take the usual value; a row with anything wrong gives problems and no move; empty rows are passed over.
 */
export function readMoveRows(
  columns: readonly (string | null)[],
  rows: readonly (readonly string[])[],
): { moves: Move[]; problems: RowProblem[] } {
  const moves: Move[] = [];
  const problems: RowProblem[] = [];
  const readers = columns.map((name) => COLUMNS.find((c) => c.name === name) ?? null);
  rows.forEach((cells, k) => {
    if (cells.every((c) => c.trim() === '')) return;
    const move: Move = { ...plainMove(''), own: undefined as never };
    delete move.own;
    const wrong = readers.flatMap((column, i): RowProblem[] => {
      const cell = (cells[i] ?? '').trim();
      const message = column && cell !== '' ? column.read(move, cell) : null;
      return message === null ? [] : [{ row: k + 1, column: column?.name ?? '', message }];
    });
    if (move.name === '') wrong.push({ row: k + 1, column: 'name', message: 'The move has no name' });
    const checked = wrong.length > 0 ? null : parseWith(DrawnMoveSchema, move);
    if (checked?.ok) moves.push(checked.value);
    else
      problems.push(
        ...wrong,
        ...(checked?.problems ?? []).map((p) => ({ row: k + 1, column: p.path, message: p.message })),
      );
  });
  return { moves, problems };
}

/** A move as the cells of a row, in the order of MOVE_COLUMNS. */
export function moveRow(move: Move): string[] {
  return COLUMNS.map((c) => c.write(move));
}
