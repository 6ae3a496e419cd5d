import type { Block, Station } from '../../class/index.ts';
import { type KitItem, keyOf } from '../../moves/index.ts';
import { groupAt, groupsFor } from '../../time/index.ts';

/** The need of a block for one kind of kit at its fullest moment, with the stock. */
export interface KitNeed {
  name: string;
  /** What the kit room says of it; null when it is not listed. */
  item: KitItem | null;
  /** Pieces wanted at once. */
  pieces: number;
  /** Pieces too few; 0 when it is enough. */
  short: number;
  /** Who wants it: the most people there at a time, and the pieces for them. */
  at: { station: Station; people: number; pieces: number }[];
}

/**
 * The kit a block wants for so many people. At stations every station is busy at once, each with its group, so pieces are
 * counted turn by turn and the fullest turn counts; together, only one station is under way, with everybody at it, and each has a
 * piece of every weight that is said.
 * @param piecesEach pieces one person needs at a station
 */
export function kitNeeds(
  block: Block,
  heads: number,
  kitRoom: readonly KitItem[],
  piecesEach: (station: Station, kit: string) => number = () => 1,
): KitNeed[] {
  const names = [...new Set(block.stations.flatMap((s) => (s.kit ?? []).map(keyOf)))];
  return names.map((name) => {
    const item = kitRoom.find((k) => keyOf(k.name) === name) ?? null;
    const piecesFor = (people: number, station: Station) =>
      Math.ceil(people / (item?.sharedBy ?? 1)) * piecesEach(station, name);
    const stations = block.stations.flatMap((station, k) =>
      (station.kit ?? []).some((x) => keyOf(x) === name) ? [{ station, k }] : [],
    );
    const turns = peopleByTurn(block, heads);
    const pieces =
      block.use === 'stations'
        ? Math.max(
            ...turns.map((people) =>
              stations.reduce((sum, { station, k }) => sum + piecesFor(people[k] ?? 0, station), 0),
            ),
          )
        : allWeights(stations.map(({ station }) => ({ kg: station.weightKg, pieces: piecesFor(heads, station) })));
    return {
      name: item?.name ?? name,
      item,
      pieces,
      short: Math.max(0, pieces - (item?.count ?? 0)),
      at: stations.map(({ station, k }) => {
        const people = Math.max(...turns.map((t) => t[k] ?? 0));
        return { station, people, pieces: piecesFor(people, station) };
      }),
    };
  });
}

/** Pieces of every weight that is said beside one another; where none is said, those of the station that wants most. */
function allWeights(wanted: readonly { kg: number | undefined; pieces: number }[]): number {
  const byWeight = new Map<number, number>();
  for (const { kg, pieces } of wanted) if (kg !== undefined) byWeight.set(kg, Math.max(byWeight.get(kg) ?? 0, pieces));
  const said = [...byWeight.values()].reduce((sum, n) => sum + n, 0);
  return Math.max(said, ...wanted.map((w) => w.pieces));
}

/** How many are at each station, for each place the rotation can be at. */
function peopleByTurn(block: Block, heads: number): number[][] {
  const n = Math.max(1, block.stations.length);
  if (block.use !== 'stations') return [block.stations.map(() => heads)];
  const groups = groupsFor(n, heads);
  return Array.from({ length: n }, (_, turn) =>
    block.stations.map((_s, station) => groups[groupAt(station, turn, n)]?.size ?? 0),
  );
}
