import type { Cell, Sides, SidesMode, Station, Swap } from './schema.ts';

/** Sides settings of a mode, left first; between the sides is what the block has between stations. */
export function defaultSides(mode: SidesMode): Sides {
  switch (mode) {
    case 'none':
    case 'alternating':
      return { mode };
    case 'one':
      return { mode, side: 'left' };
    case 'each':
    case 'chain':
    case 'split':
    case 'byRound':
      return { mode, first: 'left' };
  }
}

/** What is done at a station: its move, and those of single rounds. */
export const donesOf = ({ cells = [], ...station }: Station): (Omit<Station, 'cells'> | Swap)[] => [
  station,
  ...cells.flatMap((c) => c.swap ?? []),
];

export function newStation(id: string, move: string): Station {
  return { id, move, sides: { mode: 'none' } };
}

/** Sets or clears (undefined) what is different in one round, from 1; a cell that says nothing is removed. */
export function withCell(station: Station, round: number, patch: Partial<Omit<Cell, 'round'>>): Station {
  const old = station.cells?.find((c) => c.round === round);
  const { round: _round, ...own } = { ...old, ...patch };
  const kept: Cell = { round, ...definedOnly(own) };
  const others = station.cells?.filter((c) => c.round !== round) ?? [];
  const cells = Object.keys(kept).length > 1 ? [...others, kept].sort((a, b) => a.round - b.round) : others;
  const { cells: _, ...rest } = station;
  return cells.length > 0 ? { ...rest, cells } : rest;
}

/** The object without its undefined values. */
function definedOnly<T extends object>(value: T): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
}
