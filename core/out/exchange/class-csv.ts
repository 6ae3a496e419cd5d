import {
  type Block,
  type BlockRole,
  defaultFormat,
  defaultSides,
  formatSeconds,
  type MakeId,
  MOST_BLOCKS,
  MOST_STATIONS,
  newBlock,
  newPlan,
  type Plan,
  parseDuration,
  parsePlan,
  readWeight,
  roundsOf,
  type Sides,
  type Station,
  type WeightUnit,
  weightWords,
  withRounds,
} from '../../class/index.ts';
import { compile, isWork } from '../../time/index.ts';
import { columnsBy } from './columns.ts';
import { writeCsv } from './csv.ts';

/** The columns of a class as a table, a row a move, in the order they are written. */
export const CLASS_COLUMNS = [
  'block',
  'part',
  'rounds',
  'between rounds',
  'move',
  'work',
  'rest',
  'sides',
  'reps',
  'weight',
  'kit',
  'easier',
  'harder',
  'cues',
  'break after',
] as const;
export type ClassColumn = (typeof CLASS_COLUMNS)[number];

/** Other names that columns go by. */
export const CLASS_ALSO: Record<ClassColumn, readonly string[]> = {
  block: ['section', 'circuit', 'group', 'title'],
  part: ['role', 'phase', 'type'],
  rounds: ['sets', 'times', 'round'],
  'between rounds': ['round break', 'round rest', 'break between rounds', 'between'],
  move: ['exercise', 'name', 'movement', 'station', 'activity'],
  work: ['on', 'work s', 'work (s)', 'seconds', 'duration', 'time', 'work seconds'],
  rest: ['off', 'rest s', 'rest (s)', 'pause', 'recovery', 'rest seconds'],
  sides: ['side'],
  reps: ['repetitions', 'rep', 'count'],
  weight: ['load', 'kg', 'weight (kg)'],
  kit: ['equipment', 'gear'],
  easier: ['regression', 'easier way', 'option'],
  harder: ['progression', 'harder way'],
  cues: ['form cues', 'cue', 'notes'],
  'break after': ['break', 'break (s)'],
};

/** A head or a name as it is compared. */
export const classKey = (text: string) =>
  text
    .toLowerCase()
    .replace(/[^a-z0-9()]+/g, ' ')
    .trim();

/** Guesses the columns of a file by their headers; null for an unknown one, none twice. */
export const guessClassColumns = (header: readonly string[]): (ClassColumn | null)[] =>
  columnsBy(header, CLASS_COLUMNS, CLASS_ALSO, classKey);

const ROLES: Record<BlockRole, readonly string[]> = {
  warmUp: ['warm up', 'warmup', 'warm'],
  main: ['main', 'main block'],
  finisher: ['finisher', 'finish'],
  coolDown: ['cool down', 'cooldown', 'stretch'],
  other: ['other', 'block', 'talk'],
};

const SIDES: readonly (readonly [words: readonly string[], sides: () => Sides])[] = [
  [['', 'none', 'both', 'both at once'], () => defaultSides('none')],
  [['alternating', 'in turn', 'alternate'], () => defaultSides('alternating')],
  [['each', 'each side', 'per side', 'l r'], () => defaultSides('each')],
  [['split', 'switch at half', 'half'], () => defaultSides('split')],
  [['by round', 'byround'], () => defaultSides('byRound')],
  [['chain'], () => defaultSides('chain')],
  [['left', 'left only', 'l'], () => ({ mode: 'one', side: 'left' })],
  [['right', 'right only', 'r'], () => ({ mode: 'one', side: 'right' })],
];

/** A problem of a row, counted from 0, in one of our columns. */
export interface RowProblem {
  row: number;
  column: string;
  message: string;
}

type Cells = Partial<Record<ClassColumn, string>>;

interface StationRow {
  cells: Cells;
  station: Station;
  restMs: number | null;
  workMs: number | null;
  at: number;
}

/**
 * A class from the rows of a table: rows that follow each other with the same block are one, each a circuit of its moves. A cell that cannot be read is told and
 * left out; a row without a move is told and passed over.
 * @param unit of a weight without one
 */
export function readClassRows(
  columns: readonly (ClassColumn | null)[],
  rows: readonly (readonly string[])[],
  { title, makeId, unit }: { title: string; makeId: MakeId; unit: WeightUnit },
): { plan: Plan; problems: RowProblem[] } {
  const problems: RowProblem[] = [];
  const read = rows.flatMap((row, at): StationRow[] => {
    const cells: Cells = {};
    columns.forEach((c, k) => {
      if (c !== null) cells[c] = (row[k] ?? '').trim();
    });
    const tell = (column: ClassColumn, message: string) => problems.push({ row: at, column, message });
    if (!cells.move) {
      if (Object.values(cells).some(Boolean)) tell('move', 'There is no move in it');
      return [];
    }
    return [readRow(cells, at, tell, makeId, unit)];
  });
  const blocks: StationRow[][] = [];
  for (const row of read) {
    const last = blocks.at(-1);
    const before = last?.[0]?.cells.block ?? '';
    // A block is named once, or in each of its rows.
    const isSame =
      last && last.length < MOST_STATIONS && ((row.cells.block ?? '') === '' || row.cells.block === before);
    if (isSame) last.push(row);
    else blocks.push([row]);
  }
  for (const rest of blocks.slice(MOST_BLOCKS).flat())
    problems.push({ row: rest.at, column: 'block', message: `A class holds ${MOST_BLOCKS} blocks: it is left out` });
  const plan = {
    ...newPlan(makeId(), title),
    blocks: blocks.slice(0, MOST_BLOCKS).map((b) => blockOf(b, makeId, problems)),
  };
  const sound = parsePlan(plan);
  if (sound.ok) return { plan: sound.value, problems };
  return {
    plan: { ...plan, blocks: [] },
    problems: [...problems, ...sound.problems.map((p) => ({ row: 0, column: p.path, message: p.message }))],
  };
}

function readRow(
  cells: Cells,
  at: number,
  tell: (c: ClassColumn, m: string) => void,
  makeId: MakeId,
  unit: WeightUnit,
): StationRow {
  const seconds = (c: 'work' | 'rest', least: number) => {
    const text = cells[c] ?? '';
    if (text === '') return null;
    const ms = parseDuration(text);
    if (ms !== null && ms >= least && ms <= 3_600_000) return ms;
    tell(c, `\u201c${text}\u201d is no length: 40, 1:30, 90s`);
    return null;
  };
  const list = (c: ClassColumn, most: number, letters: number) => {
    const all = (cells[c] ?? '')
      .split(/[;|]/)
      .map((x) => [...x.trim()].slice(0, letters).join(''))
      .filter(Boolean);
    if (all.length > most) tell(c, `More than ${most}: the rest is left out`);
    return all.slice(0, most);
  };
  const name = [...(cells.move ?? '')];
  if (name.length > 80) tell('move', 'A name has 80 letters at most: it is cut');
  const asked = classKey(cells.sides ?? '');
  const sides = SIDES.find(([words]) => words.includes(asked));
  if (!sides)
    tell(
      'sides',
      `\u201c${cells.sides}\u201d is none of ${SIDES.slice(1)
        .map(([w]) => w[0])
        .join(', ')}`,
    );
  const [, count, perSide] =
    /^(\d{1,3})(?:\s*(?:x|reps?))?\s*(a side|per side|each(?: side)?)?$/i.exec(cells.reps ?? '') ?? [];
  if (cells.reps && (count === undefined || Number(count) === 0)) tell('reps', `\u201c${cells.reps}\u201d is no count`);
  const weightKg = cells.weight ? readWeight(cells.weight, unit) : null;
  if (cells.weight && weightKg === null) tell('weight', `\u201c${cells.weight}\u201d is no weight`);
  const [kit, easier, harder, cues] = [
    list('kit', 8, 40),
    list('easier', 6, 80),
    list('harder', 6, 80),
    list('cues', 6, 80),
  ];
  const station: Station = {
    id: makeId(),
    move: name.slice(0, 80).join('').trim(),
    sides: sides?.[1]() ?? defaultSides('none'),
    ...(Number(count) > 0 ? { reps: { count: Number(count), per: perSide ? 'side' : 'total' } } : {}),
    ...(weightKg === null ? {} : { weightKg }),
    ...(kit.length > 0 ? { kit } : {}),
    ...(easier.length > 0 ? { easier } : {}),
    ...(harder.length > 0 ? { harder } : {}),
    ...(cues.length > 0 ? { formCues: cues } : {}),
  };
  return { cells, station, workMs: seconds('work', 1000), restMs: seconds('rest', 0), at };
}

/** The value that most rows have; what differs from it is a station's own. */
function usual(values: readonly (number | null)[], otherwise: number): number {
  const counts = new Map<number, number>();
  for (const v of values) if (v !== null) counts.set(v, (counts.get(v) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? otherwise;
}

function blockOf(rows: readonly StationRow[], makeId: MakeId, problems: RowProblem[]): Block {
  const [first] = rows;
  const said = (c: ClassColumn) => rows.map((r) => r.cells[c] ?? '').find(Boolean) ?? '';
  const tell = (column: ClassColumn, message: string) => problems.push({ row: first?.at ?? 0, column, message });
  const format = defaultFormat('circuit');
  const workMs = usual(
    rows.map((r) => r.workMs),
    format.workMs,
  );
  const restMs = usual(
    rows.map((r) => r.restMs),
    format.restMs,
  );
  const part = said('part') || said('block');
  const roles = Object.entries(ROLES) as [BlockRole, readonly string[]][];
  const role = roles.find(([, words]) => words.includes(classKey(part)))?.[0];
  if (said('part') !== '' && role === undefined)
    tell('part', `\u201c${part}\u201d is none of ${roles.map(([, w]) => w[0]).join(', ')}: it is taken as main`);
  const rounds = Number(said('rounds') || '1');
  const isCount = Number.isInteger(rounds) && rounds >= 1 && rounds <= 99;
  if (!isCount) tell('rounds', `\u201c${said('rounds')}\u201d is no number of rounds from 1 to 99`);
  const breakMs = said('break after') === '' ? 0 : parseDuration(said('break after'));
  if (breakMs === null) tell('break after', `\u201c${said('break after')}\u201d is no length`);
  const roundBreakMs = said('between rounds') === '' ? 0 : parseDuration(said('between rounds'));
  if (roundBreakMs === null) tell('between rounds', `\u201c${said('between rounds')}\u201d is no length`);
  const block = newBlock(
    makeId(),
    role ?? 'main',
    withRounds({ ...format, workMs, restMs, roundBreakMs: roundBreakMs ?? 0 }, isCount ? rounds : 1),
  );
  const title = [...said('block')].slice(0, 60).join('').trim();
  return {
    ...block,
    ...(title === '' ? {} : { title }),
    breakAfter: { ms: Math.min(breakMs ?? 0, 3_600_000), untilTap: false },
    stations: rows.map((r) => ({
      ...r.station,
      ...(r.workMs === null || r.workMs === workMs ? {} : { workMs: r.workMs }),
      ...(r.restMs === null || r.restMs === restMs ? {} : { restMs: r.restMs }),
    })),
  };
}

const SIDE_WORDS: Record<Sides['mode'], string> = {
  none: '',
  alternating: 'alternating',
  one: '',
  each: 'each side',
  split: 'switch at half',
  byRound: 'by round',
  chain: 'chain',
};

/**
 * A class as a table, a row a move: for spreadsheets. What has no column of its own (single rounds, tempo, layers, script) is not in it; a plan file has all.
 * Work and rest are those of a move's first set.
 * @param plan with what the library knows of its moves
 */
export function writeClassCsv(plan: Plan): string {
  const { intervals } = compile(plan);
  const rows = plan.blocks.flatMap((block, blockIndex) =>
    block.stations.map((station, k) => {
      const at = intervals.findIndex((i) => i.blockIndex === blockIndex && i.stationIndex === k && isWork(i));
      const [set, after] = [intervals[at], intervals[at + 1]];
      const { sides, reps } = station;
      return [
        block.title,
        ROLES[block.role][0] ?? '',
        roundsOf(block.format) ?? 1,
        'roundBreakMs' in block.format ? formatSeconds(block.format.roundBreakMs) : '',
        station.move,
        set ? formatSeconds(set.durationMs) : '',
        after?.kind === 'rest' && after.blockIndex === blockIndex ? formatSeconds(after.durationMs) : '0',
        sides.mode === 'one' ? sides.side : SIDE_WORDS[sides.mode],
        reps ? `${reps.count}${reps.per === 'side' ? ' a side' : ''}` : '',
        station.weightKg === undefined ? '' : weightWords(station.weightKg),
        (station.kit ?? []).join('; '),
        (station.easier ?? []).join('; '),
        (station.harder ?? []).join('; '),
        (station.formCues ?? []).join('; '),
        k === block.stations.length - 1 ? formatSeconds(block.breakAfter.ms) : '',
      ];
    }),
  );
  return writeCsv(CLASS_COLUMNS, rows);
}
