import { keysOf } from '../station/index.ts';
import { BLOCK_FIELDS, type Ids, PLAN_FIELDS } from './fields.ts';
import type { Block, Plan } from './schema.ts';

/** The plan with other ids, in its blocks and wherever its fields name them; what names something gone is left out. */
export function withIds(plan: Plan, ids: Ids): Plan {
  const blocks = plan.blocks.flatMap((block) => {
    const id = ids.block(block.id);
    if (!id) return [];
    const stations = block.stations.flatMap((s) => {
      const own = ids.station(block.id, s.id);
      return own ? [{ ...s, id: own }] : [];
    });
    return [{ ...block, id, stations }];
  });
  return renamed({ ...plan, blocks }, ids);
}

/** The fields of a plan and its blocks that name blocks and stations, naming them as `ids` says; the same plan where nothing changes. */
function renamed(plan: Plan, ids: Ids): Plan {
  const own = withNames(plan, PLAN_FIELDS, ids);
  const blocks = own.blocks.map((b) => withNames<Block>(b, BLOCK_FIELDS, ids));
  return blocks.every((b, k) => b === own.blocks[k]) ? own : { ...own, blocks };
}

/** A thing with the fields that its table says to name, named anew; one that comes to name nothing is left out. */
function withNames<T extends object>(thing: T, table: { readonly [K in keyof T]-?: object }, ids: Ids): T {
  let changed = thing;
  for (const key of keysOf(table)) {
    // Each row is typed by its own field; over all of them the pairing is the table's.
    const row = table[key] as { names?: (value: unknown, ids: Ids) => unknown };
    if (!row.names || thing[key] === undefined) continue;
    const value = row.names(thing[key], ids);
    if (value === thing[key]) continue;
    changed = { ...changed, [key]: value };
    if (value === undefined) delete changed[key];
  }
  return changed;
}

/** The plan after an edit without what names blocks and stations that the edit took out; others it leaves alone. */
export function withoutGone(before: Plan, after: Plan): Plan {
  const placesOf = (plan: Plan) =>
    new Map(plan.blocks.map((b) => [b.id, new Set(b.stations.map((s) => s.id))] as const));
  const [was, now] = [placesOf(before), placesOf(after)];
  return renamed(after, {
    block: (id) => (now.has(id) ? id : was.has(id) ? null : undefined),
    station: (blockId, id) => (now.get(blockId)?.has(id) ? id : was.get(blockId)?.has(id) ? null : undefined),
  });
}

/** New ids for all blocks and stations of a plan. */
export function copiedIds(plan: Plan, makeId: () => string): Ids {
  const blocks = new Map(plan.blocks.map((b) => [b.id, makeId()]));
  const stations = new Map(plan.blocks.map((b) => [b.id, new Map(b.stations.map((s) => [s.id, makeId()]))]));
  return {
    block: (id) => blocks.get(id),
    station: (blockId, id) => stations.get(blockId)?.get(id),
  };
}
