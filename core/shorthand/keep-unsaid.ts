import { type Block, type Plan, type Station, withCell } from '../plan/index.ts';

/** Takes over from an older plan what shorthand cannot say: identities, notes, cue settings. */
export function keepUnsaid(read: Plan, base: Plan): Plan {
  const blocks = pair(read.blocks, base.blocks, (a, b) => a.title === b.title && a.role === b.role);
  return {
    ...read,
    id: base.id,
    notes: base.notes,
    cues: base.cues,
    ...only(base, ['audience', 'accepted', 'cueLevels', 'phrases', 'lines', 'voice', 'silent', 'squads']),
    blocks: read.blocks.map((block, k) => {
      const old = blocks[k];
      return old ? keepBlock(block, old) : { ...block, id: freshId(block.id, base.blocks) };
    }),
  };
}

function keepBlock(block: Block, old: Block): Block {
  const stations = pair(block.stations, old.stations, (a, b) => a.move === b.move);
  return {
    ...emptiesOf(block, old),
    id: old.id,
    ...only(old, ['notes', 'school', 'cueLevels', 'musicBpm']),
    stations: block.stations.map((station, k) => {
      const before = stations[k];
      return before
        ? withSwaps({ ...emptiesOf(station, before), ...sameMove(station, before), id: before.id }, before)
        : { ...station, id: freshId(station.id, old.stations) };
    }),
  };
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
function emptiesOf<T extends Block | Station>(value: T, old: T): T {
  const kept = Object.entries(old).filter(
    ([key, v]) => !(key in value) && (v === null || v === false || (Array.isArray(v) && v.length === 0)),
  );
  return { ...value, ...Object.fromEntries(kept) };
}

function freshId(id: string, olds: readonly { id: string }[]): string {
  let candidate = id;
  for (let n = 2; olds.some((o) => o.id === candidate); n++) candidate = `${id}-${n}`;
  return candidate;
}

/** What text cannot say of a station but which belongs to its move. */
function sameMove(station: Station, old: Station): Partial<Station> {
  return station.move === old.move ? only(old, ['lowImpact', 'sayAs', 'cueLevels']) : {};
}

/** Moves of single rounds, which the text does not say. */
function withSwaps(station: Station, old: Station): Station {
  return (old.cells ?? []).reduce((s, cell) => (cell.swap ? withCell(s, cell.round, { swap: cell.swap }) : s), station);
}

/** Some keys of an object, those that are there. */
function only<T extends object, K extends keyof T>(value: T, keys: readonly K[]): Pick<T, K> {
  return Object.fromEntries(keys.filter((k) => value[k] !== undefined).map((k) => [k, value[k]])) as Pick<T, K>;
}
