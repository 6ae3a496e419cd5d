import { type Block, type Body, bodyOf, type Plan, type Station } from '../../class/index.ts';
import { type KitItem, keyOf, type Library, moveAt } from '../../moves/index.ts';
import { type KitNeed, kitNeeds } from './kit.ts';

/** Kit of which a person may need two; of other kit one is enough. */
const IN_PAIRS: ReadonlySet<string> = new Set(['dumbbell', 'kettlebell', 'slider', 'weight plate']);

/** What people have at home that can stand in where no kit room says so. */
const HOUSEHOLD: Readonly<Record<string, string>> = {
  dumbbell: 'a full water bottle',
  kettlebell: 'a filled water can',
  sandbag: 'a rucksack with books',
  'medicine ball': 'a rolled blanket',
  'weight plate': 'a heavy book',
  mat: 'a folded blanket',
  band: 'a long towel',
  'loop band': 'a scarf tied in a ring',
  bench: 'the edge of a sofa',
  chair: 'a sturdy chair without wheels',
  box: 'the bottom stair',
  'low step': 'the bottom stair',
  slider: 'a folded tea towel on a smooth floor',
  'skipping rope': 'an imagined rope',
  'foam roller': 'a tightly rolled towel',
  'stability ball': 'a firm cushion',
  'small ball': 'a rolled sock',
  cones: 'cups',
  ladder: 'lines of tape',
  'mooring rope': 'two wet towels',
};

/** Pieces a person needs of some kit at a station: so many as everybody holds, else as the move wants. */
function piecesAt(station: Station, library: Library, kit: string, { hands }: Body): number {
  if (hands && keyOf(hands.kit) === keyOf(kit)) return hands.pieces;
  return IN_PAIRS.has(keyOf(kit)) ? (moveAt(library, station)?.pieces ?? 1) : 1;
}

/** The kit there is for a class: that of its room and of any room, with the class's own counts in their place. */
export function kitFor(plan: Pick<Plan, 'room' | 'kit'>, kitRoom: readonly KitItem[]): KitItem[] {
  const here = keyOf(plan.room);
  const byName = new Map<string, KitItem>();
  // What a room has of its own comes before what is there for any.
  for (const item of kitRoom) if (item.room === undefined) byName.set(keyOf(item.name), item);
  for (const item of kitRoom)
    if (item.room !== undefined && keyOf(item.room) === here) byName.set(keyOf(item.name), item);
  for (const { name, count } of plan.kit ?? []) {
    const known = byName.get(keyOf(name));
    byName.set(keyOf(name), known ? { ...known, count } : { name, count, sharedBy: 1 });
  }
  return [...byName.values()];
}

/** The kit a block of a class wants for so many people, against what there is for the class. */
export const blockKit = (
  plan: Pick<Plan, 'room' | 'kit' | 'body'>,
  block: Block,
  heads: number,
  library: Library,
  kitRoom: readonly KitItem[],
): KitNeed[] =>
  kitNeeds(block, heads, kitFor(plan, kitRoom), (s, kit) => piecesAt(s, library, kit, bodyOf(plan, block)));

/** The need of a class for one kind of kit. */
export interface ClassKit extends Omit<KitNeed, 'at'> {
  /** The most pieces one person has in hand. */
  perPerson: number;
  /** What could stand in, from the kit room or the household; null where nothing is known. */
  standIn: string | null;
  /** The blocks that want it, and the moves it is for. */
  at: { block: Block; moves: string[] }[];
}

/**
 * The kit of a whole class, block by block, the most wanted at once: what is short first. Without heads it is counted for one.
 * @param plan with what the library knows of its moves
 */
export function classKit(plan: Plan, library: Library, kitRoom: readonly KitItem[]): ClassKit[] {
  const heads = plan.heads ?? 1;
  const sums = new Map<string, ClassKit>();
  for (const block of plan.blocks)
    for (const need of blockKit(plan, block, heads, library, kitRoom)) {
      const key = keyOf(need.name);
      const perPerson = Math.max(...need.at.map((a) => piecesAt(a.station, library, key, bodyOf(plan, block))));
      const use = { block, moves: [...new Set(need.at.map((a) => a.station.move))] };
      const before = sums.get(key);
      const pieces = Math.max(before?.pieces ?? 0, need.pieces);
      sums.set(key, {
        name: need.name,
        item: need.item,
        pieces,
        short: Math.max(0, pieces - (need.item?.count ?? 0)),
        perPerson: Math.max(before?.perPerson ?? 0, perPerson),
        standIn: need.item?.standIn ?? HOUSEHOLD[key] ?? null,
        at: [...(before?.at ?? []), use],
      });
    }
  return [...sums.values()].sort((a, b) => b.short - a.short || a.name.localeCompare(b.name));
}
