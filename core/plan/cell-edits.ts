import { definedOnly, withCell } from './edits.ts';
import type { Block, Format, Station } from './schema.ts';

/** One visit of a block: a station (index from 0) in a round (from 1). */
export interface CellRef {
  stationIndex: number;
  round: number;
}

/** New times for some visits in ms; null takes an override away, undefined leaves it. */
export interface TimesPatch {
  workMs?: number | null;
  restMs?: number | null;
}

type Field = 'workMs' | 'restMs';
type RoundFormat = Extract<Format, { kind: 'circuit' | 'tabata' | 'emom' | 'ladder' }>;

/** Whether single visits of a format can differ, only whole stations, or only the whole block. */
export function timesScope(format: Format): 'cell' | 'station' | 'block' {
  switch (format.kind) {
    case 'circuit':
    case 'tabata':
    case 'emom':
    case 'ladder':
      return 'cell';
    case 'addOn':
    case 'reps':
    case 'holds':
      return 'station';
    default:
      return 'block';
  }
}

/**
 * Sets work or rest of some visits at the widest level that says the same: all of them the block's own times, whole
 * rows the station's, whole columns the round's, the rest cell by cell. Overrides this makes needless go.
 */
export function setTimes(block: Block, cells: readonly CellRef[], patch: TimesPatch): Block {
  let changed = block;
  if (patch.workMs !== undefined) changed = setField(changed, cells, 'workMs', patch.workMs);
  if (patch.restMs !== undefined) changed = setField(changed, cells, 'restMs', patch.restMs);
  return changed;
}

function setField(block: Block, cells: readonly CellRef[], field: Field, value: number | null): Block {
  const scope = timesScope(block.format);
  const rows = [...new Set(cells.map((c) => c.stationIndex))];
  if (scope === 'block' || (rows.length === block.stations.length && coversAll(block, cells, scope)))
    return setForBlock(block, field, value);
  if (block.format.kind === 'ladder' && field === 'restMs') return setForBlock(block, field, value);
  if (scope === 'station') return setForStations(block, rows, field, value);
  return setForCells(block, block.format as RoundFormat, cells, field, value);
}

function coversAll(block: Block, cells: readonly CellRef[], scope: 'cell' | 'station'): boolean {
  if (scope === 'station') return true;
  const rounds = 'rounds' in block.format ? block.format.rounds : 1;
  return new Set(cells.map((c) => `${c.stationIndex}:${c.round}`)).size === block.stations.length * rounds;
}

/** The block's own time; with null only the overrides go. */
function setForBlock(block: Block, field: Field, value: number | null): Block {
  return {
    ...block,
    format: withBlockTime(block.format, field, value),
    stations: block.stations.map((s) => withoutField(s, field)),
  };
}

function withBlockTime(format: Format, field: Field, value: number | null): Format {
  const work = field === 'workMs';
  switch (format.kind) {
    case 'circuit': {
      const { workByRoundMs, restByRoundMs, ...rest } = format;
      const lists = work ? definedOnly({ restByRoundMs }) : definedOnly({ workByRoundMs });
      return { ...rest, ...lists, [field]: value ?? format[field] };
    }
    case 'emom':
      return work ? { ...format, workMs: Math.min(format.periodMs, value ?? format.workMs) } : format;
    case 'tabata':
    case 'ladder':
      return { ...format, [field]: value ?? format[field] };
    case 'addOn':
      return work ? { ...format, workMs: value ?? format.workMs } : { ...format, withinMs: value ?? format.withinMs };
    case 'reps':
      return work ? format : { ...format, restMs: value ?? format.restMs };
    case 'holds':
      return work ? { ...format, holdMs: value ?? format.holdMs } : { ...format, changeMs: value ?? format.changeMs };
    case 'windows':
      return work ? { ...format, onMs: value ?? format.onMs } : { ...format, offMs: value ?? format.offMs };
    case 'amrap':
      return work ? { ...format, capMs: value ?? format.capMs } : format;
    case 'open':
      return work ? { ...format, lengthMs: value ?? format.lengthMs } : format;
    case 'demo':
      return work ? { ...format, perStationMs: value ?? format.perStationMs } : format;
    case 'beats':
      return format;
  }
}

/** The station without its own time and without that of its cells. */
function withoutField(station: Station, field: Field): Station {
  const { [field]: _, ...rest } = station;
  return (station.cells ?? []).reduce((s, cell) => withCell(s, cell.round, { [field]: undefined }), rest as Station);
}

function setForStations(block: Block, rows: readonly number[], field: Field, value: number | null): Block {
  return {
    ...block,
    stations: block.stations.map((s, k) => {
      if (!rows.includes(k)) return s;
      const bare = withoutField(s, field);
      return value === null ? bare : { ...bare, [field]: value };
    }),
  };
}

function setForCells(
  block: Block,
  format: RoundFormat,
  cells: readonly CellRef[],
  field: Field,
  value: number | null,
): Block {
  const inRow = (k: number) => cells.filter((c) => c.stationIndex === k);
  const wholeRows = block.stations
    .map((_, k) => k)
    .filter((k) => new Set(inRow(k).map((c) => c.round)).size === format.rounds);
  let changed = setForStations(block, wholeRows, field, value);
  let left = cells.filter((c) => !wholeRows.includes(c.stationIndex));
  if (format.kind === 'circuit' && value !== null) {
    for (const round of new Set(left.map((c) => c.round))) {
      if (left.filter((c) => c.round === round).length < block.stations.length) continue;
      changed = setForRound(changed, round, field, value);
      left = left.filter((c) => c.round !== round);
    }
  }
  const stations = changed.stations.map((s, k) =>
    left
      .filter((c) => c.stationIndex === k)
      .reduce((station, c) => withCell(station, c.round, { [field]: value ?? undefined }), s),
  );
  return { ...changed, stations };
}

/** A whole column: the round's own time; a station with a time of its own is overridden in its cell. */
function setForRound(block: Block, round: number, field: Field, value: number): Block {
  if (block.format.kind !== 'circuit') return block;
  const format = block.format;
  const key = field === 'workMs' ? 'workByRoundMs' : 'restByRoundMs';
  const old = format[key];
  const list = Array.from({ length: format.rounds }, (_, i) =>
    i === round - 1 ? value : (old?.[i % old.length] ?? format[field]),
  );
  const same = list.every((x) => x === list[0]);
  const { [key]: _, ...bare } = format;
  return {
    ...block,
    format: same ? { ...bare, [field]: value } : { ...format, [key]: list },
    stations: block.stations.map((s) => withCell(s, round, { [field]: s[field] === undefined ? undefined : value })),
  };
}
