import { moduleOf, roundsOf, settingOf, sheetSetting, withSetting } from '../formats/index.ts';
import { type Station, withCell } from '../station/index.ts';
import type { Block } from './schema.ts';

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

/** The settings that hold one time for each round, where a format has them. */
const LISTS = { workMs: 'workByRoundMs', restMs: 'restByRoundMs' } as const;
const SHEET = { workMs: 'work', restMs: 'rest' } as const;

/** Whether single visits of a block can differ, only whole stations, or only the block: at stations one clock serves all. */
function timesScope({ format, use }: Pick<Block, 'format' | 'use'>): 'cell' | 'station' | 'round' | 'block' {
  const { scope } = moduleOf(format).traits;
  if (use === 'together') return scope;
  return scope === 'cell' && LISTS.workMs in moduleOf(format).settings ? 'round' : 'block';
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
  const scope = timesScope(block);
  const rows = [...new Set(cells.map((c) => c.stationIndex))];
  const all = rows.length === block.stations.length;
  if (scope === 'block' || (all && coversAll(block, cells, scope))) return setForBlock(block, field, value);
  // Where the rest stands after a whole round, it is not a station's.
  if (field === 'restMs' && moduleOf(block.format).traits.roundRest && scope === 'cell')
    return setForBlock(block, field, value);
  if (scope === 'station') return setForStations(block, rows, field, value);
  if (scope === 'round') {
    const rounds = [...new Set(cells.map((c) => c.round))];
    return value === null ? block : rounds.reduce((b, round) => setForRound(b, round, field, value), block);
  }
  return setForCells(block, cells, field, value);
}

function coversAll(block: Block, cells: readonly CellRef[], scope: 'cell' | 'station' | 'round'): boolean {
  if (scope === 'station') return true;
  const rounds = roundsOf(block.format) ?? 1;
  return new Set(cells.map((c) => `${c.stationIndex}:${c.round}`)).size === block.stations.length * rounds;
}

/** The block's own time; with null only the overrides go. */
function setForBlock(block: Block, field: Field, value: number | null): Block {
  const key = sheetSetting(block.format, SHEET[field]);
  const bare = LISTS[field] in block.format ? withSetting(block.format, LISTS[field], undefined) : block.format;
  return {
    ...block,
    format: key === null || value === null ? bare : withSetting(bare, key, value),
    stations: block.stations.map((s) => withoutField(s, field)),
  };
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

function setForCells(block: Block, cells: readonly CellRef[], field: Field, value: number | null): Block {
  const inRow = (k: number) => cells.filter((c) => c.stationIndex === k);
  const wholeRows = block.stations
    .map((_, k) => k)
    .filter((k) => new Set(inRow(k).map((c) => c.round)).size === (roundsOf(block.format) ?? 1));
  let changed = setForStations(block, wholeRows, field, value);
  let left = cells.filter((c) => !wholeRows.includes(c.stationIndex));
  if (LISTS[field] in moduleOf(block.format).settings && value !== null) {
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
  const { format } = block;
  const usual = settingOf(format, field) as number;
  const old = settingOf(format, LISTS[field]) as number[] | undefined;
  const list = Array.from({ length: roundsOf(format) ?? 1 }, (_, i) =>
    i === round - 1 ? value : (old?.[i % old.length] ?? usual),
  );
  const isSame = list.every((x) => x === list[0]);
  const bare = withSetting(format, LISTS[field], undefined);
  return {
    ...block,
    format: isSame ? withSetting(bare, field, value) : withSetting(format, LISTS[field], list),
    stations: block.stations.map((s) => withCell(s, round, { [field]: s[field] === undefined ? undefined : value })),
  };
}
