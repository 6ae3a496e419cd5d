import { BLOCK_FIELDS, type Block, PLAN_FIELDS, type Plan, unsaidKeys, withoutGone } from '../plan/index.ts';
import { type Cell, STATION_FIELDS, type Station } from '../station/index.ts';

/** Takes over from the class a text was written from what shorthand does not say: identities, room plan, notes, cue settings. */
export function keepUnsaid(read: Plan, base: Plan): Plan {
  const olds = pair(read.blocks, base.blocks, (a, b) => a.title === b.title && a.role === b.role);
  const blocks = read.blocks.map((block, k) => {
    const old = olds[k];
    return old ? keepBlock(block, old) : { ...block, id: freshId(block.id, base.blocks) };
  });
  return withoutGone(base, { ...kept(read, base, unsaidKeys(PLAN_FIELDS)), blocks });
}

function keepBlock(block: Block, old: Block): Block {
  const olds = pair(block.stations, old.stations, (a, b) => a.move === b.move);
  const stations = block.stations.map((station, k) => {
    const before = olds[k];
    return before ? keepStation(station, before) : { ...station, id: freshId(station.id, old.stations) };
  });
  return { ...emptiesOf(kept(block, old, unsaidKeys(BLOCK_FIELDS)), old), stations };
}

/** One station read over the one its text was written from. */
export function keepStation(station: Station, old: Station): Station {
  const whole = emptiesOf(kept(station, old, unsaidKeys(STATION_FIELDS)), old);
  const cells = whole.cells?.map((cell) =>
    keepCell(
      cell,
      old.cells?.find((c) => c.round === cell.round),
    ),
  );
  return cells ? { ...whole, cells } : whole;
}

/** What a single round says beside its text: lists that are empty, and what of its move is the instructor's own. */
function keepCell(cell: Cell, old: Cell | undefined): Cell {
  if (!old) return cell;
  const whole = emptiesOf(cell, old);
  return old.swap && whole.swap?.move === old.swap.move ? { ...whole, swap: old.swap } : whole;
}

/** The value with some keys as an older one has them. */
function kept<T extends object>(value: T, old: T, keys: readonly (keyof T)[]): T {
  const whole = { ...value };
  for (const key of keys) {
    if (old[key] === undefined) delete whole[key];
    else whole[key] = old[key];
  }
  return whole;
}

/** Pairs each item with an old one, used once: the same at the same place, else the first like it, else the one in its place. */
function pair<T>(items: readonly T[], olds: readonly T[], same: (a: T, b: T) => boolean): (T | undefined)[] {
  const used = new Set<number>();
  const take = (k: number) => {
    used.add(k);
    return olds[k];
  };
  const found = items.map((item, k) => {
    const old = olds[k];
    return old !== undefined && same(item, old) ? take(k) : undefined;
  });
  const alike = items.map((item, k) => {
    if (found[k]) return found[k];
    const at = olds.findIndex((old, j) => !used.has(j) && same(item, old));
    return at < 0 ? undefined : take(at);
  });
  return items.map((_, k) => alike[k] ?? (olds[k] !== undefined && !used.has(k) ? take(k) : undefined));
}

/** Empty lists and plain "no" are not written; where the old document had them they stay as they were. */
function emptiesOf<T extends object>(value: T, old: T): T {
  const empties = Object.entries(old).filter(
    ([key, v]) => !(key in value) && (v === null || v === false || (Array.isArray(v) && v.length === 0)),
  );
  return { ...value, ...Object.fromEntries(empties) };
}

function freshId(id: string, olds: readonly { id: string }[]): string {
  let candidate = id;
  for (let n = 2; olds.some((o) => o.id === candidate); n++) candidate = `${id}-${n}`;
  return candidate;
}
